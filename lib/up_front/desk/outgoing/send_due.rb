# frozen_string_literal: true

module UpFront
  module Desk
    # Hands over what is due, each letter once. That it is being handed over is kept before it is, and that its text is under way before
    # that is: after a stop in the middle, what was not under way goes anew; of what was it cannot be known, and the person is asked.
    class SendDue < Act
      AT_ONCE = 50 # letters by one connection

      # @param host [String] what this machine calls itself
      def initialize(clock, host: "localhost")
        super(clock)
        @host = host
        @begun = nil # nothing is known yet of what a former run left
      end

      # @return [Boolean] whether anything was due
      def call
        recover
        due = Store::Outgoing.due(now).limit(AT_ONCE).to_a
        due.group_by(&:account_id).each { |account, letters| by_server(account, letters) }
        keep_copies
        due.any?
      end

      private

      # What a former run of the program left in the middle, and what this one could not note.
      def recover
        return if @begun == []

        transaction do
          left = Store::Outgoing.where(state: "sending", **(@begun ? {id: @begun} : {})).to_a
          left.each { |each| each.handed_at ? settle(each, "unsure", UNSURE) : each.update!(state: "waiting", goes_at: now) }
          event("outbox") if left.any?
        end
        @begun = []
      end

      UNSURE = "Up Front was interrupted while it was handed over."
      private_constant :UNSURE

      def by_server(account, letters)
        server = Store::MailServer.find_by(account_id: account)
        return letters.each { |each| refused(each, "No server is given by which it could go. Give one under Mail out.") } unless server

        Post::Submission.new(SaveMailServer.to_post(server), host: @host).open do |connection|
          letters.each { |each| hand_over(each, connection) }
        end
      rescue Post::Submission::Failed => failed
        letters.each { |each| not_yet(each, failed) if due?(each.reload) }
      rescue Store::Seal::Broken => broken
        letters.each { |each| refused(each, broken.message) }
      end

      def due?(outgoing) = %w[waiting again].include?(outgoing.state) && outgoing.goes_at <= now

      def hand_over(outgoing, connection)
        taken = transaction { take(outgoing) }
        return unless taken
        return refused(outgoing, "It is not proved as an address to forward to. Prove it under Mail out.") if unproved?(outgoing)

        @begun << outgoing.id
        outcome = connection.deliver(outgoing.letter, from: envelope(outgoing), to: outgoing.left) { under_way(outgoing) }
        transaction { told(outgoing, outcome) }
        @begun.clear
      rescue Post::Submission::Unsure => unsure
        transaction { settle(outgoing, "unsure", unsure.message) }
      rescue Post::Submission::Failed => failed
        outgoing.take(%w[sending], state: "waiting")
        not_yet(outgoing, failed)
        raise unless failed.lasting
      end

      # From here on it cannot be taken back.
      def take(outgoing)
        outgoing.take(%w[waiting again], state: "sending", handed_at: nil) &&
          Store::UndoStep.no_longer(SendDraft::MODEL, outgoing.id, "It has been sent: look at the outbox for what became of it.")
      end

      # It may have been taken out since.
      def unproved?(outgoing) = outgoing.kind == "forward" && Store::ProvedAddress.lacking(outgoing.left).any?

      def under_way(outgoing) = transaction { outgoing.update!(handed_at: now) }

      # An automatic answer has no envelope's sender (RFC 3834, section 3.3), so that nothing answers it.
      def envelope(outgoing) = %w[away reply].include?(outgoing.kind) ? "" : outgoing.sender

      def told(outgoing, outcome)
        people = outgoing.recipients.map { |each| {**each, **became(each, outcome)} }
        outgoing.assign_attributes(recipients: people, tried: outgoing.tried + 1, first_tried_at: outgoing.first_tried_at || now)
        if outcome.later.any? then again(outgoing, outcome.later.values.first)
        elsif people.any? { _1["state"] == "refused" } then settle(outgoing, "refused", outcome.refused.values.first || outgoing.said)
        else settle(outgoing, "sent", nil)
        end
      end

      def became(each, outcome)
        email = each["email"]
        return {"state" => "taken"} if outcome.taken.include?(email)
        return {"state" => "refused", "said" => outcome.refused[email]} if outcome.refused.key?(email)

        outcome.later.key?(email) ? {"state" => "later", "said" => outcome.later[email]} : {}
      end

      # Nothing of it was handed over.
      def not_yet(outgoing, failed)
        return refused(outgoing, failed.message) if failed.lasting

        transaction do
          outgoing.assign_attributes(tried: outgoing.tried + 1, first_tried_at: outgoing.first_tried_at || now)
          again(outgoing, failed.message)
        end
      end

      def again(outgoing, said)
        at = Core::SendingPauses.next(outgoing.tried, outgoing.first_tried_at.to_time, now)
        return settle(outgoing, "refused", "It was tried for two days. #{said}") unless at

        first = outgoing.tried == 1
        outgoing.update!(state: "again", goes_at: at, said: said, handed_at: nil)
        tell(outgoing, "could not be handed over yet, and is tried again") if first
        event("outbox") unless first
      end

      def refused(outgoing, said) = transaction { settle(outgoing, "refused", said) }

      def settle(outgoing, state, said)
        outgoing.update!(state: state, said: said, over_at: (now if state != "unsure"))
        case state
        when "sent"
          Expect.new(clock).sent(outgoing)
          event("outbox")
        when "refused"
          Expect.new(clock).sent(outgoing) # for those who have it
          tell(outgoing, "was not taken")
          StoppedRules.new(clock).refused(outgoing.rule_id) if outgoing.rule_id
        else tell(outgoing, "may have gone, or not")
        end
      end

      def tell(outgoing, what)
        event("outbox", path: "/outbox", name: outgoing.id.to_s,
          message: "“#{outgoing.subject.empty? ? outgoing.recipients.first["email"] : outgoing.subject}” #{what}.")
      end

      # A copy into the account's Sent, once, whatever stops in between.
      def keep_copies
        gone = Store::Outgoing.where(state: %w[sent refused], kept_at: nil).where.not(account_id: nil).order(:id).limit(AT_ONCE)
        failed = nil
        gone.each do |outgoing|
          keep_copy(outgoing) if outgoing.kind != "away" && outgoing.recipients.any? { _1["state"] == "taken" }
          outgoing.update!(kept_at: now)
          forget_letter(outgoing) if outgoing.state == "sent"
        rescue SystemCallError => error # of one mailbox; the others have theirs
          failed = error
        end
        raise failed if failed
      end

      # It is here among the mail, or wanted by nobody.
      def forget_letter(outgoing)
        Store::OutgoingFile.where(outgoing_id: outgoing.id).delete_all
        Store::Record.with_connection { _1.execute("DELETE FROM outgoing_letters WHERE outgoing_id = #{outgoing.id}") }
      end

      def keep_copy(outgoing)
        letter = outgoing.letter
        box = Store::Source.where(account_id: outgoing.account_id, kind: "maildir").order(:id).first
        Post::SentBox.new(box.path).keep(letter, "up-front-#{outgoing.message_key[/<([^@>]+)/, 1]}") if box
        # Read here at once, so that it is found; the copy in the mailbox is then the same letter.
        TakeIn.new(clock).call(Post::Letter.new(letter.gsub("\r\n", "\n")), account: outgoing.account, mailbox: "Sent", seen: true)
      end
    end
  end
end
