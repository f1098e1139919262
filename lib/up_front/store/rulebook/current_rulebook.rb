# frozen_string_literal: true

module UpFront
  module Store
    # The rulebook in force: the document's head and its rules, read and compiled once a revision.
    module CurrentRulebook
      LOCK = Mutex.new
      STAND = PreparedQuery.new("SELECT revision || '.' || views_revision FROM rulebooks LIMIT 1")

      module_function

      # @return [Core::Rulebook, nil] nil before the owner is known
      def rulebook
        stand = STAND.call or return
        LOCK.synchronize do
          return @kept if @kept && @stand == stand && @path == Connection.path

          @path = Connection.path
          @stand = stand
          @kept = as_saved
        end
      end

      # @return [Core::Rulebook] read anew, as it is saved at the moment: within an act, what is not to be remembered yet
      def as_saved
        head = Rulebook.first
        read(head.document, Rule.in_order.to_a, View.in_order.to_a, head.revision)
      end

      # @return [Hash, nil] the whole rulebook in the file's shape
      def document
        head = Rulebook.first or return
        head.document.merge("rules" => Rule.in_order.map(&:today), "views" => View.in_order.map(&:body))
      end

      # @param document [Hash] in the file's shape @return [Core::Rulebook] in which a rule has the id of the one of its name in force
      # @raise [Core::Refused]
      def other(document)
        ids = rulebook ? rulebook.own.to_h { [_1.name, _1.id] } : {}
        rules = document["rules"]
        Core::Rulebook.read(document, ids: rules.is_a?(Array) ? rules.map { ids[_1["name"]] if _1.is_a?(Hash) } : [],
          house_ids: Rule.of_house_by_name)
      end

      # For whoever takes changes back without turning the revision (a test's transaction).
      def forget = LOCK.synchronize { @kept = nil }

      # Rules, views, promises and examples that cannot be read (saved by a newer version, or damaged) are left out, so that they take no
      # other with them; the page of rules says so.
      # @return [Core::Rulebook]
      def read(kept, rules, views, revision)
        document = kept.merge("rules" => rules.map(&:today), "views" => views.map(&:body))
        Core::Rulebook.read(document, revision: revision, ids: rules.map(&:id), view_ids: views.map(&:id),
          house_ids: Rule.of_house_by_name, pauses: Core::Pauses.new(KeptPauses.all))
      rescue Core::Refused => refused
        parts = {"rules" => rules, "views" => views, **kept.slice(*Core::References::KEPT)}
        broken = parts.to_h { |kind, _| [kind, refused.faults.filter_map { _1.pointer[/\A\/#{kind}\/(\d+)/, 1]&.to_i }.uniq] }
        if broken.values.all?(&:empty?)
          raise unless kept.key?("house") && refused.faults.all? { _1.pointer.start_with?("/house") }

          return read(kept.except("house"), rules, views, revision)
        end

        whole = parts.to_h { |kind, things| [kind, things.reject.with_index { |_, place| broken[kind].include?(place) }] }
        read(kept.merge(whole.slice(*Core::References::KEPT)), whole["rules"], whole["views"], revision)
      end

      # What decides nothing: how that looks which rules name, in which words it answers, and what shall hold of them.
      LOOKS = %w[labels inks templates promises examples routines].freeze

      # @return [Boolean] whether two documents would decide every message alike
      def decide_alike?(one, other) = one.except(*LOOKS) == other.except(*LOOKS)

      # Replaces the head: owner, people, labels, plan. The revision turns where that may decide otherwise. @return [Rulebook]
      def put(document)
        head = Rulebook.first_or_initialize(revision: 0)
        wanted = document.except("rules", "views")
        turns = head.new_record? || !decide_alike?(head.document, wanted)
        head.update!(document: wanted, revision: head.revision + (turns ? 1 : 0))
        turn_views unless turns
        head
      end

      # To be called in the transaction that changed a view: rules and what they decided stay as they are.
      def turn_views = Rulebook.update_all("views_revision = views_revision + 1")

      # To be called in the transaction that changed a rule. @return [Integer] the new revision
      def turn
        Rulebook.update_all("revision = revision + 1")
        Rulebook.pick(:revision)
      end
    end
  end
end
