# frozen_string_literal: true

module UpFront
  module Store
    # The head of the rulebook: all of it but rules and views, and the editions of the office that are followed.
    class Rulebook < Record
      self.table_name = "rulebooks"

      # However it is saved, and taken back: what the office publishes has its rows.
      after_save { Rule.put_house(published(document)) if published(document_before_last_save) != published(document) }

      private

      # @return [Array<Array(String, String, Hash)>] place, since when it is followed, and body of each rule of the office
      def published(document)
        (document || {}).fetch("house", []).flat_map { |entry|
          entry["edition"]["rules"].map { |body|
            [entry["place"], entry["since"], body]
          }
        }
      end
    end
  end
end
