# frozen_string_literal: true

module UpFront
  module Desk
    # What a person or the clock does to mail: one transaction, which leaves an event and, where it can be
    # taken back, an undo step. No act writes to a message, its account or its mailbox.
    class Act
      # The act cannot be done as asked; the message is for the person. `pointer` names the field, `found` what stands there instead.
      class Impossible < StandardError
        attr_reader :pointer, :status, :found

        def initialize(text, pointer: nil, status: 422, found: nil)
          super(text)
          @pointer = pointer
          @status = status
          @found = found
        end

        # @param thing [String] "rule" @return [Impossible] for what another page, or an undoing, has taken away
        def self.gone(thing) = new("That #{thing} is not there any more.", status: 404)
      end

      EVENT = Store::PreparedInsert.new("events", :at, :kind, :payload)

      UNTRACED = %w[id message_id version revision created_at].freeze # what only ever grows

      # @!attribute undo_id [Integer, nil] @!attribute words [String] what was done, for the notice
      Done = Struct.new(:message, :undo_id, :result, keyword_init: true)

      attr_reader :clock

      # @param clock [#now]
      def initialize(clock)
        @clock = clock
      end

      private

      MOMENT = :up_front_moment
      private_constant :MOMENT

      # All that is done in one transaction is done at one moment.
      def now = Thread.current[MOMENT] || clock.now

      # Within the transaction of another act, a part of it.
      def transaction(&block)
        return yield if Store::PreparedStatement.held?

        Store::Record.transaction { Store::PreparedStatement.hold { at_one_moment(&block) } }
      end

      def at_one_moment
        Thread.current[MOMENT] = clock.now
        yield
      ensure
        Thread.current[MOMENT] = nil
      end

      def event(kind, payload = {}) = EVENT.call(at: now, kind: kind, payload: payload)

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

      # Enters what was done where it is told, though it cannot be taken back. @param why [String] a sentence @return [nil]
      def final_step(text, why)
        Store::UndoStep.keep(now, text, Store::UndoStep::FINAL => [{"key" => 0, "before" => {}, "after" => {"why" => why}}])
        nil
      end

      # @param rows [Hash{String=>Array<Hash>}] trails by model
      # @return [Integer]
      def undo_step(text, rows)
        rows = rows.transform_values(&:compact)
        step_id = Thread.current[GATHERED] or return Store::UndoStep.keep(now, text, rows)

        rows.each { |model, changes| Store::UndoStep.add(step_id, model, changes) }
        step_id
      end

      GATHERED = :up_front_gathered
      private_constant :GATHERED

      # What acts do meanwhile is one step. @param step_id [Integer] @yield
      def gathering(step_id)
        Thread.current[GATHERED] = step_id
        yield
      ensure
        Thread.current[GATHERED] = nil
      end
    end
  end
end
