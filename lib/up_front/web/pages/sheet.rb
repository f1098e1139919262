# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # One message, whole: its text, where it lives, and why it claims attention as it does.
      class Sheet
        MOST_TEXT = 200_000
        THREAD_NEAR = 15 # messages of the thread shown before and after this one

        def initialize(message, rulebook, now)
          @message = message
          @claim = message.claim
          @state = message.state
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @rulebook = rulebook
          @now = now
        end

        def to_h
          row.to_h.merge(
            from: people("from"), to: people("to"), cc: people("cc"), reply_to: people("reply_to"), addressed: addressed,
            text: text, text_pieces: pieces, alerted: Store::Alert.exists?(message_id: @message.id, opened_at: nil),
            keep_until: @state.keep_until && @time_format.moment(@state.keep_until), html: html?, unreadable: @message.unreadable,
            rough: @message.rough, cautions: cautions,
            attachments: attachments, account: @message.account.name, mailbox: @message.mailbox,
            place: place, cut: cut,
            sent: @time_format.moment(@message.sent_at),
            size: @message.size, cleared: stands.cleared?, discarded: stands.discarded?, held: stands.held?,
            comes_at: (@state.surface_at&.iso8601 if stands.held?), put_off: put_off, returned: returned,
            standing: Core::English.sentence(Place.of(row)), conversation: Store::Message.conversation(@message.id).size,
            thread_preference: Store::ThreadPreference.word(@message.id),
            thread: thread, why: why, asks: Proposals.new(@rulebook, @now).on(@message.id),
            breaks: Promises.new(@rulebook, @now).broken_by(@message), sendings: SentOf.of(@message.id, @rulebook, @now),
            **Awaited.new(@rulebook, @now).beside(@message), tasks: TaskRows.new(@rulebook, @now).beside(@message, @state, @claim),
            moments: @message.from_me ? [] : Moments.new(@message, @rulebook, @now).to_a, calendar: calendar?, appointments: appointments
          )
        end

        private

        def text = @text ||= Core::Visible.lines(@message.body[0, MOST_TEXT])

        def place
          mailbox = "#{@message.mailbox} of #{@message.account.addresses.first}"
          gone = row.gone or return "In #{mailbox}, where it stays"
          "No longer in its mailbox (#{mailbox}) since #{@time_format.moment(gone.gone_at)}" \
            "#{", but in #{gone.went_to}" if gone.went_to.present?}; here it stays"
        end

        # @return [String, nil] of a letter too large to be had whole, how large it is where it lies
        def cut
          Store::ImapLetter.where(message_id: @message.id, cut: true).maximum(:size)&.then { Files.size(_1) }
        end

        # What there is to know of whom it comes from, and of where an answer would go.
        def cautions
          known = @rulebook.names.known_domains
          (@message.addresses("from") + @message.addresses("reply_to")).uniq(&:domain).filter_map { Core::Cautions.new(known).of(_1) }
        end

        def row = @row ||= Row.of([@state], @rulebook, @now).first

        def marking = @marking ||= Core::Marking.of(@claim.trace, @rulebook.by_name)

        # The thread from the top down, as far as it is near this message.
        def thread
          whole = Store::Threads.around(@message.id)
          places = whole.places
          own = places.index { |id, _| id == @message.id }
          around = places[[own - THREAD_NEAR, 0].max..own + THREAD_NEAR]
          rows = Row.of(Store::State.where(message_id: around.map(&:first)).to_a, @rulebook, @now).to_h { [_1.message.id, _1] }
          {count: whole.count, messages: around.map { |id, depth|
            rows.fetch(id).to_h.slice(:id, :sender, :subject, :arrived, :unread)
              .merge(depth: depth, here: id == @message.id, place: Place.of(rows.fetch(id)))
          }}
        end

        # @return [Array, nil] the text in pieces, where words of the rules are to be marked in it
        def pieces = marking.pieces(text).then { _1 if _1.any?(&:last) }

        def stands = row.stands

        # @return [String, nil] while it is away, when it comes back
        def put_off
          return unless stands.put_off?

          answered = " or when they answer" if @state.back_when_answered
          "Put off until #{@time_format.moment(@state.surface_at)}#{answered}#{": #{@state.put_off_reason}" if @state.put_off_reason}."
        end

        # @return [String, nil] of what is back: when and why it was put off, and what has happened since
        def returned = ("Back: #{row.put_off}." if stands.back?)

        def people(role)
          @message.addresses(role).map { {name: _1.shown, email: Core::Visible.line(_1.email), me: @rulebook.names.me.include?(_1)} }
        end

        # "to you, copied to Joost de Wit"
        def addressed
          to, cc = %w[to cc].map { |role| people(role).map { _1[:me] ? "you" : _1[:name] } }
          cc -= ["you"] if to.include?("you")
          named = [("to #{listed(to.uniq)}" if to.any?), ("copied to #{listed(cc.uniq)}" if cc.any?)].compact
          named.empty? ? "to nobody by name" : named.join(", ")
        end

        def listed(names) = Core::English.join((names.size > 4) ? names.first(3) + ["#{names.size - 3} more"] : names, "and")

        # Whether it brings an invitation, or another calendar.
        def calendar?
          @message.calendar_method || @message.attachments.any? {
            _1["type"] == "text/calendar" || _1["name"].to_s.downcase.end_with?(".ics")
          }
        end

        # Events of the person's own that were made of it.
        def appointments
          Store::Appointment.standing.where(message_id: @message.id, answer: nil).order(:id).map do |row|
            {id: row.id, title: row.title, when: row.whole_day? ? @time_format.day(row.starts_on) : @time_format.dated(row.starts_at)}
          end
        end

        def html? = !Desk::MakeSafe.of(@message).nil?

        def attachments = Files.new(@message).to_a

        def stale? = @claim.revision != @rulebook.revision

        # Whether the rules had a say: they have none of what lies in Sent and the like.
        def ruled? = @state.came != "quiet"

        # How each rule was read is worked out anew, by the rules that decided.
        def readings
          book = stale? ? Store::RulebookRevision.rulebook(@claim.revision) : @rulebook
          book ? Core::Why.readings(book.decide(@message.to_core).trace.to_h) : []
        end

        # What the person decided by hand, over what the rules had said.
        def own
          [{"followed" => "straight in, since its conversation is followed",
            "muted" => "cleared, since its conversation is muted"}[@state.thread_word], ("#{@state.priority} priority" if @state.priority),
            *@state.labels_on.map { "labelled #{_1}" }, *(@state.labels_off & @claim.labels).map { "label #{_1} taken off" },
            *@state.ink&.then { |name| name.empty? ? "ink taken off" : "the ink #{name}" },
            ((@state.keep_at_top ? "kept at top" : "not kept at top") unless @state.keep_at_top.nil?)].compact
        end

        # @return [String, nil] what the person did with it before it came
        def done_before_its_moment
          return if stands.open? || @state.surface_at.nil? || @state.surface_at <= @now

          stands.discarded? ? "discarded" : "cleared"
        end

        def why
          claim = {trace: @claim.trace, priority: stands.priority, labels: stands.labels, surface_at: @claim.surface_at, held: @claim.held,
                   round: @claim.round, arrived_at: @message.arrived_at}
          state = {came: @state.came, **@state.slice(:let_in_at, :moved_at, :put_off_at, :surface_at).symbolize_keys,
                   thread_word: @state.thread_word, surfaced: !stands.held?, done: done_before_its_moment, own: own}
          account = Core::Why.new(claim, state, @time_format, wording: Core::AlertWording.of(@message, @rulebook.zone))
          ids = @rulebook.rules.to_h { [_1.name, _1.id] }
          {summary: account.summary, lines: account.lines.map { |line| line.to_h.merge(rule_id: ids[line.rule]) },
           readings: ruled? ? readings : [], stale: ruled? && stale?}
        end
      end
    end
  end
end
