# frozen_string_literal: true

module UpFront
  module Core
    module Facts
      # What the headers tell of how a message was sent.
      #
      # - `to_list`: List-Id (RFC 2919) or Precedence: list.
      # - `has_unsubscribe`: List-Unsubscribe (RFC 2369, 8058).
      # - `automatic`: Auto-Submitted other than "no" (RFC 3834, section 5), Precedence bulk, junk or
      #   auto_reply, or a sender that says it reads no answers.
      # - `kind`: the first of them that holds; an invitation by its METHOD (RFC 5546).
      # - `sender_importance`: Importance (RFC 2156, 5.3.4), X-Priority, Priority, the first that is there.
      module Transport
        DEAF = %w[noreply no-reply donotreply do-not-reply].freeze
        LEVELS = {"1" => "high", "2" => "high", "4" => "low", "5" => "low", "urgent" => "high", "non-urgent" => "low",
                  "high" => "high", "low" => "low"}.freeze

        module_function

        def first_word(message, name) = message.header(name).first.to_s.strip.downcase[/\A[^\s;(]+/].to_s

        def precedence(message) = first_word(message, "precedence")

        def to_list?(message) = message.header("list-id").any? || precedence(message) == "list"

        def unsubscribe?(message) = message.header("list-unsubscribe").any?

        def automatic?(message)
          submitted = first_word(message, "auto-submitted")
          return true unless ["", "no"].include?(submitted)

          %w[bulk junk auto_reply].include?(precedence(message)) || message.from.any? { DEAF.include?(_1.local) }
        end

        def newsletter?(message)
          (unsubscribe?(message) || precedence(message) == "bulk") && message.header("list-post").empty?
        end

        def kind(message)
          return "auto_reply" if first_word(message, "auto-submitted") == "auto-replied"
          return "invitation" if message.calendar_method
          return "newsletter" if newsletter?(message)
          return "list" if to_list?(message)

          automatic?(message) ? "notice" : "person"
        end

        def importance(message)
          header = %w[importance x-priority priority].find { message.header(_1).any? } or return "normal"
          LEVELS.fetch(first_word(message, header), "normal")
        end

        KINDS = {"auto_reply" => "an automatic reply", "invitation" => "an invitation", "newsletter" => "a newsletter",
                 "list" => "list mail", "notice" => "an automatic notice", "person" => "from a person"}.freeze

        FACTS = [
          Fact.new(name: "to_list", also: "mailing list group", type: Types::Flag, columns: %i[to_list], label: "it came through a list",
            denial: "it did not come through a list") { to_list?(_1) },
          Fact.new(name: "has_unsubscribe", also: "unsubscribe newsletter advertising", type: Types::Flag, columns: %i[has_unsubscribe],
            label: "it offers to unsubscribe", denial: "it does not offer to unsubscribe") { unsubscribe?(_1) },
          Fact.new(name: "automatic", also: "machine robot noreply automatic notice", type: Types::Flag, columns: %i[automatic],
            label: "it was sent automatically", denial: "it was not sent automatically") { automatic?(_1) },
          Fact.new(name: "kind", also: "newsletter list invitation notice person sort of mail", type: Types::Choice.new(KINDS),
            columns: %i[kind], label: "it") { [kind(_1)] },
          Fact.new(name: "sender_importance", also: "important urgent marked priority",
            type: Types::Choice.new({"high" => "high", "normal" => "normal", "low" => "low"}),
            columns: %i[sender_importance], label: "the sender's own mark of importance") { [importance(_1)] }
        ].freeze
      end
    end
  end
end
