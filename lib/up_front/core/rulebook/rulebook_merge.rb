# frozen_string_literal: true

module UpFront
  module Core
    # Adds what one rulebook holds to another. What both hold alike stays once; where two things of one name
    # differ, the person chooses: mine, theirs, or both (theirs under a new name).
    class RulebookMerge
      KINDS = {"groups" => "group", "labels" => "label", "inks" => "ink", "templates" => "template", "windows" => "window",
               "rounds" => "round", "rules" => "rule", "views" => "view", "promises" => "promise", "examples" => "example",
               "routines" => "routine"}.freeze
      NAMING = %w[rules views promises examples routines].freeze # that name others
      CHOICES = %w[mine theirs both].freeze

      Clash = Struct.new(:kind, :name, :mine, :theirs, keyword_init: true) do
        def key = "#{kind}/#{name}"
      end

      # @param mine [Hash] a document @param theirs [Hash] a document
      # @param choices [Hash{String=>String}] for each clash's key one of {CHOICES}; mine where none is given
      def initialize(mine, theirs, choices: {})
        @mine = mine
        @theirs = theirs
        @choices = choices
      end

      # @return [Array<Clash>]
      def clashes
        KINDS.keys.flat_map do |kind|
          own = by_name(list(@mine, kind))
          list(@theirs, kind).filter_map do |thing|
            here = own[Text.fold(thing["name"])]
            Clash.new(kind: kind, name: here["name"], mine: here, theirs: thing) if here && !same?(here, thing)
          end
        end
      end

      # @return [Hash] mine with theirs in it; their rules are read before mine
      def document
        renamed = new_names
        merged = KINDS.keys.to_h { |kind| [kind, merge(kind, renamed)] }
        forward = (@mine.fetch("forward_to", []) + @theirs.fetch("forward_to", [])).uniq { Address.normalise(_1) }
        plan = {"windows" => [], "rounds" => [], "days_off" => []}.merge(@mine.fetch("plan", {})).merge(merged.slice("windows", "rounds"))
        contacts = @mine.fetch("contacts", []) + new_contacts
        @mine.merge(merged.except("windows", "rounds").reject { |kind, things| things.empty? && !@mine.key?(kind) }).merge("plan" => plan)
          .merge(forward.empty? ? {} : {"forward_to" => forward}).merge(contacts.empty? ? {} : {"contacts" => contacts})
      end

      private

      # Whom the other knows beside mine.
      def new_contacts
        known = Contact.all(@mine).flat_map(&:keys).to_set
        @theirs.fetch("contacts", []).reject { |item| Contact.of(item).keys.any? { known.include?(_1) } }
      end

      def list(document, kind) = (%w[windows rounds].include?(kind) ? document.fetch("plan", {}) : document).fetch(kind, [])
      def by_name(things) = things.to_h { [Text.fold(_1["name"]), _1] }
      def same?(one, other) = (one.keys | other.keys).all? { |key| plain(key, one[key]) == plain(key, other[key]) }
      def plain(key, value) = value.nil? ? RulebookDifference::DEFAULTS[key] : value
      def choice(clash) = @choices.fetch(clash.key, "mine")

      # @return [Hash{String=>Hash{String=>String}}] by kind, the new name for each folded name that is kept twice
      def new_names
        KINDS.keys.to_h do |kind|
          taken = (list(@mine, kind) + list(@theirs, kind)).map { Text.fold(_1["name"]) }
          twice = clashes.select { _1.kind == kind && choice(_1) == "both" }
          [kind, twice.to_h { |clash| [Text.fold(clash.name), free_name(clash.theirs["name"], taken)] }]
        end
      end

      def free_name(name, taken)
        number = (2..).find { !taken.include?(Text.fold("#{name} (#{_1})")) }
        "#{name} (#{number})".tap { taken << Text.fold(_1) }
      end

      def merge(kind, renamed)
        choices = clashes.select { _1.kind == kind }.to_h { [Text.fold(_1.name), choice(_1)] }
        theirs = list(@theirs, kind).map { NAMING.include?(kind) ? rewritten(_1, renamed) : _1 }
        own = list(@mine, kind).map do |thing|
          (choices[Text.fold(thing["name"])] == "theirs") ? theirs.find { Text.fold(_1["name"]) == Text.fold(thing["name"]) } : thing
        end
        known = by_name(own)
        added = theirs.filter_map do |thing|
          folded = Text.fold(thing["name"])
          next thing.merge("name" => renamed[kind].fetch(folded)) if choices[folded] == "both"

          thing unless known.key?(folded)
        end
        (kind == "rules") ? added + own : own + added
      end

      def rewritten(rule, renamed) = References.rename(rule) { |kind, name| renamed.fetch(kind, {}).fetch(Text.fold(name), name) }
    end
  end
end
