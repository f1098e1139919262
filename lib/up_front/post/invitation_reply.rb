# frozen_string_literal: true

require "icalendar"

module UpFront
  module Post
    # The answer to an invitation (iTIP, RFC 5546, section 3.2.3): the event as it was asked for, with the one who answers alone.
    class InvitationReply
      PARTSTAT = {"accept" => "ACCEPTED", "tentative" => "TENTATIVE", "decline" => "DECLINED"}.freeze
      COPIED = %i[uid sequence organizer dtstart dtend duration recurrence_id summary location].freeze

      # @param text [String] the calendar that asks @param answer [String] of {PARTSTAT} @param email [String] who answers
      # @param name [String, nil] @param comment [String, nil] @param now [Time]
      def initialize(text, answer:, email:, now:, name: nil, comment: nil)
        @asked = Icalendar::Calendar.parse(text).first
        @answer = answer
        @email = email
        @name = name
        @comment = comment
        @now = now
      end

      # @return [String]
      def to_s
        calendar = CalendarItems.empty
        calendar.ip_method = "REPLY"
        @asked.timezones.each { calendar.add_timezone(_1) }
        calendar.add_event(event)
        calendar.to_ical
      end

      private

      def event
        asked = Invitation.event(@asked)
        Icalendar::Event.new.tap do |event|
          COPIED.each { |name| asked.public_send(name)&.then { |value| event.public_send(:"#{name}=", value) } }
          event.dtstamp = CalendarMoments.stamp(@now)
          event.attendee = [attendee(asked)]
          event.comment = [@comment] unless @comment.to_s.strip.empty?
        end
      end

      # As the invitation names them (RFC 5545, section 3.3.3: an address is compared without its case).
      def attendee(asked)
        named = asked.attendee.find { Invitation.address(_1).casecmp?(@email) }
        Icalendar::Values::CalAddress.new(named ? named.to_s : "mailto:#{@email}",
          {"partstat" => PARTSTAT.fetch(@answer), "cn" => @name}.compact)
      end
    end
  end
end
