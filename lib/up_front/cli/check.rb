# frozen_string_literal: true

module UpFront
  module CLI
    # The check-up of a rulebook, as JSON: what is proved of it, and what was seen of it in files of mail.
    class Check < EachMessage
      include LeavingOut

      # @param at [Time, nil] today; nil leaves out what has a last day @param now [Time] from which the plan is looked at, then
      def initialize(rulebook, now:, at: nil, **given)
        super(rulebook, history: History.new([], rulebook.names), **given)
        @today = at
        @now = now
        @mail = Core::MailFindings.new(rulebook)
      end

      private

      def answer(message) = @mail.take(message)

      def finish
        plan = @rulebook.plan
        tried = (@mail.messages + left_out).zero? ? {} : {"messages" => @mail.messages, "left_out" => left_out}
        print({"rules" => @rulebook.rules.size, "windows" => plan.windows.size, "rounds" => plan.rounds.size, **tried,
          "findings" => findings.map(&:to_h)})
      end

      def findings
        Core::CheckUp.new(@rulebook, at: @today || @now, date: @today && @rulebook.zone.date(@today), mail: @mail).findings
      end
    end
  end
end
