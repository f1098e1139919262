# frozen_string_literal: true

module UpFront
  module Core
    # A promise in the written language, without its name. {Language.hear_promise} hears it back.
    module PromiseSentence
      LOUDEST = {"none" => "it never alerts", "tap" => "it never alerts louder than a tap",
                 "chime" => "it never alerts louder than a chime"}.freeze
      ON_FRONT = "it is never taken off the Front"

      module_function

      # @param promise [Promise] @return [String] "Mail where (it is a newsletter): it never alerts."
      def promise(promise)
        exception = ", unless #{Sentence.exception(promise.unless)}" if promise.unless
        arriving = ", arriving #{span(promise.arriving)}" if promise.arriving
        "#{mail(promise)}#{exception}: #{holds(*promise.to_h["holds"].first, promise.bound)}#{arriving}."
      end

      def mail(promise)
        (promise.when.to_h == {"all" => []}) ? ViewSentence::ALL : "Mail where #{Sentence.condition(promise.when)}"
      end

      def holds(kind, said, bound)
        case kind
        when "comes_in" then "it comes in within #{Duration.say(said)}"
        when "waits" then "it waits no longer than #{Duration.say(said)}"
        when "loudest" then LOUDEST.fetch(said)
        when "on_front" then ON_FRONT
        when "silent" then "it does not sound #{span(bound)}"
        else "it raises at most #{said} alerts a day"
        end
      end

      def span(span) = Types::Span.say({"from" => Clockface.of(span.from), "to" => Clockface.of(span.to), "days" => span.days}, "within")
      private_class_method :mail, :holds, :span
    end
  end
end
