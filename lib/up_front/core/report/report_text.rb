# frozen_string_literal: true

module UpFront
  module Core
    # A report in plain English: what it comes to, first, and each figure with what it counts.
    class ReportText
      WAYS = {"straight" => "came straight in", "round" => "came in rounds", "time" => "came at another time that was set for them",
              "hand" => "were brought in by hand", "waits" => "still wait", "never" => "stayed off the Front",
              "history" => "were here before Up Front was"}.freeze
      FIGURES = {"interruptions" => "Moments that interrupt, a day", "longest" => "Longest stretch undisturbed, minutes",
                 "alerts" => "Alerts, a day", "straight" => "Straight in, a day", "mail" => "Messages, a day"}.freeze
      LESS_IS_BETTER = {"interruptions" => true, "longest" => false}.freeze

      # @param report [DayReport] @param minutes [Integer] that an interruption costs
      def initialize(report, minutes:)
        @report = report
        @figures = report.to_h
        @minutes = minutes
      end

      # @return [String] what it comes to
      def lead
        return "#{stretch} there was no work: #{mail}." if working.zero?

        "#{stretch}, mail interrupted you #{often}#{cost}."
      end

      # @return [String] what else there is to say of it
      def rest = working.zero? ? "" : "#{alone} #{English.sentence(mail)}."

      # "From 23 February to 8 March"
      def stretch
        first, last = @report.dates.begin, @report.dates.end
        return "On #{English.day(first)}" if first == last

        "From #{first.strftime("%-d %B#{" %Y" if first.year != last.year}")} to #{English.day(last)}"
      end

      # @return [Array<Array(String, String)>] what is counted, and how much it is
      def lines
        [["Messages that arrived", number(@figures[:mail])], *@figures[:ways].filter_map { |way, count|
          [" #{WAYS.fetch(way)}", number(count)] if count.positive?
        },
          ["Moments that interrupt, #{hours}", "#{number(@figures[:interruptions])} on #{working_days}"],
          ["Longest stretch undisturbed, usually", ReportText.lasting(@figures[:undisturbed])],
          *@figures[:stretches].map { |long, count| ["Stretches of #{ReportText.lasting(long)} or more, a working day", count.to_s] },
          ["Alerts", alerts], *waits, ["Opened", looked], ["Answered", answered],
          ["Put off", put_off]]
      end

      # @param answer [FairComparison::Answer] @return [String] "26.4 before, 11.3 after: fewer by 15.1 (20 and 11 working days)"
      def self.compared(answer)
        days = "#{answer.before_days} and #{English.count(answer.after_days, "working day")}"
        return "Too few days to tell (#{days} that can be compared)." unless answer.enough?

        "#{plain(answer.before)} before, #{plain(answer.after)} after (#{days}, weekday by weekday)"
      end

      # @param minutes [Integer] @return [String] "1 h 56 min"
      def self.lasting(minutes) = minutes.zero? ? "0 min" : TimeFormat.lasting(minutes)
      def self.plain(number) = (number == number.to_i) ? number.to_i.to_s : number.to_s

      private

      def working = @figures[:working_days]
      def number(count) = English.thousands(count)
      def working_days = English.count(working, "working day")
      def hours = [DayReport::WORK.begin, DayReport::WORK.end].map { Clockface.of(_1) }.join(" to ")

      def often
        return English.count(@figures[:interruptions], "time") if working == 1

        "#{ReportText.plain(@figures[:interruptions].fdiv(working).round(1))} times a working day"
      end

      def cost
        return "" if @minutes.zero? || @figures[:interruptions].zero?

        each = (@figures[:interruptions] * @minutes).fdiv(working).round
        ", which at #{English.count(@minutes, "minute")} each is #{ReportText.lasting(each)}#{" a day" if working > 1}"
      end

      def alone
        longest = ReportText.lasting(@figures[:undisturbed])
        "In #{working_days}, the longest that you were left alone was #{"usually " if working > 1}#{longest}."
      end

      def mail
        straight = @figures[:ways].fetch("straight")
        arrived = "#{English.count(@figures[:mail], "message")} arrived"
        @figures[:mail].zero? ? arrived : "#{arrived}, #{English.among(straight, "them")} straight in"
      end

      def alerts
        alerts = @figures[:alerts]
        return "none" if alerts[:shown].zero? && alerts[:silenced].zero?

        "#{number(alerts[:shown])} shown: #{number(alerts[:soon])} opened within #{DayReport::OPENED_SOON / 60} minutes, " \
          "#{number(alerts[:later])} later, " \
          "#{number(alerts[:never])} never; #{number(alerts[:silenced])} silenced"
      end

      def waits
        @figures[:waits].filter_map do |priority, wait|
          next if wait[:count].zero?

          ["Waited, #{priority} priority (#{number(wait[:count])})",
            "usually #{ReportText.lasting(wait[:usual])}, at most #{ReportText.lasting(wait[:longest])}"]
        end
      end

      def looked
        looks = @figures[:looks]
        return "none of #{number(looks[:of])} that came to the Front" if looks[:count].zero?

        "#{number(looks[:count])} of #{number(looks[:of])} that came to the Front, usually after #{minutes(looks[:usual])}"
      end

      def answered
        answers = @figures[:answers]
        return "none" if answers[:count].zero?

        "#{number(answers[:count])}, usually after #{minutes(answers[:usual])}: " \
          "#{number(answers[:with_rounds])} within half an hour of a round, " \
          "#{number(answers[:else])} at other times"
      end

      def put_off
        off = @figures[:put_off]
        "#{English.count(off[:messages], "message")}, #{English.count(off[:times], "time")} in all"
      end

      def minutes(seconds) = ReportText.lasting((seconds / 60.0).round)
    end
  end
end
