# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # When the message surfaces. The claim's own moment holds what came of it.
      class TimingEffect < Effect
        STEADY = {"now" => "straight in", "next_round" => "wait for the next round", "off_front" => "off the Front"}.freeze
        LATER = {0 => "", 1 => " the next day"}.freeze

        def field = nil

        def read(value, check, names) = Core::Timing.read(value, check, names)&.to_h
        def meaning(value, names) = Core::Timing.read(value, Check.new, names)
        def rename(value) = value.key?("round") ? {"round" => yield("rounds", value["round"])} : value

        def say(value)
          kind, given = value.first
          STEADY[kind] || ((kind == "round") ? "wait for the round #{Quoting.name(given)}" : "wait #{waiting(given)}")
        end

        def written(phrases) = [*steady(phrases), round(phrases), after(phrases), weekday(phrases), time_of_day(phrases)].reduce(:|)

        def schema(schemas) = schemas.ref("timing")

        # Straight in, later, and never are three things; two moments to wait for are none the other's opposite.
        def opposite?(one, other) = [one, other].map { %w[now off_front].index(_1.keys.first) }.uniq.size > 1

        # Nothing but the moment that came of it is compared.
        def comparable(claim) = [claim.surface_at, claim.held, claim.round]

        def tell(claim, time_format)
          return claim.held ? time_format.moment(claim.surface_at) : "straight in" if claim.surface_at
          return "discarded" if claim.discard

          claim.held ? "no moment" : "off the Front"
        end

        def editor = {shape: "timing", lead: "it"}

        private

        def waiting(given)
          return "for #{Duration.say(given["after"])}" if given.key?("after")
          return "until #{Weekdays::NAMES.fetch(given["weekday"])} #{given["at"]}" if given.key?("weekday")

          "until #{given["at"]}#{LATER.fetch(given["days"], " #{given["days"]} days later")}"
        end

        def steady(phrases) = STEADY.map { |kind, phrase| phrases.value(phrase) { {kind => true} } }
        def round(phrases) = phrases.after("wait for the round", phrases.name) { {"round" => _1} }
        def after(phrases) = phrases.after("wait for", phrases.duration) { {"until" => {"after" => _1}} }

        def weekday(phrases)
          phrases.after("wait until", phrases.pair(phrases.day, phrases.time)) { |day, time| {"until" => {"weekday" => day, "at" => time}} }
        end

        def time_of_day(phrases)
          later = phrases.value("the next day") { 1 } | phrases.before("days later", phrases.whole)
          phrases.after("wait until", phrases.perhaps(phrases.time, later)) do |time, days|
            {"until" => {"days" => days || 0, "at" => time}}
          end
        end
      end

      Timing = TimingEffect.new("timing", place: 0, title: "when it comes", menu: [
        ["comes straight in", "now at once immediately through", {"now" => true}],
        ["waits for the next round", "hold batch later delay", {"next_round" => true}],
        ["waits for a certain round", "hold batch later named", {"round" => nil}],
        ["waits until a time of day", "later tomorrow morning delay hold", {"until" => {"days" => 1, "at" => "09:00"}}],
        ["waits until a day of the week", "weekly monday friday once a week later", {"until" => {"weekday" => "fri", "at" => "15:00"}}],
        ["waits for so long", "hours delay later", {"until" => {"after" => "PT2H"}}],
        ["stays off the Front", "never hide not shown silent", {"off_front" => true}]
      ])
    end
  end
end
