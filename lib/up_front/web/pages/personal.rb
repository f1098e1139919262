# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What is personal in the examples of a rulebook that is taken along.
      class Personal
        MOST = 6 # addresses that are named

        def initialize(rulebook)
          @examples = rulebook.examples
        end

        # @return [String] sentences; empty where there is no example
        def to_s
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
