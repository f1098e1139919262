# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What is personal in a rulebook that is taken along: the examples that are kept, and the cards of contacts.
      class Personal
        MOST = 6 # addresses that are named

        def initialize(rulebook)
          @examples = rulebook.examples
          @cards = Core::Contact.all(rulebook.document).select { |each| [each.phone, each.note, each.organisation].any? { !_1.empty? } }
        end

        # @return [String] sentences; empty where there is nothing of the kind
        def to_s = [examples, cards].reject(&:empty?).join(" ")

        private

        # Of the addresses of contacts nothing is said: rules name addresses too.
        def cards
          return "" if @cards.empty?

          "#{Core::English.sentence(Core::English.count(@cards.size,
            "contact"))} #{(@cards.size == 1) ? "goes" : "go"} with it, with what " \
            "is noted of them: organisations, phone numbers, notes."
        end

        def examples
          return "" if @examples.empty?

          addresses = @examples.flat_map(&:addresses).uniq
          more = addresses.size - MOST
          named = addresses.first(MOST)
          named += [Core::English.count(more, "more address", "more addresses")] if more.positive?
          "#{Core::English.sentence(Core::English.count(@examples.size, "example"))} #{(@examples.size == 1) ? "goes" : "go"} with it: " \
            "the facts of real messages, with their subjects and texts#{", of #{Core::English.join(named, "and")}" if named.any?}."
        end
      end
    end
  end
end
