# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a choice for some senders would have done to their mail of the last 90 days, before it is made.
      class ChoicePreview
        DAYS = Core::Sender::DAYS.last
        SHOWN = 6
        WAS = {straight: "came straight in", waited: "waited", off: "stayed off the Front", discarded: "went to what is discarded"}.freeze
        WOULD = {straight: "would have come straight in", waited: "would have waited", off: "would have stayed off the Front",
                 discarded: "would have been discarded"}.freeze

        # @param keys [Array<String>] of senders @param choice [String] of {Desk::ChooseSenders::CHOICES}, group or view
        # @param name [String] of the group
        def initialize(by, keys, choice, rulebook, now, name: "")
          @by = by
          @keys = keys
          @choice = choice
          @name = name
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
          @match_index = Store::MatchIndex.at(now)
        end

        def to_h
          return view if @choice == "view"

          items, held, rules = (@choice == "group") ? group : chosen
          different = items.filter_map { |item| difference(item).then { [item, _1] if _1.any? } }
          {said: said(items, different.size), warning: warning, changed: different.size, held: held.to_s, rules: rules,
           messages: PreviewRow.all(different.first(SHOWN), @time_format)}
        end

        private

        # @return [Array] what becomes of their mail, what of held mail, and the rules as they would read
        def chosen
          planned = Desk::ChooseSenders.plan(@rulebook, Core::SenderList.of(@by, @keys), @choice)
          preview = Desk::RulesPreview.new(@rulebook, planned.rules, touched: planned.touched, now: @now, match_index: @match_index)
          ids = Store::SenderRows.new(@by, 0).message_ids(@keys).to_set
          [preview.items(days).select { ids.include?(_1.id) }, preview.held, sentences(planned)]
        end

        def group
          after = Store::CurrentRulebook.other(Desk::GroupSenders.document(@rulebook.document, @by, @keys, @name))
          naming = after.rules.select { |rule| Core::References.uses?(rule.to_h, "groups", @name) }
          [Desk::BooksPreview.new(@rulebook, after, @match_index).items(days & theirs), Desk::HeldPreview.new(after, @now).held,
            naming.map { |rule| {name: rule.name, sentence: Core::Sentence.told(rule), new: false, gone: false} }]
        end

        def view
          count = @match_index.count(days & theirs)
          shows = "It shows #{Core::English.count(count, "message")} of the last #{DAYS} days, and what comes from now on."
          {said: "#{shows} No message is moved.",
           warning: nil, changed: 0, held: "", rules: [], messages: []}
        end

        def days = @match_index.days_bits(DAYS, @rulebook.zone, @now)

        def theirs
          ids = Store::SenderRows.new(@by, Store::Senders.at(@rulebook.zone, @now).since).message_ids(@keys)
          @match_index.bits_of(ids.filter_map { @match_index.place(_1) })
        end

        def difference(item) = Core::ClaimDifference.new(item.before, item.after, @time_format)

        def said(items, changed)
          count = items.size
          return "Nothing came in the last #{DAYS} days that it would have touched; it holds for what comes from now on." if count.zero?

          whole = "In the last #{DAYS} days #{Core::English.count(count, "message")} came from them: "
          before, after = [items.map { stands(_1.before) }, items.map { stands(_1.after) }]
          return "#{whole}#{counted(before, WAS)}. With this, #{counted(after, WOULD)}." if before != after
          return "#{whole}#{counted(before, WAS)}, and would have with this too." if changed.zero?

          "#{whole}#{counted(before,
            WAS)}, and would have with this too; #{Core::English.count(changed, "of them")} would have been otherwise."
        end

        def stands(claim)
          return :discarded if claim.discard
          return :off if claim.surface_at.nil? && !claim.held

          claim.held ? :waited : :straight
        end

        # "all waited", "12 came straight in and 29 waited"
        def counted(stands, words)
          tally = stands.tally
          return "#{(stands.size == 1) ? "it" : "all"} #{words.fetch(tally.keys.first)}" if tally.size == 1

          Core::English.join(words.filter_map { |key, said| "#{Core::English.thousands(tally[key])} #{said}" if tally[key] }, "and")
        end

        # @return [String, nil] where mail that is answered would be missed
        def warning
          return unless %w[off_front never_again].include?(@choice)

          count, last = Store::SenderRows.new(@by, Store::Senders.at(@rulebook.zone, @now).since).answered(@keys)
          return if count.zero?

          "You have answered #{Core::English.count(count, "message")} of theirs in the last #{DAYS} days, the last of " \
            "#{@time_format.day(@rulebook.zone.date(last))}."
        end

        # The rules as they would read. @return [Array<Hash>]
        def sentences(planned)
          kept = planned.rules.reject { @rulebook.rules.include?(_1) }
          gone = @rulebook.rules.reject { |rule| planned.rules.any? { _1.id == rule.id } }
          kept.map { |rule| {name: rule.name, sentence: Core::Sentence.told(rule), new: rule.id.nil?, gone: false} } +
            gone.map { |rule| {name: rule.name, sentence: "Nobody is left in it: it goes.", new: false, gone: true} }
        end
      end
    end
  end
end
