# frozen_string_literal: true

module UpFront
  module Core
    # A message made so that some answers come out as they are wanted: the plainest there is, which has what they ask for and nothing
    # else. Whether they do come out so is for whoever asks to look at; of what cannot be met, nothing is made.
    class Specimen
      SOMEBODY = "someone@elsewhere.example"
      ANOTHER = "others@elsewhere.example"
      STRANGERS = [SOMEBODY, ANOTHER, "nobody@nowhere.example"].freeze
      TRIED = 100 # people of a set, of whom one is chosen
      LARGEST = 50_000_000 # bytes; a message of more is none that comes
      MOST = 50 # attachments and recipients that are still made
      PEOPLE = {"from" => :from, "to" => :to, "cc" => :cc, "reply_to" => :reply_to, "recipients" => :to}.freeze
      WAYS = {"person" => {}, "newsletter" => {"list-unsubscribe" => ["<mailto:leave@elsewhere.example>"]},
              "list" => {"list-id" => ["<list.elsewhere.example>"], "list-post" => ["<mailto:list@elsewhere.example>"]},
              "notice" => {"auto-submitted" => ["auto-generated"]}, "invitation" => {},
              "auto_reply" => {"auto-submitted" => ["auto-replied"]}}.freeze
      MORE = [{}, {"list-id" => ["<list.elsewhere.example>"]}, {"auto-submitted" => ["auto-generated"]}, {"auto-submitted" => ["no"]},
        {"list-unsubscribe" => ["<mailto:leave@elsewhere.example>"]}].freeze
      TRANSPORT = %w[kind to_list has_unsubscribe automatic].freeze
      ROLES = [%i[to], %i[to other], %i[cc], %i[other]].freeze # as the owner is named in it

      # @param answers [Array<Reasoning::Form::Literal>] @param names [Names] of the owner
      def initialize(answers, names)
        @answers = answers
        @names = names
      end

      # @param arrival [Time] @param turn [Integer] 0, or 1 to put words where they do not usually stand
      # @return [Message, nil]
      def message(arrival, turn = 0)
        people = self.people or return
        texts = self.texts(turn)
        attachments = self.attachments(texts.delete(:names)) or return
        return if size > LARGEST

        sent = day("sent_on", arrival)
        made = Message.new(**people, subject: texts[:subject], body: texts[:body], attachments: attachments, size: size, **transport,
          arrived_at: arrival, date: sent, account: named("account") || "", mailbox: named("mailbox") || "INBOX",
          first_contact: flag("first_contact", true), reply_to_mine: flag("reply_to_mine", false))
        made = made.with(headers: made.headers.merge(texts[:headers], importance))
        made if as_wanted?(made)
      end

      private

      def of(*facts, held: nil) = @answers.select { |each| facts.include?(each.fact.name) && (held.nil? || each.held == held) }

      def as_wanted?(message)
        reading = Reading.new(message)
        @answers.all? { _1.operand.holds?(reading, _1.fact) == _1.held }
      end

      # People: of each who is wanted one, and nobody who is denied.
      def people
        from = senders or return
        chosen = {from: from, to: [], cc: [], reply_to: []}
        %w[to cc reply_to recipients].each do |fact|
          chosen[PEOPLE.fetch(fact)] |= of(fact, held: true).filter_map { |answer| allowed(candidates(answer), [fact]) }
        end
        role(chosen)
      end

      # One sender, or none where everybody is denied. @return [Array<Address>, nil]
      def senders
        wanted = of("from", held: true)
        mine = of("from_me").find { |answer| answer.operand.value == answer.held }
        return @names.me.keys.first(1).map { Address.new(_1) }.then { _1 if _1.any? } if mine && wanted.empty?
        return [allowed(STRANGERS.map { Address.new(_1) }, ["from"])].compact if wanted.empty?

        one = wanted.flat_map { candidates(_1) }.find { |person| fits?(person, wanted) && allowed([person], ["from"]) }
        [one] if one
      end

      def fits?(person, answers) = answers.all? { |answer| answer.operand.pick([person]) }

      def allowed(people, facts)
        facts += %w[recipients] if (facts & %w[to cc]).any?
        denied = of(*facts, held: false).map(&:operand)
        people.find { |person| denied.none? { |operand| operand.pick([person]) } }
      end

      def candidates(answer)
        operand = answer.operand
        if operand.is_a?(Types::People::Among)
          (operand.set.keys.first(TRIED) + operand.set.domains.first(TRIED).map { "someone@#{_1}" }).map { Address.new(_1) }
        else
          operand.keys.map { |term| Address.new(term.match?(Address::AN_ADDRESS) ? term : SOMEBODY, term) }
        end
      end

      # Names the owner in it as is wanted, and as many others.
      def role(chosen)
        mine = Address.new(@names.me.keys.first || SOMEBODY)
        answers = of("my_role") + of("recipient_count")
        wanted = of("recipient_count").filter_map { (_1.operand.op == "at_least" && _1.held) ? _1.operand.bound.ceil : nil }.max.to_i
        return if wanted > MOST

        ROLES.each do |role|
          tried = chosen.dup
          tried[:to] |= [mine] if role.include?(:to)
          tried[:cc] |= [mine] if role.include?(:cc)
          tried[:to] |= [Address.new(ANOTHER)] if role.include?(:other)
          missing = wanted - tried[:to].size - tried[:cc].size
          tried[:to] += Array.new([missing, 0].max) { |n| Address.new("other#{n + 1}@elsewhere.example") }
          reading = Reading.new(Message.new(**tried))
          return tried if answers.all? { _1.operand.holds?(reading, _1.fact) == _1.held } && unnamed?(tried)
        end
        chosen
      end

      def unnamed?(people)
        denied = of("to", "cc", "recipients", held: false)
        reading = Reading.new(Message.new(**people))
        denied.none? { _1.operand.holds?(reading, _1.fact) }
      end

      # Texts, each piece where it is looked for.
      def texts(turn)
        pieces = Hash.new { |hash, key| hash[key] = [] }
        @answers.select { |each| each.held && Reasoning::Texts.takes?(each) }.each do |answer|
          pieces[part(answer.fact, turn)].concat(pieces_of(answer.operand))
        end
        headers = pieces.select { |key, _| key.start_with?("header:") }
          .to_h { |key, some| [key.delete_prefix("header:").strip.downcase, [laid(some)]] }
        {subject: pieces.key?("subject") ? laid(pieces["subject"]) : "", body: pieces.key?("body") ? laid(pieces["body"]) : "",
         names: pieces.fetch("attachment_name", []), headers: headers}
      end

      def part(fact, turn)
        case fact.name
        when "subject_or_body", "anywhere" then (turn == 1) ? "body" : "subject"
        else fact.name
        end
      end

      # @return [Array<String>] with a line feed where the text must begin or end
      def pieces_of(operand)
        return [operand.needles.min_by(&:size)] unless operand.is_a?(Types::Text::Mentions)

        said = operand.phrases.map { |phrase| phrase.words.map(&:text).join(" ") }
        operand.all ? said : said.first(1)
      end

      def laid(pieces)
        whole = pieces.find { _1.start_with?("\n") && _1.end_with?("\n") }
        return whole.delete("\n") if whole

        first, last = pieces.find { _1.start_with?("\n") }, pieces.find { _1.end_with?("\n") }
        [first, *(pieces - [first, last]), last].compact.map { _1.delete("\n") }.join(" ")
      end

      def attachments(names)
        least = of("attachment_count").filter_map { (_1.operand.op == "at_least" && _1.held) ? _1.operand.bound.ceil : nil }.max.to_i
        least = 1 if least.zero? && of("has_attachment").any? { _1.operand.value == _1.held }
        return if least > MOST

        names = [laid(names)] if names.any?
        Array.new([least, names.size].max) { |n| Attachment.new(name: names[n] || "file#{n + 1}.pdf", type: "application/pdf", bytes: 1) }
      end

      # As large as is wanted at least. @return [Integer] bytes
      def size
        least = of("size").filter_map { (_1.operand.op == "at_least" && _1.held) ? _1.operand.bound.ceil : nil }.max.to_i
        most = of("size").filter_map { (_1.operand.op == "at_least" && !_1.held) ? _1.operand.bound.ceil - 1 : nil }.min
        [least, most || least].min
      end

      # How it was sent, the plainest way first that gives the answers.
      def transport
        answers = of(*TRANSPORT)
        ways = WAYS.keys.product(MORE).map { |kind, more| {headers: WAYS[kind].merge(more), calendar_method: kind == "invitation"} }
        from = senders.to_a
        ways.find { |way|
          reading = Reading.new(Message.new(from: from, **way))
          answers.all? { _1.operand.holds?(reading, _1.fact) == _1.held }
        } || ways.first
      end

      def importance
        wanted = of("sender_importance", held: true).flat_map { _1.operand.keys.to_a }
        denied = of("sender_importance", held: false).flat_map { _1.operand.keys.to_a }
        level = (wanted.any? ? wanted : %w[normal high low]).find { !denied.include?(_1) }
        (level.nil? || level == "normal") ? {} : {"importance" => [level]}
      end

      # @return [Time, nil] a moment of a day as is wanted
      def day(fact, arrival)
        answers = of(fact)
        days = answers.flat_map { |answer| [0, 1, -1].map { |more| @names.zone.instant(answer.operand.date + more, 12 * 60) } }
        [arrival, *days, nil].find do |moment|
          reading = Reading.new(Message.new(date: moment, arrived_at: arrival))
          answers.all? { _1.operand.holds?(reading, _1.fact) == _1.held }
        end
      end

      def named(fact)
        denied = of(fact, held: false).flat_map { _1.operand.keys.to_a }
        of(fact, held: true).flat_map { _1.operand.keys.to_a }.find { !denied.include?(_1) }
      end

      def flag(fact, usual)
        answer = of(fact).first
        answer ? answer.operand.value == answer.held : usual
      end
    end
  end
end
