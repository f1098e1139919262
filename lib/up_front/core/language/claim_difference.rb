# frozen_string_literal: true

module UpFront
  module Core
    # What one claim on a message has otherwise than another, in words.
    class ClaimDifference
      TOPICS = %w[timing priority alert ink labels keep_at_top flag mark_read discard follow_up forward reply].freeze
      SWITCHED = {"keep_at_top" => "kept at top", "flag" => "flagged", "mark_read" => "marked read", "discard" => "discarded"}.freeze
      TITLES = {"timing" => "when it comes", "priority" => "priority", "alert" => "alert", "ink" => "ink", "labels" => "labels", "keep_at_top" => "kept at top", "flag" => "flag",
                "mark_read" => "read mark", "discard" => "discarded", "follow_up" => "follow-up", "forward" => "forwarding", "reply" => "reply"}.freeze

      # @!attribute now [String] as it would be @!attribute was [String] as it is
      Change = Struct.new(:topic, :now, :was)

      # @param before [Claim] @param after [Claim] @param time_format [TimeFormat]
      # @param topics [Array<String>] those to look at
      def initialize(before, after, time_format, topics: TOPICS)
        @before = before
        @after = after
        @time_format = time_format
        @topics = topics
      end

      def any? = @topics.any? { differs?(_1) }
      def topics = @topics.select { differs?(_1) }

      # @return [Array<Change>]
      def changes = topics.map { |topic| Change.new(topic, said(topic, @after), said(topic, @before)) }

      private

      def differs?(topic) = value(topic, @before) != value(topic, @after)

      def value(topic, claim)
        case topic
        when "timing" then [claim.surface_at, claim.held, claim.round]
        when "follow_up" then claim.follow_up_at
        when "labels" then claim.labels.sort
        else claim.public_send(topic)
        end
      end

      def said(topic, claim)
        given = value(topic, claim)
        case topic
        when "timing" then timing(claim)
        when "priority" then given
        when "alert" then given ? given["level"].tr("_", "-") : "silent"
        when "labels" then given.empty? ? "no label" : "labelled #{English.join(given, "and")}"
        when "follow_up" then given ? "follow-up #{@time_format.moment(given)}" : "no follow-up"
        when "ink" then given || "no ink"
        when "forward", "reply" then (given.nil? || given.empty?) ? "no #{TITLES.fetch(topic)}" : "#{topic} #{English.join(Array(given), "and")}"
        else given ? SWITCHED.fetch(topic) : "not #{SWITCHED.fetch(topic)}"
        end
      end

      def timing(claim)
        return claim.held ? @time_format.moment(claim.surface_at) : "straight in" if claim.surface_at
        return "discarded" if claim.discard

        claim.held ? "no moment" : "off the Front"
      end
    end
  end
end
