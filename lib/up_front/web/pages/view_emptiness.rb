# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Why a view holds nothing: what it looks at, where that keeps all of it out; else the condition without which it would hold
      # most; else that its conditions fit nothing together.
      class ViewEmptiness
        SWITCHES = {
          "sent" => [{"sent" => true}, "fits, of mail that you sent: switch on “with mail that I sent”", "fit, of mail that you sent: " \
            "switch on “with mail that I sent”"],
          "discarded" => [{"discarded" => true}, "fits and is discarded: switch on “with discarded mail”", "fit and are discarded: " \
            "switch on “with discarded mail”"],
          "accounts" => [{"accounts" => []}, "fits, in another account", "fit, in another account"]
        }.freeze

        # @param view [Core::View] that holds nothing @param nodes [Hash{String=>Core::Condition}] by pointer
        def initialize(view, nodes, now, zone)
          @view = view
          @nodes = nodes
          @now = now
          @zone = zone
        end

        # @return [String, nil] sent, discarded or accounts
        def switch = widest&.first

        # @return [Array<String>] of the conditions to blame
        def pointers
          return [] if switch

          helpful ? [helpful.first] : never
        end

        # @return [String] after "Nothing is in this view:"
        def cause
          return "#{Core::English.count(widest.last, "message")} #{SWITCHES.fetch(switch)[(widest.last == 1) ? 1 : 2]}" if switch
          return together unless helpful

          "without the condition marked it would hold #{Core::English.count(helpful.last, "message")}"
        end

        private

        # What it does not look at holds some. @return [Array(String, Integer), nil]
        def widest
          return @widest if defined?(@widest)

          @widest = SWITCHES.transform_values { |change, *| count(@view.changed(change)) }.reject { |_, count| count.zero? }.max_by(&:last)
        end

        # Of the conditions that must all hold, the one without which most would be left. @return [Array(String, Integer), nil]
        def helpful
          return @helpful if defined?(@helpful)

          @helpful = members.to_h { |pointer, node|
            [pointer, count(@view.with(without(node)))]
          }.reject { |_, count| count.zero? }.max_by(&:last)
        end

        def all = @nodes["/when"].then { _1 if _1.is_a?(Core::Condition::Group) && _1.kind == "all" && _1.members.size > 1 }
        def members = all ? @nodes.select { |pointer, _| pointer.match?(%r{\A/when/all/\d+\z}) } : {}
        def without(node) = Core::Condition::Group.new("all", all.members.reject { _1.equal?(node) || _1 == node })
        def never = @nodes.select { |_, node| node.is_a?(Core::Condition::Leaf) && count(@view.with(node)).zero? }.keys

        def together
          case never.size
          when 0 then "each condition fits some messages, and none fits them together"
          when 1 then "no message at all fits the condition marked"
          else "no message at all fits the conditions marked"
          end
        end

        def count(view) = Store::ViewQuery.new(view, @now, @zone).count
      end
    end
  end
end
