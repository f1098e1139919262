# frozen_string_literal: true

module UpFront
  module Desk
    # The base of acts on what rules name: groups, labels, inks.
    class NamedThings < ChangeRulebook
      KINDS = {"groups" => "group", "labels" => "label", "inks" => "ink"}.freeze

      private

      def put(things, kind, text, rows, result: nil)
        document = Store::CurrentRulebook.document.merge(kind => things)
        check(document)
        head = trail(Store::CurrentRulebook.put(document))
        rules_changed(text, {"Rulebook" => [head], **rows}, result: result)
      end

      # Faults point at the thing itself and not at its place in the file.
      def check(document)
        Core::Rulebook.read(document)
      rescue Core::Refused => refused
        raise Core::Refused, refused.faults.map { |fault|
          Core::Fault.new(**fault.to_h.transform_keys(&:to_sym), pointer: fault.pointer[/\A\/\w+\/\d+(\/.*)\z/, 1] || fault.pointer)
        }
      end

      def things(kind) = Store::CurrentRulebook.document.fetch(kind, [])
      def place(things, name) = things.index { Core::Text.fold(_1["name"]) == Core::Text.fold(name) }
      def gone(kind, name) = Impossible.new("There is no #{KINDS.fetch(kind)} “#{name}” any more.", status: 404)
    end
  end
end
