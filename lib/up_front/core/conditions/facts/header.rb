# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # Any header by name; one that repeats answers with each of its values (RFC 5322, section 3.6).
      module Header
        FACTS = [].freeze

        def self.named(name)
          Fact.new(name: "header:#{name}", type: Types::Text, columns: %i[headers], label: "the header #{Quoting.header(name)}") do
            _1.header(name)
          end
        end
      end
    end
  end
end
