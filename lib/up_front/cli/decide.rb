# frozen_string_literal: true

module UpFront
  module CLI
    # Claims on files of mail: one JSON object a message, a line each, in order.
    class Decide < EachMessage
      private

      def answer(message)
        print(Core::ClaimReport.new(@rulebook.decide(message, heads_down: @heads_down), @rulebook.zone).to_h)
      end
    end
  end
end
