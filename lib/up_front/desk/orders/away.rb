# frozen_string_literal: true

module UpFront
  module Desk
    # The notice that one is away: to whom, from when until when, in which words; read as it is given, and tried on the last days' mail.
    module Away
      KEY = "away"
      WHOM = %w[everyone organisation contacts].freeze
      DAYS = 7 # in which nobody gets it twice
      MOST_DAYS = 30
      PREVIEWED = 7 # days
      LONGEST = 366 * 86_400 # seconds
      HOLDS = %w[none daily all].freeze # mail comes as ever; once a day; not before the return
      USUAL_ROUND = "08:00"

      # @return [Hash, nil] as it was given, whether it holds now or not
      def self.kept = Store::Setting[KEY]

      # @return [Hash, nil] the notice that holds at that moment
      def self.current(now)
        kept = self.kept or return
        kept if Time.iso8601(kept["from"]) <= now && Time.iso8601(kept["until"]) > now
      end

      # @param given [Hash] from and until (Time), inside, outside (texts), whom, except (people), days;
      #   hold (of {HOLDS}), round (HH:MM, of daily)
      # @return [Hash] in the shape that is kept @raise [Impossible, Core::Refused]
      def self.read(given, now)
        raise Act::Impossible.new("Say until when you are away.", pointer: "/until") unless given["until"]

        from = [given["from"] || now, now].max
        raise Act::Impossible.new("That end has passed already.", pointer: "/until") if given["until"] <= from
        raise Act::Impossible.new("A year is the most.", pointer: "/until") if given["until"] - now > LONGEST
        raise Act::Impossible.new("Say something.", pointer: "/outside") if given["outside"].to_s.strip.empty?

        whom = WHOM.include?(given["whom"]) ? given["whom"] : "everyone"
        {"from" => from.getutc.iso8601, "until" => given["until"].getutc.iso8601, "outside" => given["outside"].to_s,
         "inside" => given["inside"].to_s.strip.empty? ? given["outside"].to_s : given["inside"].to_s, "whom" => whom,
         "except" => GivenPeople.read(Array(given["except"]), "/except"), "days" => (given["days"] || DAYS).clamp(1, MOST_DAYS),
         "hold" => HOLDS.include?(given["hold"]) ? given["hold"] : "none",
         "round" => given["round"].to_s.match?(/\A(?:[01]\d|2[0-3]):[0-5]\d\z/) ? given["round"] : USUAL_ROUND}
      end

      # Who of the last days' mail would have had it, once each. @return [Array<Core::Address>]
      def self.would_have_had(notice, rulebook, now)
        since = now - PREVIEWED * 86_400
        ids = Store::State.where(came: "arrived").joins("JOIN messages ON messages.id = states.message_id")
          .where("messages.arrived_at >= ?", since).order("messages.arrived_at").pluck(:message_id)
        ids.each_slice(500).flat_map { |some|
          Store::Message.to_core(some).values.filter_map do |message|
            reading = Core::Reading.new(message)
            reply = Core::AutomaticReply.new(reading, rulebook.names)
            reply.recipient unless reply.reason || left_out(notice, reply.recipient, rulebook.names)
          end
        }.uniq(&:key)
      end

      # @return [String, nil] why this one gets none
      def self.left_out(notice, person, names)
        inside = names.organisation.include?(person)
        return "it is for your organisation alone" if notice["whom"] == "organisation" && !inside
        return "it is for your contacts alone" if notice["whom"] == "contacts" && !inside && !names.contacts.include?(person)

        "you left them out" if notice["except"].any? { Core::AddressSet.of(_1).include?(person) }
      end
    end
  end
end
