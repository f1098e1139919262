# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A view while it is being written: what it would hold, condition by condition, and its first messages.
      class TryView
        ROWS = 50

        # @param body [Hash] the draft @param id [Integer, nil] of the view that it changes
        def initialize(body, rulebook, now, id: nil)
          @body = body
          @rulebook = rulebook
          @now = now
          @id = id
          @draft = Core::DraftConditions.new(body["when"], "/when", rulebook.names, state: true)
          @roomy = readable
        end

        def to_h
          {faults: faults, unfinished: @draft.unfinished, counts: counts, apart: AllOrAny.of(@draft.nodes) { count(_1) },
           empty_because: empty_because, sentence: sentence, text: text, clashes: clashes, **outcome}
        end

        private

        # The draft with what of its condition can be read, under a name of its own where it has none; without the rest of it where
        # something of that cannot be read.
        def readable
          body = {"name" => "This view", "when" => (@draft.tree || Core::Condition::Group.new("all", [].freeze)).to_h}
          [@body.slice(*Core::View::OPTIONAL), {}].lazy.filter_map {
            Core::View.read(body.merge(_1), Core::Check.new, @rulebook.names)
          }.first
        end

        def faults
          check = Core::Check.new
          Core::View.read(@body, check, @rulebook.names, accounts: Store::Account.pluck(:name))
          others = @rulebook.views.reject { _1.id == @id }
          DraftFaults.of(@draft.finished(check.faults)) + DraftFaults.taken(@body["name"], others, "view")
        end

        def query(node) = Store::ViewQuery.new(@roomy.with(node), @now, @rulebook.zone)
        def count(node) = (@counted ||= {})[node] ||= query(node).count
        def counts = @roomy ? @draft.nodes.transform_values { count(_1) } : {}
        def clashes = Core::Clashes.new(@draft.nodes).to_a.map { {pointers: _1.pointers, message: _1.message} }
        def text = (Core::ViewSentence.view(@roomy) if @roomy && @draft.unfinished.empty?)
        def sentence = (Core::English.sentence(Core::Sentence.view(@roomy)) if @roomy && @draft.unfinished.empty?)

        # A view that holds nothing: the condition to blame, where one holds for nothing by itself.
        def empty_because
          return unless @roomy && @draft.tree && count(@draft.tree).zero?

          found = ViewEmptiness.new(@roomy, @draft.nodes, @now, @rulebook.zone)
          {pointers: found.pointers, message: "Nothing is in this view: #{found.cause}.", switch: found.switch}.compact
        end

        def outcome
          return {ready: false} unless @roomy

          whole = query(@roomy.when)
          {ready: true, count: whole.count, unread: whole.unread, messages: Row.of(whole.page(0, ROWS), @rulebook, @now).map(&:to_h)}
        end
      end
    end
  end
end
