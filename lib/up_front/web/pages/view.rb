# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a view shows: its messages a page at a time, its groups, and why a message is in it or not.
      class View
        PAGE = 100
        MOST_GROUPS = 1_000 # more than anybody reads; a page that leaves some out says so

        # @param view [Core::View] @param most_groups [Integer]
        def initialize(view, rulebook, now, most_groups: MOST_GROUPS)
          @most_groups = most_groups
          @view = view
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @query = Store::ViewQuery.new(view, now, rulebook.zone)
        end

        # @return [Hash] how many there are, and the groups
        def to_h
          {count: count, unread: @query.unread, groups: groups, more_groups: asked.size > @most_groups, looks_at: looks_at,
           review: (review if @view.review.any? || gone_through_at)}
        end

        # @param offset [Integer] @param group [String, nil] the key of one, where the view is grouped: another page may have changed that
        # @return [Hash] the rows from there on
        def page(offset, group: nil)
          {offset: offset, messages: Row.of(@query.page(offset, PAGE, group: (group if @view.group_by)), @rulebook, @now)
            .map { |row| row.to_h.merge(fresh: fresh?(row)) }}
        end

        # @return [Hash] whether a message is in the view, and because of what
        def why(id)
          message = Store::Message.find(id)
          reading = Core::Reading.new(message.to_core, state: Store::MessageStates.of([id], @now).fetch(id))
          held = @query.among([id]).any?
          return {held: true, message: "It is here: #{reasons(reading, true)}.", changes: []} if held

          kept_out = outside(message)
          {held: false, message: "It is not here: #{kept_out || reasons(reading, false)}.", changes: kept_out ? [] : changes(reading)}
        end

        private

        MOST_CHANGES = 3

        # What would have to be otherwise for the message to be here, the least first.
        def changes(reading)
          Core::MinimalChanges.new(reading).of(@view.when).first(MOST_CHANGES).map do |set|
            words = set.map { Core::Turned.words(Core::Turned.at(@view.when, _1), reading) }
            "It would be here if #{Core::English.join(words, "and")}."
          end
        end

        def count = @count ||= @query.count
        def saved = @saved ||= Store::View.find(@view.id)
        def gone_through_at = saved.gone_through_at&.to_time

        # Whether it has come, or come in, since the view was last gone through.
        def fresh?(row)
          since = gone_through_at or return false
          row.message.arrived_at > since || (!row.state.surface_at.nil? && row.state.surface_at > since && row.state.surface_at <= @now)
        end

        def review
          status = saved.review_status(@view.review, @rulebook.plan, @now)
          {label: (@view.review.label if @view.review.any?), due: status.due && @time_format.moment(status.due), next: status.next &&
            @time_format.moment(status.next),
           gone_through: gone_through_at && @time_format.moment(gone_through_at), fresh: gone_through_at && @query.since(gone_through_at)
             .count}
        end

        def asked = @asked ||= @query.groups(@most_groups + 1)

        def groups
          shown = asked.first(@most_groups)
          newest = %w[sender thread].include?(@view.group_by) ? Store::Message.where(id: shown.map(&:newest))
            .select(:id, :sender_name, :sender_key, :subject).to_h { [_1.id, [_1.sender_name, _1.subject]] } : {}
          shown.map { |group| {key: group.key, title: title(group.key, *newest[group.newest]), count: group.count, unread: group.unread} }
        end

        # @param sender [String, nil] @param subject [String, nil] of its newest message
        def title(key, sender = nil, subject = nil)
          case @view.group_by
          when "day" then @time_format.day(Date.iso8601(key))
          when "sender" then key.empty? ? "No sender" : named(sender, key)
          when "account" then accounts.fetch(key, key)
          when "label" then key.empty? ? "No label" : key
          when "thread" then named(Core::BaseSubject.new(subject).text, "(no subject)")
          else "#{Core::English.sentence(key)} priority"
          end
        end

        # @return [Hash{String=>String}] names of accounts by how they are compared
        def accounts = @accounts ||= Store::Account.pluck(:name).to_h { [Core::Text.fold(_1), _1] }

        def named(text, otherwise) = text.to_s.strip.empty? ? otherwise : text

        # "all accounts; without discarded mail; without mail that you sent"
        def looks_at
          [@view.accounts.empty? ? "all accounts" : Core::English.join(@view.accounts, "and"),
            "#{@view.discarded ? "with" : "without"} discarded mail", "#{@view.sent ? "with" : "without"} mail that you sent"].join("; ")
        end

        # What of the view's reach leaves a message out, its condition apart.
        def outside(message)
          state = message.state
          return "drafts, sent mail and what lies in Junk are left out" if state.came == "quiet" && !(@view.sent && message.from_me)
          return "it was discarded" if state.discarded_at && !@view.discarded && @view.when.leaves.none? { _1.fact.name == "discarded" }

          "it is of the account #{message.account.name}" if @view.accounts.any? &&
            @view.accounts.none? { Core::Text.fold(_1) == message.account_key }
        end

        def reasons(reading, held)
          evidence = Core::Evidence.of(@view.when, reading, "/when").select { _1["held"] == held }
          reasons = evidence.map { held ? Core::EvidenceText.held(_1) : missing(_1, reading) }.uniq.first(4)
          reasons.empty? ? "the view has no condition for it" : Core::English.join(reasons, "and")
        end

        def missing(leaf, reading)
          node = Core::Turned.at(@view.when, leaf["path"].delete_prefix("/when"))
          "“#{Core::Sentence.leaf(node)}” does not hold (#{Core::EvidenceText.missing(leaf)}#{Core::EvidenceText.nearly(node, reading)})"
        end
      end
    end
  end
end
