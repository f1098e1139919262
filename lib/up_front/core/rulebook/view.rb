# frozen_string_literal: true

module UpFront
  module Core
    # A saved view: a named question over all mail. It holds no messages and changes none.
    class View
      SORTS = %w[time sender subject priority size follow_up].freeze
      GROUPS = %w[sender day thread label account priority].freeze
      BADGES = %w[unread all none].freeze
      REQUIRED = %w[name when].freeze
      FLAGS = %w[discarded sent compact favourite opens_first].freeze
      OPTIONAL = [*FLAGS, "accounts", "sort", "group_by", "badge", "mark", "colour", "heading", "key", "band", "review"].freeze
      COLOUR = /\A#\h{6}\z/
      MOST_MARK = 2 # letters or signs; a mark is seen, not read

      # How a view stands on the Front. @!attribute limit [Integer] how many messages it shows at first
      # @!attribute leave_out [Boolean] whether what it shows is left out of what stands below it
      # @!attribute unread_only [Boolean] @!attribute fold_when_empty [Boolean]
      Band = Struct.new(:limit, :leave_out, :unread_only, :fold_when_empty, keyword_init: true) do
        def to_h = members.to_h { [_1.to_s, self[_1]] }
      end
      BAND = {"limit" => 10, "leave_out" => true, "unread_only" => false, "fold_when_empty" => true}.freeze
      MOST_IN_BAND = 100

      # @!attribute review [ReviewTimes] when it calls for being gone through
      # @!attribute band [Band, nil] where it stands on the Front
      # @!attribute accounts [Array<String>] all where empty @!attribute sort [Hash] "by" and "descending"
      attr_reader :name, :band, :review, :when, :accounts, :sort, :group_by, :badge, :mark, :colour, :heading, :key, :discarded, :sent,
        :compact, :favourite, :opens_first, :id

      # @param accounts [Array<String>] those that there are @return [View, nil]
      def self.read(value, check, names, accounts: nil, id: nil)
        before = check.faults.size
        check.object(value, required: REQUIRED, optional: OPTIONAL) or return
        parts = {
          id: id, name: value.key?("name") ? check.at("name").filled(value["name"]) : nil,
          when: value.key?("when") ? Condition.read(value["when"], check.at("when"), names, state: true) : nil,
          accounts: read_accounts(value["accounts"], check.at("accounts"), accounts), sort: read_sort(value["sort"], check.at("sort")),
          group_by: value["group_by"]&.then { check.at("group_by").one_of(_1, GROUPS) }, badge: check.at("badge")
            .one_of(value.fetch("badge", "unread"), BADGES),
          mark: value["mark"]&.then { read_mark(_1, check.at("mark")) },
          colour: value["colour"]&.then { |given|
            given.to_s.match?(COLOUR) ? given : check.at("colour")
              .refuse("a colour as #RRGGBB", given)
          },
          review: ReviewTimes.read(value["review"] || [], check.at("review")),
          band: value["band"]&.then { read_band(_1, check.at("band")) },
          heading: value["heading"]&.then { check.at("heading").filled(_1) },
          key: value["key"]&.then { check.at("key").one_of(_1, (1..9).to_a) },
          **FLAGS.to_h { |flag| [flag.to_sym, value.key?(flag) ? check.at(flag).flag(value[flag]) : false] }
        }
        new(**parts) if check.faults.size == before
      end

      def self.read_accounts(value, check, known)
        check.list(value || []) do |item, at|
          name = at.filled(item) or next
          next name if known.nil?

          known.find {
            Text.fold(_1) == Text.fold(name)
          } || at.refuse("the name of an account: #{known.join(", ")}", item, lacks: ["accounts", name])
        end || []
      end

      def self.read_sort(value, check)
        return {"by" => "time", "descending" => true} if value.nil?

        check.object(value, required: %w[by], optional: %w[descending]) or return
        by = value.key?("by") && check.at("by").one_of(value["by"], SORTS)
        descending = value.key?("descending") ? check.at("descending").flag(value["descending"]) : %w[time priority size].include?(by)
        {"by" => by, "descending" => descending} if by
      end

      def self.read_mark(value, check)
        text = check.filled(value)&.strip or return
        (text.grapheme_clusters.size > MOST_MARK) ? check.refuse("at most #{MOST_MARK} letters or signs", value) : text
      end

      def self.read_band(value, check)
        check.object(value, optional: BAND.keys) or return
        given = BAND.merge(value.slice(*BAND.keys))
        limit = check.at("limit").whole(given["limit"], least: 1)
        check.at("limit").refuse("at most #{MOST_IN_BAND}", given["limit"]) if limit && limit > MOST_IN_BAND
        flags = given.except("limit").to_h { |key, flag| [key.to_sym, check.at(key).flag(flag)] }
        Band.new(limit: limit, **flags).freeze
      end
      private_class_method :read_accounts, :read_sort, :read_band, :read_mark

      def initialize(**parts)
        parts.each { |key, value| instance_variable_set(:"@#{key}", value) }
        freeze
      end

      # @param condition [Condition] @return [View] the same with another condition
      def with(condition) = changed("when" => condition)

      # @param parts [Hash{String=>Object}] @return [View] the same with these in place of its own
      def changed(parts)
        own = instance_variables.to_h { |name| [name.to_s.delete_prefix("@").to_sym, instance_variable_get(name)] }
        View.new(**own, **parts.transform_keys(&:to_sym))
      end

      # @return [Hash] as the file has it, defaults written out
      def to_h
        {"name" => name, "when" => self.when.to_h, "accounts" => accounts, "sort" => sort, "group_by" => group_by, "badge" => badge,
         "mark" => mark, "colour" => colour, "heading" => heading, "key" => key, "band" => band&.to_h, "review" => review.to_a,
         **FLAGS.to_h { [_1, public_send(_1)] }}
      end
    end
  end
end
