# frozen_string_literal: true

module UpFront
  module Desk
    # What a person or the clock does to mail: one transaction, which leaves an event and, where it can be
    # taken back, an undo step. No act writes to a message, its account or its mailbox.
    class Act
      # The act cannot be done as asked; the message is for the person. `pointer` names the field.
      class Impossible < StandardError
        attr_reader :pointer, :status

        def initialize(text, pointer: nil, status: 422)
          super(text)
          @pointer = pointer
          @status = status
        end
      end

      EVENT = Store::PreparedInsert.new("events", :at, :kind, :payload)

      UNTRACED = %w[id message_id version revision announced_at created_at].freeze # what only ever grows, or must not come back

      # @!attribute undo_id [Integer, nil] @!attribute words [String] what was done, for the notice
      Done = Struct.new(:message, :undo_id, :result, keyword_init: true)

      attr_reader :clock

      # @param clock [#now]
      def initialize(clock)
        @clock = clock
      end

      private

      def now = clock.now

      def transaction(&block) = Store::Record.transaction { Store::PreparedStatement.hold(&block) }

      def event(kind, payload = {}) = EVENT.call(at: now, kind: kind, payload: payload)

      # Turns the revision, decides held mail anew by it, and leaves the undo step of it all.
      # @param rows [Hash{String=>Array<Hash>}] trails by model
      # @return [Done]
      def rules_changed(text, rows, result: nil)
        event("rules", revision: Store::CurrentRulebook.turn)
        anew = DecideAnew.new(clock).call
        rows = rows.merge("State" => anew.rows) if anew.rows.any?
        Done.new(message: text + anew.message, undo_id: undo_step(text, rows), result: result)
      end

      # @return [Store::View] @raise [Impossible]
      def saved_view(id) = Store::View.in_order.find_by(id: id) || raise(Impossible.new("That view is not there any more.", status: 404))

      # @param rows [Array<Hash>] trails of views @return [Done]
      def views_changed(text, rows, result: nil)
        Store::CurrentRulebook.turn_views
        event("views")
        Done.new(message: text, undo_id: undo_step(text, {"View" => rows.compact}), result: result)
      end

      # Gives what rules name another name in each of them. @return [Array<Hash>] the trails of the rules that changed
      def rename_in_rules(kind, was, name)
        Store::Rule.in_order.filter_map do |rule|
          next unless Core::References.uses?(rule.today, kind, was)

          rule.update!(body: Core::References.rename(rule.today) { |of, given|
            (of == kind &&
                      Core::Text.fold(given) == Core::Text.fold(was)) ? name : given
          }, version: rule.version + 1)
          trail(rule).tap { keep_version(rule, "changed") }
        end
      end

      # As in rules. @return [Array<Hash>] the trails of the views that changed
      def rename_in_views(kind, was, name)
        Store::View.in_order.filter_map do |view|
          next unless Core::References.uses?(view.body, kind, was)

          view.update!(body: Core::References.rename(view.body) { |of, given|
            (of == kind &&
                      Core::Text.fold(given) == Core::Text.fold(was)) ? name : given
          }, version: view.version + 1)
          trail(view)
        end
      end

      # Adds a rule's body as it is now to its history.
      # @param act [String] made, changed, undone or brought in
      def keep_version(rule, act)
        Store::RuleVersion.create!(rule_id: rule.id, version: rule.version, body: rule.body, act: act, at: now)
      end

      # What the last save of a record changed, and nothing else of it: undoing must not take later changes along.
      # @param before [Hash, nil] in place of what was there, for a record that undoing takes away
      # @return [Hash, nil] key, before and after by column; nil when nothing changed
      def trail(record, before: nil)
        changes = record.saved_changes.except(*UNTRACED)
        before ||= changes.transform_values(&:first)
        return if before.empty?

        after = before.to_h { |column, _| [column, record[column]] }
        {"key" => record.id, "before" => before.transform_values { exact(_1) }, "after" => after.transform_values { exact(_1) }}
      end

      # JSON would keep three digits of a second, the store keeps six, and undoing compares the two.
      def exact(value) = value.respond_to?(:iso8601) ? value.to_time.getutc.iso8601(6) : value

      # @param rows [Hash{String=>Array<Hash>}] trails by model
      # @return [Integer]
      def undo_step(text, rows) = Store::UndoStep.keep(now, text, rows.transform_values(&:compact))
    end
  end
end
