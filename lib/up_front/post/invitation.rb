# frozen_string_literal: true

require "icalendar"

module UpFront
  module Post
    # What a letter's calendar asks (iTIP, RFC 5546): an event that one is invited to, that is called off, or that somebody has answered.
    class Invitation
      # @!attribute method [String] REQUEST, CANCEL, REPLY, PUBLISH and so on @!attribute event [CalendarItems::Event]
      # @!attribute organizer [Hash, nil] email and name @!attribute attendees [Array<Hash>] email, name, answer (PARTSTAT)
      # @!attribute more [Integer] events beside it @!attribute one_of [Boolean] whether it is one of a recurring event
      # @!attribute problems [Array<String>]
      Read = Struct.new(:method, :event, :organizer, :attendees, :more, :one_of, :problems, keyword_init: true)

      MOST_ATTENDEES = 200

      # @param text [String, nil] the calendar @param zone [Core::Zone, Core::Journey] the owner's @return [Read, nil] nil of what cannot
      #   be read
      def self.of(text, zone)
        text && new(text, zone).read
      rescue # the gems raise whatever a broken line leads to
        nil
      end

      # @return [Icalendar::Event] the one that it is about: of a recurring one the whole, where it is there
      def self.event(calendar) = calendar.events.find { _1.recurrence_id.nil? } || calendar.events.first

      # @param value [Icalendar::Values::CalAddress] @return [String] the address of one who is named (RFC 5545, section 3.3.3)
      def self.address(value) = value.to_s.sub(/\Amailto:/i, "").strip

      def initialize(text, zone)
        @text = text
        @zone = zone
      end

      # @return [Read, nil]
      def read
        calendar = Icalendar::Calendar.parse(@text).first
        event = calendar && Invitation.event(calendar) or return
        moments = CalendarMoments.new(@zone)
        item = CalendarItems.event_in(event, moments)
        method = calendar.ip_method.to_s.upcase
        Read.new(method: method.empty? ? "PUBLISH" : method, event: item, organizer: person(event.organizer),
          attendees: event.attendee.first(MOST_ATTENDEES).map { person(_1).merge(answer: answer(_1)) }, more: calendar.events.size - 1,
          one_of: !event.recurrence_id.nil?, problems: moments.problems)
      end

      private

      # @param value [Icalendar::Values::CalAddress, nil] @return [Hash, nil]
      def person(value)
        value && {email: Invitation.address(value), name: Array(value.ical_params["cn"]).first&.to_s}
      end

      def answer(value) = Array(value.ical_params["partstat"]).first.to_s.upcase.then { _1.empty? ? "NEEDS-ACTION" : _1 }
    end
  end
end
