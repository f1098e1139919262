# frozen_string_literal: true

module UpFront
  module Desk
    # Answers an invitation (iTIP, RFC 5546, METHOD:REPLY) through the outbox, and keeps the event among the person's own, unless it was
    # declined.
    class AnswerInvitation < Act
      SAID = {"accept" => "accepted", "tentative" => "accepted for now", "decline" => "declined"}.freeze
      SUBJECTS = {"accept" => "Accepted", "tentative" => "Tentative", "decline" => "Declined"}.freeze
      MOST_COMMENT = 2_000

      # @param id [Integer] of the message @param answer [String] of {SAID} @param comment [String, nil] @return [Done] @raise [Impossible]
      def call(id, answer, comment: nil)
        message = Store::Message.find_by(id: id) or raise Impossible.gone("message")
        raw = message.raw.to_s
        invitation = Post::Apart.call(:invitation, raw, zone)
        fit!(invitation)
        email = own_address(message, invitation)
        name = Store::CurrentRulebook.rulebook.owner["name"]
        reply = Post::Apart.call(:invitation_reply, raw, answer: answer, email: email, name: name, comment: comment.to_s[0, MOST_COMMENT],
          now: now)
        transaction do
          PutOut.server!(message.account)
          outgoing = put_out(message, invitation, answer, reply, Core::Address.new(email, name), comment)
          row = keep(message, invitation, answer, outgoing)
          event("tasks")
          event("changed", ids: [message.id])
          organizer = invitation.organizer[:name] || invitation.organizer[:email]
          text = "“#{invitation.event.title}” is #{SAID.fetch(answer)}; #{organizer} is told."
          steps = {SendDraft::MODEL => [{"key" => outgoing.id, "before" => {"state" => "none"}, "after" => {"state" => "waiting"}}],
                   Appointments::MODEL => [row]}
          Done.new(message: text, undo_id: undo_step(text, steps), result: outgoing)
        end
      rescue Post::Apart::Exceeded, Post::Apart::NotNow
        raise Impossible, "The invitation could not be read just now. Try again."
      end

      private

      def zone = Store::CurrentRulebook.rulebook.zone

      def fit!(invitation)
        raise Impossible.new("There is no invitation in that message.", status: 409) unless invitation
        raise Impossible.new("It asks for no answer.", status: 409) unless invitation.method == "REQUEST"
        return if invitation.organizer && invitation.organizer[:email].match?(Core::Address::SENDABLE)

        raise Impossible.new("It does not say to whom the answer goes.", status: 409)
      end

      # The address that was invited, where it is one of ours.
      def own_address(message, invitation)
        invited = invitation.attendees.map { Core::Address.new(_1[:email]) }
        ChangeDraft.own_address(message.account, invited + message.addresses("to") + message.addresses("cc"))
      end

      def put_out(message, invitation, answer, reply, sender, comment)
        to = [Core::Address.new(invitation.organizer[:email], invitation.organizer[:name])]
        subject = "#{SUBJECTS.fetch(answer)}: #{invitation.event.title}"
        key = Post::OutgoingLetter.message_id(sender.domain)
        letter = Post::OutgoingLetter.new(from: sender, to: to, subject: subject, text: text(answer, invitation, sender, comment),
          calendar: reply,
          message_id: key, at: zone.local(now), references: Core::Answer.new(message.to_core, Store::CurrentRulebook.rulebook.names,
            nil).references,
          answers: true).to_s
        PutOut.new(clock).call(letter, message_key: key, people: {"to" => to}, sender: sender.email, subject: subject,
          why: "You #{SAID.fetch(answer)} an invitation.".sub("accepted for now an invitation", "accepted an invitation for now"),
          at: now + PutOut.seconds, account: message.account, message: message)
      rescue Post::OutgoingLetter::Unusable => unusable
        raise Impossible, unusable.message
      end

      def text(answer, invitation, sender, comment)
        when_said = if invitation.event.starts.is_a?(Date)
          Core::English.day(invitation.event.starts)
        else
          Core::TimeFormat.new(zone, now).dated(invitation.event.starts)
        end
        ["#{sender.shown} has #{SAID.fetch(answer)}: #{invitation.event.title}, #{when_said} (#{zone.name}).", comment.to_s.strip]
          .reject(&:empty?).join("\n\n")
      end

      # @return [Hash] the trail
      def keep(message, invitation, answer, outgoing)
        uid = invitation.event.uid.empty? ? "invitation-#{message.id}@up-front" : invitation.event.uid
        row = Store::Appointment.find_by(uid: uid)
        made = row.nil?
        row ||= Store::Appointment.new(uid: uid, created_at: now)
        row.assign_attributes(**CalendarExchange.columns(invitation.event), message_id: message.id, answer: answer, outgoing: outgoing,
          changed_at: now, dropped_at: nil)
        row.save!
        return Appointments.made(row, now) if made

        kept = trail(row) # when it was changed is nobody's act
        kept.merge(%w[before after].to_h { [_1, kept[_1].except("changed_at")] })
      end
    end
  end
end
