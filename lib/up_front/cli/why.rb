# frozen_string_literal: true

module UpFront
  module CLI
    # Why a rule did not decide messages of files: as JSON, or to read.
    class Why < EachMessage
      # @param name [String] of the rule @param json [Boolean] @raise [Unusable]
      def initialize(rulebook, name:, json: false, **given)
        super(rulebook, **given)
        @json = json
        @rule = rulebook.rules.find { Core::Text.fold(_1.name) == Core::Text.fold(name) }
        raise Unusable, "There is no rule “#{name}” in that rulebook." unless @rule
      end

      private

      def answer(message)
        why = Core::WhyNot.new(@rulebook, @rule, message)
        return print(Core::WhyNotReport.new(why).to_h) if @json

        @out.puts ["“#{message.subject}”", *Core::WhyNotText.new(why).lines].join("\n  ")
      end
    end
  end
end
