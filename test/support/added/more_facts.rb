# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # One fact of each type, for a test that a fact is one file.
      module MoreFacts
        SENT_BY = ->(message) { message.header("x-desk").map { Address.new(_1) } }
        DUE = ->(message) { message.header("x-due").first&.then { Time.iso8601(_1) } }

        FACTS = [
          Fact.new(name: "crate", type: Types::Text, columns: %i[crate], label: "its crate") { _1.header("x-crate") },
          Fact.new(name: "desk", type: Types::People, columns: %i[desk], label: "its desk", &SENT_BY),
          Fact.new(name: "shouted", type: Types::Flag, columns: %i[shouted], label: "it shouts",
            denial: "it does not shout") { _1.subject.match?(/\p{Lu}{4}/) },
          Fact.new(name: "length", type: Types::Number, columns: %i[length], label: "its length") { _1.subject.size },
          Fact.new(name: "tone", type: Types::Choice.new({"loud" => "loud", "calm" => "calm"}), columns: %i[tone],
            label: "its tone") { [_1.subject.include?("!") ? "loud" : "calm"] },
          Fact.new(name: "hall", type: Types::Choice.new, columns: %i[hall_key], label: "its hall") { [_1.header("x-hall").first.to_s] },
          Fact.new(name: "due_on", type: Types::Day, columns: %i[due_at], label: "it is due", &DUE),
          Fact.new(name: "sent_within", type: Types::Span, columns: %i[sent_at], label: "it was written") { _1.date },
          Fact.new(name: "sent_in", type: Types::Window, columns: %i[sent_at], label: "the window of its writing") { _1.date }
        ].freeze
      end
    end
  end
end
