# frozen_string_literal: true

module UpFront
  module Desk
    # What a person or the clock does to mail: one transaction, which leaves an event and, where it can be
    # taken back, an undo step. No act writes to a message, its account or its mailbox.
    class Act
      # The act cannot be done as asked; the message is for the person. `pointer` names the field.
      class Impossible < StandardError
        attr_reader :pointer, :status

        def initialize(words, pointer: nil, status: 422)
          super(words)
          @pointer = pointer
          @status = status
        end
      end

      EVENT = Store::Insert.new("events", :at, :kind, :payload)

      # @!attribute undo_id [Integer, nil] @!attribute words [String] what was done, for the notice
      Done = Struct.new(:words, :undo_id, :result, keyword_init: true)

      attr_reader :clock

      # @param clock [#now]
      def initialize(clock)
        @clock = clock
      end

      private

      def now = clock.now

      def transaction(&block) = Store::Record.transaction { Store::Statement.hold(&block) }

      def event(kind, payload = {}) = EVENT.call(at: now, kind: kind, payload: payload)

      # @param rows [Enumerable<Store::Record>] as they are before the change
      # @return [Integer]
      def undo_step(words, rows)
        before = rows.group_by { _1.class.name.split("::").last }.transform_values { |all| all.map(&:attributes) }
        Store::UndoStep.create!(at: now, words: words, before: before).id
      end
    end
  end
end
