# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Everyone who writes, with what their mail of the last 90 days was and what became of it.
      class Senders
        PAGE = 100
        DAYS = Core::Sender::DAYS.last
        KINDS = {"person" => "person", "list" => "list", "newsletter" => "newsletter", "notice" => "notice", "invitation" => "invitations",
                 "auto_reply" => "automatic replies"}.freeze

        attr_reader :senders, :rows

        # @param by [String] address, domain or list
        def initialize(by, rulebook, now)
          @by = by
          @rulebook = rulebook
          @now = now
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
          @senders = Store::Senders.at(@zone, now)
          @rows = Store::SenderRows.new(by, @senders.since)
        end

        # @param wanted [Hash] text, kinds, which, rule, order, falling @param offset [Integer]
        def to_h(wanted, offset)
          found = of(wanted)
          {by: @by, lead: lead, since: since, total: found.size, offset: offset, senders: rows_of(found[offset, PAGE] || [])}
        end

        # @return [Array<Core::Sender>] those that are meant, in order
        def of(wanted)
          keys = wanted["rule"] && rows.spoken_on(wanted["rule"].to_i)
          Core::SenderQuestion.new(text: wanted["text"].to_s, kinds: wanted["kinds"].to_s.split(","), which: wanted["which"],
            order: wanted["order"] || "count", falling: wanted["falling"].to_s != "false", keys: keys)
            .of(senders.by(@by), month: month, asked: asked.keys.to_set, blocked: blocked)
        end

        # @return [Array<Hash>]
        def rows_of(some)
          keys = some.map(&:key)
          rules, names = rows.rules(keys), rows.list_names(keys)
          some.map do |sender|
            own = rules.fetch(sender.key, []).filter_map { |id, count| rule_names[id]&.then { {id: id, name: _1, count: count} } }
            row(sender).merge(rules: own, name: names.fetch(sender.key, sender.name))
          end
        end

        private

        def row(sender)
          {key: sender.key, members: sender.members, kind: KINDS.fetch(sender.kind), counts: sender.counts.values,
           weeks: sender.weeks, read: sender.read,
           look: lasting(sender.look), answered: sender.answered, answer: lasting(sender.answer), alerts: sender.alerts,
           straight: sender.straight, size: Files.size(sender.size), first: day(sender.first_at),
           last: @time_format.moment(Time.at(sender.last_at)),
           unsubscribe: sender.unsubscribe, choices: choices(sender.key), caution: caution(sender),
           asked: asked[sender.key]&.then { asked_row(_1, sender.key) }}
        end

        def lasting(seconds) = seconds && Core::TimeFormat.lasting((seconds / 60.0).round)
        def day(seconds) = @time_format.day(@zone.date(seconds))
        def month = @zone.instant(@zone.date(@now).then { Date.new(_1.year, _1.month, 1) }, 0).to_i
        def rule_names = @rule_names ||= @rulebook.rules.to_h { [_1.id, _1.name] }

        # The lists of choices, by choice.
        def lists
          @lists ||= Core::SenderChoice::ALL.keys.filter_map { |key|
            rule = Core::SenderChoice.rule(@rulebook.rules, key)
            list = rule&.enabled ? Core::SenderList.read(rule.to_h["when"]) : nil
            [key, list] if list
          }.to_h
        end

        # @return [Array<String>] of {Core::SenderChoice::ALL} in whose list it stands
        def choices(key) = lists.select { |_, list| stands_in(list, key) }.keys

        def stands_in(list, key)
          case @by
          when "address" then list.term_for(key)
          when "domain" then list.term_for("anybody@#{key}")
          else list.lists.include?("<#{key}>")
          end
        end

        def blocked = lists["never_again"].then { |list| ->(key) { !list.nil? && !stands_in(list, key).nil? } }

        # @return [Hash{String=>Store::Unsubscribing}] the last time that each was asked to send no more
        def asked
          @asked ||= Store::Unsubscribing.standing.where(by: (@by == "list") ? "list" : "address").includes(:outgoing).order(:id)
            .index_by(&:key)
        end

        def asked_row(row, key) = AskedToStop.new(@rulebook, @now).row(row).slice(:id, :said, :again, :state).merge(key: key)

        # What one should know before one trusts it: another's looks, or another's name.
        def caution(sender)
          return if @by == "list"

          @cautions ||= Core::Cautions.new(@rulebook.names.known_domains)
          @cautions.of(Core::Address.new((@by == "domain") ? "anybody@#{sender.key}" : sender.key)) || namesake(sender)
        end

        def namesake(sender)
          return unless @by == "address" && sender.answered.zero?

          known = answered_names[sender.sorted] or return
          "#{sender.name} is also the name of #{known}, whom you answer, but this is another address." unless known == sender.key
        end

        # @return [Hash{String=>String}] by name, somebody who is answered
        def answered_names
          @answered_names ||= senders.by("address").select { _1.answered.positive? && _1.name != _1.key }.to_h { [_1.sorted, _1.key] }
        end

        def since
          oldest = Store::Message.minimum(:arrived_at)
          from = [senders.since, oldest&.to_i].compact.max
          "Counted since #{day(from)}#{", when your mail here begins" if oldest && oldest.to_i > senders.since}."
        end

        def lead
          all = senders.by("address")
          return "Nobody has written in the last #{DAYS} days." if all.empty?

          unread = all.count { |sender| sender.kind == "newsletter" && sender.read.zero? }
          if unread.positive?
            never = " #{Core::English.sentence(Core::English.count(unread,
              "newsletter"))} #{(unread == 1) ? "is" : "are"} never read."
          end
          "#{Core::English.sentence(Core::English.count(all.size,
            "sender"))} wrote #{Core::English.count(all.sum(&:count), "message")} in the " \
            "last #{DAYS} days, and you have answered #{Core::English.thousands(all.count { _1.answered.positive? })} of them.#{never}"
        end
      end
    end
  end
end
