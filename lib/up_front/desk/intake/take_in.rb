# frozen_string_literal: true

module UpFront
  module Desk
    # Takes messages in: each with its facts, its claim and its state in one transaction, so that it is here once with one
    # claim or not at all. One of these serves one transaction, whether its own for one message or its caller's for several:
    # the rulebook and the heads-down that hold meanwhile are asked for once.
    class TakeIn < Act
      RECENT_SECONDS = 2 * 86_400 # what arrived longer ago than this comes in as history

      STATE = Store::PreparedInsert.new("states",
        *%i[message_id surface_at came unread flagged cleared_at announced_at discarded_at priority thread_word])

      # The message that is here already, or nothing for one that was removed for good.
      KNOWN = Store::PreparedStatement.new("SELECT id FROM messages WHERE account_id = ? AND digest = ? " \
        "UNION ALL SELECT NULL FROM removed_messages WHERE account_id = ? AND digest = ?")

      WELCOME = Store::PreparedStatement.new("DELETE FROM removed_messages WHERE account_id = ? AND digest = ?")

      # outcome: :arrived, :history, :quiet or :double; no id for what was removed for good
      Taken = Struct.new(:id, :outcome, keyword_init: true)

      # @param letter [Post::Letter] @param account [Store::Account] @param mailbox [String]
      # @param seen [Boolean] read already @param flagged [Boolean]
      # @param as_new [Boolean] treat it as arriving however old it is
      # @param fallback [Time, nil] the arrival where the message tells none
      # @param arrived_at [Time, nil] the arrival, whatever the message tells
      # @param quiet [Boolean] whether the mailbox is one that claims nothing @param history [Boolean] it does not arrive
      # @param by_hand [Boolean] the person brings it in: it comes though it was removed for good
      # @yield inside the transaction, for a mark of the caller's own
      # @return [Taken]
      def call(letter, account:, mailbox: "INBOX", seen: false, flagged: false, as_new: false, fallback: nil, by_hand: false,
        arrived_at: nil, quiet: Core::MailboxFolder.quiet?(mailbox), history: false)
        arrived_at = [arrived_at || letter.arrival || fallback || now, now].min.round(6)
        came = came(arrived_at, quiet: quiet, history: history, as_new: as_new)
        digest = quiet ? "quiet:#{letter.digest}" : letter.digest
        transaction do
          taken = double(account, digest, by_hand) ||
            write(letter, account, mailbox, arrived_at, digest, seen: seen, flagged: flagged, came: came)
          yield taken if block_given?
          taken
        end
      end

      private

      def rulebook = @rulebook ||= Store::CurrentRulebook.rulebook
      def heads_down = @heads_down ||= Store::HeadsDown.of(rulebook.plan, now)

      def came(arrived_at, quiet:, history:, as_new:)
        return "quiet" if quiet
        return "history" if history

        (as_new || arrived_at >= now - RECENT_SECONDS) ? "arrived" : "history"
      end

      def double(account, digest, by_hand)
        known = KNOWN.call([account.id, digest] * 2).first or return
        return WELCOME.call([account.id, digest]) && nil if by_hand && known.first.nil?

        Taken.new(id: known.first, outcome: :double)
      end

      def write(letter, account, mailbox, arrived_at, digest, seen:, flagged:, came:)
        message = letter.message(account: account.name, mailbox: mailbox, arrived_at: arrived_at, **context(letter, arrived_at))
        reading = Core::Reading.new(message)
        id = Store::Intake.write(reading, account: account, digest: digest, raw: letter.raw, unreadable: letter.unreadable?,
          rough: letter.rough?, names: rulebook.names)
        claim = rulebook.decide(message, reading: reading, heads_down: heads_down)
        Store::Claims.write(id, claim, revision: rulebook.revision, at: now)
        own = (came == "arrived") ? ThreadOverride.columns(Store::ThreadPreference.word(id), claim, arrived_at, heads_down, now) : {}
        keep_state(id, claim, came, own, seen: seen, flagged: flagged)
        event("arrived", ids: [id], held: claim.held && own.empty?) if came == "arrived"
        PromiseWatch.new(clock).call(rulebook, reading, id, claim) if came == "arrived" && rulebook.promises.any?
        OrderSending.new(clock).call(rulebook, id, claim) if came == "arrived"
        BringBack.answered(message, now) { |ids| event("changed", ids: ids) } if came == "arrived"
        (came == "quiet") ? Expect.new(clock).read(message.message_id, id) : AnswersCome.new(clock).call(message, id)
        Taken.new(id: id, outcome: came.to_sym)
      end

      def context(letter, arrived_at)
        fields = letter.fields
        {first_contact: Store::Intake.first_contact?(fields.fetch(:from, []).first, before: arrived_at),
         reply_to_mine: Store::Intake.reply_to_mine?(fields[:message_id], fields.fetch(:references, []))}
      end

      # History and what lies in Sent and the like are cleared and silent from the start.
      # @param own [Hash] columns by the person's own word
      def keep_state(id, claim, came, own, seen:, flagged:)
        silent = came != "arrived"
        STATE.call(
          message_id: id, surface_at: claim.surface_at, came: came, unread: !(seen || claim.mark_read || came == "quiet"),
          flagged: flagged || claim.flag,
          cleared_at: silent ? now : nil, announced_at: silent ? now : nil, discarded_at: (claim.discard && !silent) ? now : nil,
          priority: nil, thread_word: nil, **own
        )
      end
    end
  end
end
