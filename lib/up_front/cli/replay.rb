# frozen_string_literal: true

require "tempfile"

module UpFront
  module CLI
    # What two rulebooks make of the same files of mail, and where they differ: as JSON, or to read. However much mail there is, only
    # counts are kept in memory; what differs waits in a file until the figures are known.
    class Replay < EachMessage
      include LeavingOut

      PROGRESS = 500 # messages

      # @param a [Core::Rulebook] @param b [Core::Rulebook] @param names [Array(String, String)] what they are called
      # @param history [Array<String>] files @param days [Range<Date>] of arrival, in the first owner's zone; either end may be nil
      def initialize(a, b, names:, history: [], days: (nil..), json: false, **given)
        super(a, history: History.new(history, a.names), **given)
        @names = names
        @days = days
        @json = json
        @zones = [a.zone, b.zone]
        @others_history = History.new(history, b.names) unless a.names.me == b.names.me
        @replay = Core::Replay.new(a, b)
      end

      def call(...)
        Tempfile.create("up-front-replay") do |differences|
          @differences = differences
          super
        end
      end

      private

      # Beside it stands the same as the second owner has it, where that is somebody else.
      def message(letter, fields, arrival)
        super.tap { @other = @others_history ? _1.with(reply_to_mine: @others_history.reply_to_mine?(_1.message_id, _1.references)) : _1 }
      end

      def answer(message)
        return unless @days.cover?(@zones.first.date(message.arrived_at))

        difference = @replay.take(message, @other)
        @differences.puts(JSON.generate(Core::ReplayReport.difference(difference, @zones))) if difference && @json
        @error.print("\r#{@replay.messages} messages") if (@replay.messages % PROGRESS).zero? && @error.tty?
      end

      def finish
        @error.print("\r#{" " * 30}\r") if @error.tty?
        return @out.puts(Core::ReplayText.new(@replay, left_out: left_out, names: @names, zone: @zones.first).lines) unless @json

        a, b = @replay.figures.map { JSON.generate(Core::ReplayReport.figures(_1.to_h)) }
        @out.print(%({"messages":#{@replay.messages},"left_out":#{left_out},"a":#{a},"b":#{b},"differences":[))
        @differences.rewind
        @differences.each_line.with_index { |line, index| @out.print(index.zero? ? "" : ",", line.chomp) }
        @out.puts("]}")
      end
    end
  end
end
