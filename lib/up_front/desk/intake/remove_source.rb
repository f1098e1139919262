# frozen_string_literal: true

module UpFront
  module Desk
    # Stops reading a Maildir. What came from it stays here, and the folder stays as it is.
    class RemoveSource < Act
      # @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          source = Store::Source.find_by(id: id) or raise Impossible.gone("source")
          source.destroy!
          event("sources")
          text = "#{source.path} is no longer read. The mail that came from it stays here."
          final_step(text, "Add the folder again under Mail in.")
          Done.new(message: text)
        end
      end
    end
  end
end
