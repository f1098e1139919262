# frozen_string_literal: true

require "digest"

module UpFront
  module Desk
    # The check-up of the rulebook in force: what is proved of it, and what was seen of it in the mail of the last days and in its alerts.
    class CheckUp
      extend KeptPreview

      DAYS = 90
      LOUD_DAYS = 28

      # @!attribute key [String] a mark of what it is about: another, once a rule or thing that it names has changed
      # @!attribute since [Time, nil] when the youngest rule that it names was last changed
      Found = Struct.new(:key, :finding, :since, keyword_init: true)

      attr_reader :rulebook

      def initialize(rulebook, now)
        @rulebook = rulebook
        @now = now
        @match_index = Store::MatchIndex.at(now)
        @state = state(rulebook, now)
      end

      def of?(rulebook, now) = @state == state(rulebook, now)

      # @return [Integer] messages that were looked at
      def messages = mail.messages

      # @return [Array<Found>]
      def found
        @found ||= begin
          findings = Core::CheckUp.new(rulebook, at: @now, date: rulebook.zone.date(@now), mail: mail, alerts: alerts,
            in_use: Store::AppliedNames.by_hand).findings
          findings = failing + promised + findings + health
          changed = Store::RuleVersion.group(:rule_id).maximum(:at)
          findings.map { Found.new(key: key(_1), finding: _1, since: since(_1, changed)) }
        end
      end

      private

      # What it hangs on: another rulebook, other mail, another day, other names in use.
      def state(rulebook, now)
        [rulebook.revision, rulebook.document, Store::MatchIndex.at(now).size, rulebook.zone.date(now), Store::Alert.maximum(:id),
          unreached, Store::Setting[StoppedRules::KEY], Store::Connection.path, Store::Setting[Measure::KEY],
          Store::Unsubscribing.pluck(:id, :state)]
      end

      def mail
        @mail ||= Core::MailFindings.new(rulebook).tap do |mail|
          within = @match_index.days_bits(DAYS, rulebook.zone, @now)
          fits = RulesPreview.fitting(@match_index, rulebook, within)
          @match_index.places_of(within).each { |place| mail.add(@match_index.arrivals[place], fits[place] || []) }
        end
      end

      IDLE_DAYS = 28 # in which a round that is of use brings something
      YEAR = 365 * 86_400 # seconds

      # What is not wrong, and of no use.
      def health
        [*Core::HeldFindings.new(rulebook, waited, days: LOUD_DAYS, now: @now).to_a,
          *Core::PlanHealth.new(rulebook.plan, rulebook.zone.date(@now)).to_a, *Core::PeopleFindings.new(rulebook).to_a, *idle_rounds,
          *silent_members, *SenderFindings.new(rulebook, @now).to_a]
      end

      # @return [Array<Core::HeldFindings::Waited>] what was held and came by itself, by the rule that spoke first on when
      def waited
        rows = Store::State.joins("JOIN claims ON claims.message_id = states.message_id")
          .where(let_in_at: nil, put_off_at: nil, claims: {held: true, surface_at: (@now - LOUD_DAYS * 86_400)..@now})
          .pluck("states.message_id", "claims.surface_at", "states.opened_at")
        holders = first_on_timing(rows.map(&:first))
        rows.map do |id, came, opened|
          at_once = opened && (0..Core::Habits::AT_ONCE).cover?(opened.to_time - came.to_time)
          Core::HeldFindings::Waited.new(rule: holders[id], at_once: at_once == true)
        end
      end

      def first_on_timing(ids)
        places = rulebook.rules.each_with_index.select { |rule, _| rule.effects.timing }.to_h { |rule, place| [rule.id, place] }
        spoke = Store::Firing.where(outcome: "matched", rule_id: places.keys)
        ids.each_slice(2_000).flat_map { spoke.where(message_id: _1).pluck(:message_id, :rule_id) }
          .group_by(&:first).transform_values { |of| of.map(&:last).min_by { places[_1] } }
      end

      def idle_rounds
        since = @now - IDLE_DAYS * 86_400
        return [] unless oldest && oldest <= since

        brought = Store::Claim.joins("JOIN messages ON messages.id = claims.message_id").where("messages.arrived_at >= ?", since)
          .distinct.pluck(:round)
        (rulebook.plan.rounds.map(&:name) - brought).map do |name|
          Core::Finding.new(kind: "round_idle", rules: [], where: "/plan",
            said: "The round #{name} has brought nothing in #{IDLE_DAYS} days.",
            seen: Core::Finding::Seen.new(messages: 0, from: since, until: @now))
        end
      end

      # Where mail goes back for a year, those of a group who have not written in it.
      def silent_members
        return [] unless oldest && oldest <= @now - YEAR

        rulebook.document.fetch("groups", []).each_with_index.flat_map do |group, place|
          people = group["members"].reject { _1.start_with?("@") }.map { Core::Address.normalise(_1) }
          wrote = Store::Message.where(sender_key: people).where("arrived_at >= ?", @now - YEAR).distinct.pluck(:sender_key)
          (people - wrote).map { |person| silent(group, place, person) }
        end
      end

      def silent(group, place, person)
        Core::Finding.new(kind: "silent_member", rules: [], where: "/groups/#{place}",
          said: "#{person}, of the group “#{group["name"]}”, has not written for a year.",
          seen: Core::Finding::Seen.new(messages: 0, from: @now - YEAR, until: @now))
      end

      def oldest = @oldest ||= Store::Message.minimum(:arrived_at)&.to_time

      # Rules that decide nothing, or not as they say, though nothing is wrong with what they say.
      def failing
        unread = Store::Rule.in_order.reject { |row| rulebook.rules.any? { _1.id == row.id } }.map do |row|
          Core::Finding.new(kind: "unreadable", rules: [], where: "/rules",
            said: "“#{row.name}” cannot be read by this version of Up Front, and decides nothing.")
        end
        unread + rulebook.rules.each_with_index.filter_map { |rule, place| mute(rule, place) } + unreached.map do |said|
          Core::Finding.new(kind: "unreached", rules: [], where: "/sources", said: said)
        end + sending_stopped
      end

      def sending_stopped
        rulebook.rules.select { StoppedRules.ids.include?(_1.id) }.map do |rule|
          Core::Finding.new(kind: "sending_stopped", rules: [rule.name], where: "/outgoing",
            said: "“#{rule.name}” forwards and answers no more: three of its messages in a row were refused.",
            seen: Core::Finding::Seen.new(messages: StoppedRules::REFUSED, from: @now - DAYS * 86_400, until: @now))
        end
      end

      # What was promised and does not hold, and examples that are decided otherwise.
      def promised
        promises = Promises.of(rulebook, @now)
        broken = promises.found(within: nil).each_with_index.select { |found, _| found.broken? }.map do |found, place|
          said = (found.answer.message ? Core::PromiseText.broken(found.answer, rulebook.zone) : Core::PromiseText.said(found.promise))
          Core::Finding.new(kind: "promise_broken", rules: [], where: "/promises/#{place}", said: "It does not hold: #{said}")
        end
        broken + promises.examples.each_with_index.select { |(_, turned), _| turned.any? }.map do |(example, _), place|
          Core::Finding.new(kind: "example_turned", rules: [], where: "/examples/#{place}",
            said: "The example “#{example.name}” is not decided as it shall be any more.")
        end
      end

      # @return [Array<String>] what is wrong with the mailboxes that cannot be read at present
      def unreached = Store::Source.where.not(problem: nil).order(:id).pluck(:problem)

      def mute(rule, place)
        sound = rule.effects.alert&.fetch("sound", nil) or return
        return if Core::AlertEffect::SOUNDS.include?(sound) || Store::Sound.exists?(name: sound)

        Core::Finding.new(kind: "sound_gone", rules: [rule.name], where: "#{rulebook.where(place)}/then/alert",
          said: "The sound “#{sound}” of “#{rule.name}” is not here any more: its alert sounds as usual.")
      end

      def alerts = Core::Loudness.new(SoundedAlerts.since(@now - LOUD_DAYS * 86_400, rulebook), LOUD_DAYS)

      def since(finding, changed) = finding.rules.filter_map { changed[rulebook.by_name[_1]&.id] }.max&.to_time

      OF_RULES = %w[rules house].freeze # where what is found is told by its rules
      private_constant :OF_RULES

      def key(finding)
        kind, place = finding.where.split("/").drop(1)
        of_rules = OF_RULES.include?(kind)
        about = of_rules ? finding.rules.map { rulebook.by_name[_1].to_h } : rulebook.document[kind]
        about = about[place.to_i] if place && !of_rules
        said = finding.said unless of_rules && finding.kind != "unreadable" # several things may be said of one group or plan
        Digest::SHA256.hexdigest(JSON.generate([finding.kind, about, said]))[0, 24]
      end
    end
  end
end
