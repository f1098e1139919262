# frozen_string_literal: true

module UpFront
  module Core
    module Effects
      # Addresses to which the message is forwarded; those that the rulebook allows.
      class ForwardEffect < ListEffect
        def read_item(item, check, names)
          names.find(:forward_to,
            item) || check.refuse("one of the addresses in forward_to", item, lacks: item.is_a?(String) ? ["forward_to", item] : nil)
        end

        def rename(value) = value.map { yield("forward_to", _1) }
        def outward? = true
        def say_item(address) = Quoting.address(address)
        def written_item(phrases) = phrases.address
        def schema(schemas) = schemas.list("address")
        def editor = {shape: "names", lead: @lead, label: @label, known: "forward_to"}
      end

      Forward = ForwardEffect.new("forward", place: 11, title: "forwarding", phrase: "forward to", told: "forward", none: "no forwarding",
        lead: "it is forwarded to", label: "Forward to",
        menu: [["is forwarded", "send on pass", []]])
    end
  end
end
