# frozen_string_literal: true

require "digest"

module UpFront
  module Desk
    # Rules that are offered for what the person does again and again by hand. None is made without being asked for.
    class Learned
      DAYS = 60
      MOST = 3 # at a time
      EVENING = 16 * 60 + 30 # minutes after midnight; what is put off to later than that is put off to the evening
      NOT = "habit:" # before the marks of what the person wants no rule for
      NOBODY = "habits of:" # before the sender of whom no rule is wanted

      # @!attribute key [String] @!attribute habit [Core::Habits::Habit] @!attribute rule [Core::HabitRule]
      # @!attribute against [Core::Rule, nil] the rule that says otherwise of most of these messages
      # @!attribute matches [Integer] of the last 30 days @!attribute changed [Integer] of these, decided otherwise with it
      Offer = Struct.new(:key, :habit, :rule, :against, :matches, :changed, keyword_init: true)

      TRIED_DAYS = 30

      # @param rulebook [Core::Rulebook] in force
      def initialize(rulebook, now)
        @rulebook = rulebook
        @now = now
        @unwanted = Store::LeftAlone.standing.where("mark LIKE 'habit%'").pluck(:mark).to_set
      end

      # @return [Array<Offer>] at most {MOST}
      def offers
        habits = Core::Habits.new(seen).to_a.uniq { Core::HabitRule.new(_1).body } # let in by hand, or opened at once: one rule for both
        habits.lazy.reject { unwanted?(_1) }.map { offer(_1) }.select { _1.changed.positive? }.first(MOST)
      end

      # @return [Core::Habits::Habit, nil]
      def habit(key) = Core::Habits.new(seen).to_a.find { self.class.key(_1) == key }

      def self.key(habit) = Digest::SHA256.hexdigest(JSON.generate([habit.act, (habit.value if habit.act == "label"), habit.of]))[0, 24]

      COLUMNS = {
        states: %w[message_id unread cleared_at discarded_at let_in_at put_off_at back_at priority labels_on thread_word opened_at],
        messages: %w[sender_key sender_name kind], claims: %w[surface_at held priority labels discard]
      }.freeze
      Row = Struct.new(*COLUMNS.flat_map { |table, names| names.map { :"#{table}_#{_1}" } })
      private_constant :COLUMNS, :Row

      # @return [Array<Core::Habits::Seen>] the mail of these days with what was done by hand
      def seen
        since = @now - DAYS * 86_400
        rows = Store::State.joins("JOIN messages ON messages.id = states.message_id JOIN claims ON claims.message_id = states.message_id")
          .where.not(came: "quiet").where("messages.from_me = 0 AND messages.sender_key IS NOT NULL AND messages.arrived_at >= ?", since)
          .pluck(*COLUMNS.flat_map { |table, names| names.map { "#{table}.#{_1}" } })
        rows.map { Row.new(*_1) }.map do |row|
          Core::Habits::Seen.new(id: row.states_message_id, sender: row.messages_sender_key, name: row.messages_sender_name,
            kind: row.messages_kind, done: done(row), could: could(row))
        end
      end

      private

      def unwanted?(habit) = @unwanted.include?(NOT + self.class.key(habit)) || @unwanted.include?(NOBODY + habit.of.join(" "))

      def offer(habit)
        rule = Core::HabitRule.new(habit)
        draft = Core::Rule.read(rule.body, Core::Check.new, @rulebook.names)
        preview = RulesPreview.new(@rulebook, @rulebook.arranged([draft, *@rulebook.own]), touched: [draft], now: @now)
        within = preview.match_index.days_bits(TRIED_DAYS, @rulebook.zone, @now)
        changed = preview.items(within).count { Core::ClaimDifference.new(_1.before, _1.after, nil).any? }
        Offer.new(key: self.class.key(habit), habit: habit, rule: rule, against: against(habit, rule.topic),
          matches: preview.match_index.count(preview.matches(draft) & within), changed: changed)
      end

      # The rule that spoke on the same topic of the most of them.
      def against(habit, topic)
        speaking = @rulebook.rules.select { _1.effects.said.key?(topic) }.to_h { [_1.id, _1] }
        spoke = Store::Firing.where(message_id: habit.ids, outcome: "matched", rule_id: speaking.keys)
        id, count = spoke.group(:rule_id).count.max_by(&:last)
        speaking[id] if id && count * 2 >= habit.done
      end

      def done(row)
        raised = row.states_priority && Core::Priority.rank(row.states_priority) > Core::Priority.rank(row.claims_priority)
        {"let_in" => !row.states_let_in_at.nil? || nil, "at_once" => at_once?(row) || nil, "raise" => (row.states_priority if raised),
         "label" => list(row.states_labels_on).then { _1 if _1.any? },
         "discard" => (!row.states_discarded_at.nil? && !flag?(row.claims_discard)) || nil,
         "clear_unread" => (flag?(row.states_unread) && !row.states_cleared_at.nil? && row.states_opened_at.nil?) || nil,
         "evening" => evening(row), "mute" => (row.states_thread_word == "muted") || nil}.compact
      end

      def could(row)
        came_in = row.claims_surface_at && !flag?(row.claims_discard)
        cleared = came_in && row.states_cleared_at # what is here still may be opened yet
        [("let_in" if flag?(row.claims_held)), ("at_once" if waited?(row)), "raise", "label", ("discard" unless flag?(row.claims_discard)),
          ("clear_unread" if cleared), *(%w[evening mute] if came_in)].compact
      end

      # Whether it came when it was to, after it was held.
      def waited?(row)
        flag?(row.claims_held) && row.states_let_in_at.nil? && row.states_put_off_at.nil? && row.claims_surface_at&.to_time&.<=(@now)
      end

      def at_once?(row)
        opened = row.states_opened_at&.to_time
        waited?(row) && opened && (0..Core::Habits::AT_ONCE).cover?(opened - row.claims_surface_at.to_time)
      end

      def list(value) = value.is_a?(String) ? JSON.parse(value) : value.to_a
      def flag?(value) = [true, 1].include?(value)

      # @return [String, nil] the time of day to which it was put off, "17:00"
      def evening(row)
        back = row.states_put_off_at && row.states_back_at or return
        zone = @rulebook.zone
        minute = zone.minutes(back.to_time)
        Core::Clockface.of(minute - minute % 15) if minute >= EVENING && zone.date(back.to_time) == zone.date(row.states_put_off_at.to_time)
      end
    end
  end
end
