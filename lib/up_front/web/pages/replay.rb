# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Two rulebooks over the person's own mail of some days: figures beside each other, what differs and by which rule, what the person
      # really did with it, and a day to be played.
      class Replay
        KINDS = {"sooner" => "comes sooner", "later" => "comes later", "comes" => "comes in, and did not", "no_more" => "comes in no more",
                 "proposals" => "is asked about otherwise"}.freeze

        # @param sides [Array(Hash, Hash)] see {Desk::ReplaySides#book} @param days [Integer, nil] how far back; all mail where nil
        # @param day [String, nil] to be played; the last working day before today where nil
        # @param wanted [#call] whether the answer is still waited for
        def initialize(rulebook, now, sides, days:, day: nil, wanted: -> { true })
          books = sides.map { Desk::ReplaySides.new(rulebook).book(_1) }
          @rulebook = rulebook
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @mail = Desk::ReplayMail.new(rulebook, books, now, days: days, wanted: wanted)
          @today = rulebook.zone.date(now)
          @day = day && Core::Check.new.date(day)
        end

        def to_h
          {lead: lead, stretch: stretch, messages: replay.messages, figures: figures, hours: replay.figures.map { _1.hours(zone) },
           groups: @mail.groups.map { group(_1) }, judgement: judgement, played: played}
        end

        private

        def replay = @mail.replay
        def zone = @rulebook.zone

        def lead
          return "There is no mail of these days." if replay.messages.zero?
          return "No message would come otherwise." if replay.different.zero?

          "#{Core::English.sentence(Core::English.among(replay.different, "#{Core::English.thousands(replay.messages)} messages"))} " \
            "would come otherwise."
        end

        def stretch
          return "" if replay.messages.zero?

          first, last = replay.stretch.map { @time_format.day(zone.date(_1)) }
          "#{Core::English.sentence(Core::English.count(replay.messages, "message"))} that arrived from #{first} to #{last}. " \
            "Heads-down and what was done by hand play no part."
        end

        def figures = Core::ReplayTable.new(replay.figures.map(&:to_h)).rows.map { |name, a, b| {name: name, a: a, b: b} }

        def group(group)
          effect = Core::Effects.find(group.kind)
          {kind: group.kind, title: KINDS[group.kind] || "#{effect.title} otherwise", rule: group.rule,
           rule_id: @rulebook.by_name[group.rule]&.id, house: @mail.house(group.rule), count: group.count, messages: rows(group.shown)}
        end

        def judgement
          judged = @mail.judgement
          {known: judged.known, waits: said_waits(judged.waits.count), waiting: rows(judged.waits.shown),
           vain: said_vain(judged.vain.count), spared: rows(judged.vain.shown)}
        end

        def said_waits(count)
          minutes = Desk::ReplayMail::SOON / 60
          return "Nothing that you opened or answered within #{minutes} minutes would wait." if count.zero?

          "#{Core::English.sentence(Core::English.count(count, "message"))} that you opened or answered within #{minutes} minutes " \
            "would wait."
        end

        def said_vain(count)
          return "Nothing that interrupted you in vain would be spared." if count.zero?

          "#{Core::English.sentence(Core::English.count(count, "message"))} that came at once, and that you never opened, " \
            "would not interrupt."
        end

        def rows(shown)
          messages = PreviewRow.messages(shown.map(&:id))
          shown.filter_map do |each|
            message = messages[each.id] or next
            changes = Core::ClaimDifference.new(each.a, each.b, @time_format).changes
            {id: each.id, sender: message.sender_name, subject: message.subject, when: @time_format.moment(each.a.arrived_at),
             changes: changes.map(&:to_h)}
          end
        end

        def played
          dates = @mail.dates
          date = @day || dates.reverse.find { |each| each < @today && each.cwday <= 5 } || dates.last
          return unless date

          a, b = @mail.played(date).map { |marks| marks.sort.map { |minute, priority| {minute: minute, priority: priority} } }
          {date: date.iso8601, title: @time_format.day(date), first: dates.first&.iso8601, last: dates.last&.iso8601, a: a, b: b}
        end
      end
    end
  end
end
