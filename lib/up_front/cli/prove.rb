# frozen_string_literal: true

module UpFront
  module CLI
    # Whether a rulebook keeps what was promised of it, and its examples: as JSON, or to read.
    class Prove
      # Something that was promised does not hold.
      class Broken < Unusable; end

      # @param rulebook [Core::Rulebook] @param now [Time] on whose day the year begins that is looked at
      def initialize(rulebook, now:, json: false, out: $stdout)
        @rulebook = rulebook
        @now = now
        @json = json
        @out = out
      end

      # @raise [Broken] once all is printed
      def call
        prover = Core::Prover.new(@rulebook, from: @rulebook.zone.date(@now))
        promises = @rulebook.promises.map { |promise| shown(prover.answer(promise)) }
        examples = @rulebook.examples.map { |example| [example, example.broken(@rulebook.decide(example.message, paused: false))] }
        @json ? as_json(promises, examples) : to_read(promises, examples)
        broken = promises.count { |answer, _| answer.answer == Core::Prover::BROKEN } + examples.count { _2.any? }
        raise Broken, "#{Core::English.count(broken, "promise or example", "promises or examples")} broken." if broken.positive?
      end

      private

      # What breaks a promise is written as a letter, and decided anew as it would be read: what cannot be shown so is not said.
      # @return [Array(Core::Prover::Answer, String)] the answer, and the letter
      def shown(answer)
        return [answer, nil] unless answer.message

        text = Post::WrittenLetter.text(answer.message)
        again = text && @rulebook.decide(read(text, answer.message.arrived_at), paused: false)
        return [answer, text] if again && !answer.promise.kept?(again, @rulebook.plan)

        [Core::Prover::Answer.new(promise: answer.promise, answer: Core::Prover::NOT_DECIDED), nil]
      end

      def read(text, arrival)
        letter = Post::Letter.new(text)
        sender = letter.fields.fetch(:from, []).first
        letter.message(account: "", mailbox: "INBOX", arrived_at: arrival, first_contact: !sender.nil?, reply_to_mine: false)
      end

      def as_json(promises, examples)
        told = promises.map do |answer, text|
          {"name" => answer.promise.name, "answer" => answer.answer,
           "counterexample" => text && {"message" => text, "at" => @rulebook.zone.iso(answer.message.arrived_at)}}
        end
        kept = examples.map { |example, broken| {"name" => example.name, "kept" => broken.empty?} }
        @out.puts JSON.generate("promises" => told, "examples" => kept)
      end

      def to_read(promises, examples)
        promises.each do |answer, text|
          @out.puts "#{WORDS.fetch(answer.answer)}: “#{answer.promise.name}”. #{Core::PromiseText.said(answer.promise)}"
          @out.puts "  #{Core::PromiseText.broken(answer, @rulebook.zone)}" if text
        end
        examples.each { |example, broken| @out.puts "#{broken.empty? ? "kept" : "not kept"}: the example “#{example.name}”." }
        @out.puts "Nothing is promised of this rulebook." if promises.empty? && examples.empty?
      end

      WORDS = {"proved" => "proved", "broken" => "broken", "not_decided" => "not decided"}.freeze
      private_constant :WORDS
    end
  end
end
