# frozen_string_literal: true

module UpFront
  module Desk
    # Puts a plan in force: windows, rounds, days off. What is held gets its new moment in the same step.
    class SavePlan < ChangeRulebook
      FOR_EVER = "Mail would be held for ever: every hour of the week lies in a window and no round runs, or in a planned heads-down. " \
        "Add a round, or leave some time open."

      # @param plan [Hash] in the file's shape
      # @param renamed [Array<Hash>] kind (windows or rounds), was, name: rules that name them follow
      # @param revision [Integer, nil] of the rulebook when the plan was read
      # @return [Done] @raise [Core::Refused, Impossible]
      def call(plan, renamed: [], revision: nil)
        transaction do
          unchanged!(revision)
          names = SavePlan.names(renamed)
          rows = rename_all(names)
          document = Core::References.kept_renamed(Store::CurrentRulebook.document.merge("plan" => plan), names)
          SavePlan.check(document, now)
          head = put_head(document)
          rules_changed("Changed the week.", {"Rulebook" => [head], **rows.reject { |_, trails| trails.empty? }})
        end
      end

      # @param renamed [Array<Hash>] kind, was, name @return [Hash{String=>Hash{String=>String}}] by kind, the new name by the former one
      def self.names(renamed) = renamed.group_by { _1["kind"] }.transform_values { |of| of.to_h { [_1["was"], _1["name"]] } }

      # @return [Core::Rulebook] @raise [Core::Refused] with pointers into the plan, in text
      def self.check(document, now)
        book = Core::Rulebook.read(document)
        raise Core::Refused, [Core::Fault.new(pointer: "/plan", expected: FOR_EVER, words: FOR_EVER)] if book.plan.holds_for_ever?(now)

        book
      rescue Core::Refused => refused
        raise Core::Refused, refused.faults.map { |fault| named(fault, document) }
      end

      # A rule or a view that names a window or round which the plan no longer has is called by its name.
      def self.named(fault, document)
        kind, place = fault.pointer.match(/\A\/(rules|views|promises|examples|routines)\/(\d+)\//)&.captures
        return fault unless kind

        user = "#{kind.delete_suffix("s")} “#{document[kind][place.to_i]["name"]}”"
        what = fault.lacks ? "#{Core::FaultWords::KINDS.fetch(fault.lacks.first)} “#{fault.lacks.last}”" : fault.found
        Core::Fault.new(pointer: "/plan", expected: "what the #{user} names", found: "no #{fault.found}",
          words: "The #{user} names the #{what}, which would be gone. Change it there first, or keep it here.")
      end
      private_class_method :named

      private

      def unchanged!(revision)
        return if revision.nil? || revision == Store::CurrentRulebook.rulebook.revision

        raise Impossible.new("The rulebook was changed elsewhere since you opened the week. Look at it as it is now, and change it again.",
          status: 409)
      end
    end
  end
end
