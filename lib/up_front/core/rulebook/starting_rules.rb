# frozen_string_literal: true

module UpFront
  module Core
    # Starting points: what people want of their mail, each asking the two or three things that it needs and
    # becoming an ordinary rule.
    module StartingRules
      # @!attribute shape [String] what is asked for: people, words, text, choice, day, time, date
      # @!attribute given [Object] the answer to begin with @!attribute choices [Hash{String=>String}, nil]
      Question = Struct.new(:key, :label, :shape, :given, :optional, :choices, keyword_init: true)

      # A starting point, with how its answers become a rule's body.
      class Start
        attr_reader :key, :title, :text, :questions

        def initialize(key, title, text, questions, &body)
          @key = key
          @title = title
          @text = text
          @questions = questions.freeze
          @body = body
          freeze
        end

        # @param answers [Hash{String=>Object}] @return [Array<String>] the questions that still want an answer
        def unanswered(answers) = questions.reject(&:optional).map(&:key).select { |key| [nil, "", []].include?(answers[key]) }

        # @return [Hash] a rule's body in the file's shape
        def body(answers)
          given = questions.to_h { [_1.key, _1.given] }.merge(answers)
          {"name" => title, **@body.call(given)}
        end
      end

      WAITS = {"next_round" => "the next round", "day" => "the end of the day", "off_front" => "never by itself"}.freeze
      TIMINGS = {"next_round" => {"next_round" => true}, "day" => {"until" => {"days" => 0, "at" => "16:30"}},
                 "off_front" => {"off_front" => true}}.freeze
      LEVELS = {"normal" => "as it is", "high" => "high", "top" => "top"}.freeze

      ask = ->(key, label, shape, given: nil, optional: false,
        choices: nil) { Question.new(key: key, label: label, shape: shape, given: given, optional: optional, choices: choices).freeze }
      leaf = ->(fact, op, value) { {"fact" => fact, "op" => op, "value" => value} }
      except = ->(people) { people.to_a.empty? ? {} : {"unless" => {"any" => [leaf.call("from", "is", people)]}} }

      ALL = [
        Start.new("let_in", "Let these people in", "What they write comes straight in, whatever the plan says.",
          [ask.call("people", "Who", "people"), ask.call("priority", "With priority", "choice", given: "high", choices: LEVELS)]) do |given|
          {"when" => {"all" => [leaf.call("from", "is", given["people"])]},
           "then" => {"timing" => {"now" => true}, **((given["priority"] == "normal") ? {} : {"priority" => given["priority"]})}}
        end,
        Start.new("copied", "Where I am only copied", "Mail that is addressed to others and copied to you waits.",
          [ask.call("wait", "Wait for", "choice", given: "next_round", choices: WAITS.except("off_front")),
            ask.call("except", "Except from", "people", given: [], optional: true)]) do |given|
          {"when" => {"all" => [leaf.call("my_role", "is", ["cc"])]}, **except.call(given["except"]),
           "then" => {"timing" => TIMINGS.fetch(given["wait"]), "priority" => {"lower" => 1}}}
        end,
        Start.new("newsletters", "Newsletters once a week", "All of them together, when you have time to read.",
          [ask.call("day", "On", "day", given: "fri"), ask.call("time", "At", "time", given: "15:00"),
            ask.call("except", "Except from", "people", given: [], optional: true)]) do |given|
          {"when" => {"all" => [leaf.call("kind", "is", ["newsletter"])]}, **except.call(given["except"]),
           "then" => {"timing" => {"until" => {"weekday" => given["day"], "at" => given["time"]}}, "priority" => "low"}}
        end,
        Start.new("project", "A project until its deadline", "What mentions it comes straight in and stands high, until the day is past.",
          [ask.call("words", "Words that tell the project", "words"), ask.call("until", "Until", "date"),
            ask.call("priority", "With priority", "choice", given: "high", choices: LEVELS)]) do |given|
          {"when" => {"all" => [leaf.call("subject_or_body", "mentions", given["words"])]},
           "then" => {"timing" => {"now" => true}, **((given["priority"] == "normal") ? {} : {"priority" => given["priority"]})},
           "until_date" => given["until"]}
        end,
        Start.new("alarm", "An alarm among routine notices", "A sender that writes all day, and now and then it matters.",
          [ask.call("people", "The sender of the notices", "people"), ask.call("words", "Words that only an alarm has", "words"),
            ask.call("text", "What the alert says", "text", given: "An alarm", optional: true)]) do |given|
          {"when" => {"all" => [leaf.call("from", "is", given["people"]), leaf.call("subject_or_body", "mentions", given["words"])]},
           "then" => {"timing" => {"now" => true}, "priority" => "top",
                      "alert" => {"level" => "call_out", **(given["text"].to_s.strip.empty? ? {} : {"text" => given["text"]})}}}
        end,
        Start.new("notes", "Notes to myself on top", "What you send to yourself stays at the top until you clear it.",
          [ask.call("begins", "Its subject begins with", "text", given: "to do:"),
            ask.call("priority", "With priority", "choice", given: "high", choices: LEVELS)]) do |given|
          {"when" => {"all" => [leaf.call("from_me", "is", true), leaf.call("subject", "starts_with", [given["begins"]])]},
           "then" => {"timing" => {"now" => true}, **((given["priority"] == "normal") ? {} : {"priority" => given["priority"]}),
                      "keep_at_top" => true}}
        end,
        Start.new("report", "The report that is not the person", "Somebody who matters also sends a regular report. It need not interrupt.",
          [ask.call("people", "From", "people"), ask.call("words", "Words in the report's subject", "words", given: %w[monthly report]),
            ask.call("wait", "Wait for", "choice", given: "next_round", choices: WAITS)]) do |given|
          {"when" => {"all" => [leaf.call("from", "is", given["people"]), leaf.call("subject", "mentions", given["words"])]},
           "then" => {"timing" => TIMINGS.fetch(given["wait"]), "priority" => "low"}, "last_word" => true}
        end,
        Start.new("not_named", "Everything not addressed to me", "Lists and blind copies: your name is neither in To nor in Cc.",
          [ask.call("wait", "Wait for", "choice", given: "next_round", choices: WAITS),
            ask.call("except", "Except from", "people", given: [], optional: true)]) do |given|
          {"when" => {"all" => [leaf.call("my_role", "is", ["not_named"])]}, **except.call(given["except"]),
           "then" => {"timing" => TIMINGS.fetch(given["wait"]), "priority" => {"lower" => 1}}}
        end
      ].freeze

      # @return [Start, nil]
      def self.find(key) = ALL.find { _1.key == key }
    end
  end
end
