# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A message as lists show it.
      class Row
        # What a row needs of a message's columns: not its text, which may be long.
        COLUMNS = %i[
          id account_id mailbox subject sender_name sender_key excerpt arrived_at has_attachment kind unreadable from_me people
        ].freeze

        CLAIMED = %i[message_id surface_at round held priority ink labels keep_at_top follow_up_at].freeze

        # @param states [Array<Store::State>] @param rulebook [Core::Rulebook] for the words to mark @return [Array<Row>]
        def self.of(states, rulebook, now)
          time_format = Core::TimeFormat.new(rulebook.zone, now)
          ids = states.map(&:message_id)
          messages = Store::Message.where(id: ids).select(*COLUMNS).index_by(&:id)
          claims = Store::Claim.where(message_id: ids).select(*CLAIMED).index_by(&:message_id)
          calling = Store::Alert.unanswered.where(message_id: ids).pluck(:message_id).to_set
          markings = markings(ids, rulebook)
          gone = Store::ImapLetter.gone(ids)
          answers = Store::Message.answers_since(states.select(&:put_off_at).to_h { [_1.message_id, _1.put_off_at] })
          states.map do |state|
            new(messages.fetch(state.message_id), claims.fetch(state.message_id), state, time_format, now,
              marking: markings.fetch(state.message_id, NOTHING_MARKED), calling: calling.include?(state.message_id),
              answer: answers[state.message_id], gone: gone[state.message_id])
          end
        end

        # By the rules that matched each message; where one of them is gone, by what its trace tells of it.
        # @return [Hash{Integer=>Core::Marking}]
        def self.markings(ids, rulebook)
          rules = rulebook.rules.to_h { [_1.id, _1] }
          fired = Store::Firing.where(message_id: ids, outcome: "matched").pluck(:message_id, :rule_id)
          matched = fired.group_by(&:first).transform_values { |rows| rows.map(&:last) }
          gone = matched.select { |_, own| own.any? { !rules.key?(_1) } }.keys
          traced = Store::Claim.where(message_id: gone).pluck(:message_id, :trace).to_h do |id, trace|
            [id, Core::Marking.of(trace, rulebook.by_name)]
          end
          known = Hash.new { |all, own| all[own] = Core::Marking.by(rules.values_at(*own)) }
          matched.to_h { |id, own| [id, traced[id] || known[own.sort]] }
        end

        NOTHING_MARKED = Core::Marking.new([])
        private_constant :NOTHING_MARKED
        private_class_method :markings

        attr_reader :message, :claim, :state

        # @return [Store::ImapLetter, nil] what it was on its server, where it is there no more
        attr_reader :gone

        # @param answer [Store::Message, nil] what somebody wrote into its conversation since it was put off
        def initialize(message, claim, state, time_format, now, marking:, calling: false, answer: nil, gone: nil)
          @gone = gone
          @message = message
          @claim = claim
          @state = state
          @time_format = time_format
          @now = now
          @marking = marking
          @calling = calling
          @answer = answer
        end

        # @return [Core::MessageState]
        def stands = @stands ||= Core::MessageState.new(state, claim, @now)

        # @return [Core::FrontItem]
        def item
          @item ||= Core::FrontItem.new(message.id, stands, arrived_at: message.arrived_at, kind: message.kind, calling: @calling)
        end

        def rank = item.rank

        def to_h = plain.merge(marked)

        # Without the words of the rules marked in it.
        def plain
          {
            id: message.id, sender: sender, address: message.sender_key,
            subject: subject, excerpt: message.excerpt, priority: stands.priority,
            time: @time_format.moment(state.surface_at || message.arrived_at), arrived: @time_format.moment(message.arrived_at), came: came,
            unread: state.unread, flagged: state.flagged, labels: stands.labels, ink: stands.ink, has_attachment: message.has_attachment,
            account_id: message.account_id, back: stands.back?, kept: stands.keep_at_top?, due: stands.follow_up_due?, calling: @calling,
            thread_word: state.thread_word, stands: stands.place, gone: !gone.nil?
          }
        end

        # The texts in pieces, where words of the rules are to be marked in them.
        def marked
          return {} unless @marking.any?

          texts = {subject_pieces: subject, excerpt_pieces: message.excerpt}
          texts.transform_values { @marking.pieces(_1) }.select { |_, pieces| pieces.any?(&:last) }
        end

        # Of mail that the owner sent, to whom: "to Ana Ferro and 2 more"
        def sender
          return sent_to if state.came == "quiet" && message.from_me && message.addresses("to").any?

          message.sender_name.empty? ? "(no sender)" : message.sender_name
        end

        def sent_to
          first, *others = message.addresses("to").map(&:shown)
          "to #{first}#{" and #{others.size} more" if others.any?}"
        end

        def subject = message.subject.strip.empty? ? "(no subject)" : message.subject

        # How it came: "straight in", "08:00 round", "let in", "window's end"
        def came
          return "follow up, since #{@time_format.moment(claim.follow_up_at)}" if stands.follow_up_due?
          return put_off if state.put_off_at
          return "let in" if state.let_in_at
          return state.thread_word if state.thread_word
          return "off the Front" if state.surface_at.nil? && !claim.held
          return "straight in" if stands.straight_in?
          return "no moment" unless state.surface_at

          stands.by_round? ? "#{@time_format.moment(state.surface_at)} round" : @time_format.moment(state.surface_at)
        end

        # "put off Mon 15:00: Ask Joost; Ana Ferro answered 09:10"
        def put_off
          since = @answer && "; #{@answer.sender_name} answered #{@time_format.moment(@answer.arrived_at)}"
          "put off #{@time_format.moment(state.put_off_at)}#{": #{state.put_off_reason}" if state.put_off_reason}#{since}"
        end
      end
    end
  end
end
