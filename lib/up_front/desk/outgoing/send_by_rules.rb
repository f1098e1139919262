# frozen_string_literal: true

module UpFront
  module Desk
    # Does what was ordered of messages that have arrived: writes the letter, and puts it into the outbox; or leaves it out, and keeps why.
    # Each order is done once, in one transaction.
    class SendByRules < Act
      AT_ONCE = 20

      # @return [Boolean] whether there was anything
      def call
        orders = Store::SendingOrder.open.limit(AT_ONCE).to_a
        orders.each { |order| transaction { carry_out(order) } }
        orders.any?
      end

      private

      def carry_out(order)
        @rulebook = Store::CurrentRulebook.rulebook
        @message = order.message
        @core = @message.to_core
        reason = before(order) || written(order)
        order.update!(done_at: now, left_out: reason)
        event("changed", ids: [order.message_id])
      end

      # One letter that cannot be written keeps no other from going.
      # @return [String, nil] why nothing is put out
      def written(order)
        send(order.kind, order)
      rescue Post::OutgoingLetter::Unusable => unusable
        "it cannot be sent on: #{unusable.message.delete_suffix(".")}"
      end

      def before(order)
        return "no server is given by which mail of “#{@message.account.name}” goes out" unless
          Store::MailServer.exists?(account_id: @message.account_id)

        "its messages were refused three times in a row" if order.rule_id && StoppedRules.ids.include?(order.rule_id)
      end

      # @return [String, nil] why nothing is put out
      def forward(order)
        reason = Core::Loops.reason(@core, @message.account.addresses + @rulebook.owner["addresses"]) and return reason

        lacking = Store::ProvedAddress.lacking(order.what["to"])
        to = order.what["to"] - lacking
        people = to.map { Core::Address.new(_1) }
        put(order, people, subject: "Fwd: #{answer.bare_subject}".strip, **handed_on(order.what["inline"])) if people.any?
        return if lacking.empty?

        "#{Core::English.join(lacking, "and")} #{(lacking.size == 1) ? "is" : "are"} not proved yet, so nothing is forwarded there"
      end

      # Whole, as an attachment, so that nothing of it is otherwise than it came; or as text with its files.
      def handed_on(inline)
        mark = {Core::Loops::MARK => Core::Loops.mark(@core, from.email)}
        return {text: answer.begun("forward")[:text], files: files, headers: mark} if inline

        letter = Post::OutgoingLetter::File.new(name: "#{answer.bare_subject[0, 60]}.eml", type: "message/rfc822",
          content: @message.raw.to_s)
        {text: "Forwarded by a rule of #{@rulebook.owner["name"]}; the message is attached.\n", files: [letter], headers: mark}
      end

      def files
        Post::Apart.call(:attachments, @message.raw.to_s).map { Post::OutgoingLetter::File.new(name: _1.name, type: _1.type, content: _1.content) }
      end

      def reply(order)
        template = TemplateValues.template(order.what["template"])
        return "there is no template “#{order.what["template"]}” any more" unless template

        answered("reply: #{Core::Text.fold(template["name"])}", Away::DAYS) do |person|
          text = Core::Template.new(template["text"])
          lacking = text.lacking(values(person))
          next "#{Core::English.join(lacking.map { "{#{_1}}" }, "and")} has no value here" if lacking.any?

          put(order, [person], subject: "Re: #{answer.bare_subject}".strip, text: text.fill(values(person)), answers: true,
            headers: {"Auto-Submitted" => "auto-replied"})
          nil
        end
      end

      def away(order)
        notice = Away.current(order.at.to_time) or return "the away notice has ended"

        answered("away", notice["days"]) do |person|
          out = Away.left_out(notice, person, @rulebook.names)
          next out if out

          text = notice[@rulebook.names.organisation.include?(person) ? "inside" : "outside"]
          put(order, [person], subject: "Auto: #{answer.bare_subject}".strip, text: Core::Template.new(text).fill(values(person)),
            answers: true, headers: {"Auto-Submitted" => "auto-replied"})
          nil
        end
      end

      # @param about [String] @param days [Integer] in which nobody is answered by it twice @yield [Core::Address] @return [String, nil]
      def answered(about, days)
        reply = Core::AutomaticReply.new(Core::Reading.new(@core), @rulebook.names)
        reason = reply.reason and return reason
        since = now - days * 86_400
        return "they had one within #{Core::English.count(days, "day")}" if Store::AutomaticAnswer.since?(reply.recipient.email, about,
          since)

        reason = yield(reply.recipient) and return reason

        Store::AutomaticAnswer.create!(address: reply.recipient.key, about: about, at: now)
        nil
      end

      def values(person) = TemplateValues.of(person, @core.subject, now)

      def answer = Core::Answer.new(@core, @rulebook.names, Core::TimeFormat.new(@rulebook.zone, now))

      def from
        Core::Address.new(ChangeDraft.own_address(@message.account, @core.to + @core.cc), @rulebook.owner["name"])
      end

      def put(order, to, subject:, text:, files: [], headers: {}, answers: false)
        message_key = Post::OutgoingLetter.message_id(from.domain)
        letter = Post::OutgoingLetter.new(from: from, to: to, subject: subject, text: text, message_id: message_key,
          at: @rulebook.zone.local(now), files: files, headers: headers, answers: answers,
          references: answers ? answer.references : []).to_s
        braked = Brake.on?(now)
        tell_of_the_brake if braked && !Store::Outgoing.where(state: "asks").exists?
        PutOut.new(clock).call(letter, message_key: message_key, people: {"to" => to}, sender: from.email, subject: subject,
          why: why(order), at: now + PutOut.seconds, kind: order.kind, account: @message.account, message: @message, rule_id: order.rule_id,
          state: braked ? "asks" : "waiting")
      end

      def why(order)
        return "Your away notice." if order.kind == "away"

        name = @rulebook.rules.find { _1.id == order.rule_id }&.name
        "#{(order.kind == "forward") ? "Forwarded" : "Answered"} by the rule “#{name}”."
      end

      def tell_of_the_brake
        limits = Brake.limits
        event("outbox", path: "/outbox", name: "brake", message: "Rules would send more than #{limits["hour"]} messages in an hour, or " \
          "#{limits["day"]} in a day. They wait in the outbox for your word.")
      end
    end
  end
end
