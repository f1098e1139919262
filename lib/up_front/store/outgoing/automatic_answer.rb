# frozen_string_literal: true

module UpFront
  module Store
    # Who was answered by a rule or an away notice, and when: nobody is answered by the same twice within some days.
    class AutomaticAnswer < Record
      self.table_name = "automatic_answers"

      # @param about [String] of what: "away", or a rule's template @return [Boolean]
      def self.since?(address, about, at) = where(address: Core::Address.normalise(address), about: about, at: at..).exists?
    end
  end
end
