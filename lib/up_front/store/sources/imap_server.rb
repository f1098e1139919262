# frozen_string_literal: true

module UpFront
  module Store
    # How a mailbox on a server is reached, and what was said of reading it. `refused_at`: the server refused the name or the password, and
    # is not asked again before the person has said so; `leaving_at`: its mail is being removed; `pace`: letters a second of the reading
    # that goes on; `turn` grows with whatever a line that stands must know of.
    class ImapServer < Record
      self.table_name = "imap_servers"
      belongs_to :source
      include SealedPassword

      # @return [Boolean] whether a line to it is wanted
      def wanted? = !paused && refused_at.nil? && leaving_at.nil?
    end
  end
end
