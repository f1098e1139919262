# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a rule may begin from: the message's sender, the sender's domain, its subject's telling words,
      # the rarer the earlier, each with the number of messages of the last days for which it holds, as Try it counts them.
      class Starts
        DAYS = 30
        MOST_PEOPLE = 12
        TOO_COMMON = 0.25 # a word in a quarter of all mail tells nothing

        def initialize(message, rulebook, now)
          @message = message
          @names = rulebook.names
          @context = rulebook.context
          @match_index = Store::MatchIndex.at(now)
          @within = @match_index.days_bits(DAYS, rulebook.zone, now)
        end

        def to_h = {name: name, starts: [*people, *conversation, *list, *words]}

        private

        def sender = @sender ||= @message.addresses("from").first

        def name = sender ? "Mail from #{sender.shown}" : "Mail about #{@message.subject[0, 40]}"

        def people
          return [] unless sender

          list = [start("sender", "from #{sender.shown}", "from", "is", [sender.email])]
          if sender.domain && !@names.organisation.include?(sender)
            list << start("domain", "from anyone at #{sender.domain}", "from", "is", ["@#{sender.domain}"])
          end
          list
        end

        # Everyone else whom the message names.
        def conversation
          others = %w[from to cc].flat_map { @message.addresses(_1) }.reject { @names.me.include?(_1) }.uniq(&:key)
          return [] if others.size < 2 || others.size > MOST_PEOPLE

          [start("conversation", "from any of " \
            "#{Core::English.join(others.map(&:shown).first(3) + ((others.size > 3) ? ["#{others.size - 3} more"] : []), "and")}", "from",
            "is", others.map(&:email))]
        end

        # By the list's own name for itself (RFC 2919).
        def list
          id = @message.headers.fetch("list-id", []).first.to_s[/<([^<>\s]+)>/, 1] or return []
          [start("list", "through the list #{id}", "header:List-Id", "contains", ["<#{id}>"])]
        end

        def words
          most = [@match_index.count(@within) * TOO_COMMON, 3].max
          found = Core::TellingWords.of(@message.subject).map { |word| start("word", "about “#{word}”", "subject", "mentions", [word]) }
          found.select { _1[:count] <= most }.sort_by { [(_1[:count] > 1) ? 0 : 1, _1[:count]] }.first(4)
        end

        def start(kind, label, fact, op, value)
          condition = {"fact" => fact, "op" => op, "value" => value}
          node = Core::Condition.read(condition, Core::Check.new, @names)
          {kind: kind, label: label, condition: condition,
           count: node ? @match_index.count(@match_index.bits(node, @context) & @within) : 0}
        end
      end
    end
  end
end
