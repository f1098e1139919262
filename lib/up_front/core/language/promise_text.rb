# frozen_string_literal: true

module UpFront
  module Core
    # A promise in English, and how a message breaks it.
    module PromiseText
      LOUDEST = {"none" => "never alerts", "tap" => "never alerts louder than a tap", "chime" => "never alerts louder than a chime"}.freeze
      KINDS = {"newsletter" => "a newsletter", "list" => "list mail", "notice" => "an automatic notice", "invitation" => "an invitation",
               "auto_reply" => "an automatic reply", "person" => "a message"}.freeze

      module_function

      # @param promise [Promise] @return [String] "Mail where the sender is “a@b.example” comes in within 30 minutes."
      def said(promise)
        document = promise.to_h["holds"].values.first
        says = case promise.kind
        when "comes_in" then "comes in within #{Duration.say(document)}"
        when "waits" then "waits no longer than #{Duration.say(document)}"
        when "loudest" then LOUDEST.fetch(document)
        when "on_front" then "is never taken off the Front"
        when "silent" then "does not sound #{span(promise.bound)}"
        else "raises at most #{English.count(document, "alert")} a day"
        end
        English.sentence("#{mail(promise)} #{says}#{arriving(promise)}.")
      end

      # @param answer [Prover::Answer] of a broken one @param zone [Zone]
      # @return [String] "A message from a@b.example that arrives on Friday 12 March at 17:01 waits until Monday 15 March at 08:00."
      def broken(answer, zone)
        message = answer.message
        arrives = "#{about(message)} that arrives on #{at(message.arrived_at, zone)}"
        English.sentence("#{arrives} #{happens(answer.promise, answer.claim, zone)}.")
      end

      # @param claim [#surface_at, #arrived_at, #alert, #held, #discard, #trace] by which it is broken @param plan [Plan]
      # @return [String] "it comes 2 hours late"
      def breaks(promise, claim, plan)
        if %w[comes_in waits].include?(promise.kind) && claim.surface_at
          late = claim.surface_at - promise.bound.after(claim.arrived_at, plan.zone)
          return "it comes #{Duration.say(Duration.of((late / 60).ceil * 60))} late"
        end
        "it #{happens(promise, claim, plan.zone)}"
      end

      def mail(promise)
        all = promise.when.to_h == {"all" => []}
        some = all ? "all mail" : "mail where #{asked(promise.when) { Sentence.condition(_1) }}"
        promise.unless ? "#{some}, unless #{asked(promise.unless) { Sentence.exception(_1) }}," : some
      end

      def asked(node) = node.is_a?(Condition::Leaf) ? Sentence.leaf(node) : yield(node)

      def arriving(promise) = promise.arriving ? ", where it arrives #{span(promise.arriving)}, days off apart" : ""

      def span(span)
        "between #{Clockface.of(span.from)} and #{Clockface.of(span.to)} on #{Weekdays.say(span.days)}"
      end

      def about(message)
        who = message.from.first
        parts = [Facts::Transport.kind(message).then { KINDS.fetch(_1) }, ("from #{who.email}" if who),
          ("with #{English.count(message.attachments.size, "attachment")}" if message.attachments.any?),
          ("whose subject is #{Quoting.text(message.subject)}" unless message.subject.empty?),
          ("with the text #{Quoting.text(message.body)}" unless message.body.empty?)]
        parts.compact.join(" ")
      end

      def happens(promise, claim, zone)
        if %w[loudest silent].include?(promise.kind)
          return "raises #{AlertEffect::NAMES.fetch(claim.alert["level"])} on #{at(claim.surface_at, zone)}"
        end
        return "waits until #{at(claim.surface_at, zone)}" if claim.surface_at

        if claim.held
          "never comes in"
        else
          "#{claim.discard ? "is discarded" : "is taken off the Front"}#{by(claim)}"
        end
      end

      def at(instant, zone) = zone.local(instant).strftime("%A %-d %B at %H:%M")

      def by(claim) = claim.trace ? " by “#{claim.trace.timing.find { _1["rule"] }&.fetch("rule")}”" : ""
      private_class_method :mail, :asked, :arriving, :span, :about, :happens, :at, :by
    end
  end
end
