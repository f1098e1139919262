# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What rules and an away notice have sent of a message, or have left out, and why.
      module SentOf
        KINDS = {"forward" => "Not forwarded", "reply" => "Not answered", "away" => "No away notice"}.freeze

        module_function

        # @param id [Integer] of the message @return [Array<Hash>] said; whether the outbox tells more of it
        def of(id, rulebook, now)
          orders = Store::SendingOrder.where(message_id: id).order(:id).to_a
          return [] if orders.empty?

          names = rulebook.rules.to_h { [_1.id, _1.name] }
          gone = Store::Outgoing.where(message_id: id, kind: Desk::Brake::KINDS).order(:id).to_a
          outbox = Outbox.new(rulebook, now)
          gone.map { {said: outbox.went(_1), outbox: true} } + orders.filter_map { left_out(_1, names) }
        end

        # An away notice is left out of most mail, and nobody wonders why.
        def left_out(order, names)
          return if order.left_out.nil? || (order.kind == "away" && !order.left_out.start_with?("no server"))

          by = names[order.rule_id]&.then { " by “#{_1}”" }
          {said: "#{KINDS.fetch(order.kind)}#{by}: #{order.left_out}.", outbox: false}
        end
        private_class_method :left_out
      end
    end
  end
end
