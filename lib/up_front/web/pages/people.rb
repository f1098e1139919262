# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # People as they were written or pasted, for a condition: the terms that they are, and what is nobody.
      class People
        # @param given [Hash] text
        def initialize(given, rulebook)
          groups = rulebook.things("groups").map { _1["name"] }
          @people = Core::PastedPeople.new(given["text"], groups: groups, known: Store::KnownPeople.method(:called))
        end

        def to_h = {terms: @people.terms, unread: @people.unread}
      end
    end
  end
end
