# frozen_string_literal: true

module UpFront
  module Core
    # Makes a rulebook whole that comes from elsewhere: what it names and does not bring is taken from one's own, made, or what
    # names it is left out, as the person chooses; of two things of one name the second gets another. Nothing else is mended.
    class RulebookRepair
      COLOUR = "#56635C"
      MADE = {"labels" => {"colour" => COLOUR}, "inks" => {"colour" => COLOUR}, "groups" => {"members" => []}}.freeze
      CHOICES = %w[make leave].freeze
      IN_PLAN = %w[windows rounds].freeze
      NAMED = %w[groups labels inks templates rules views promises examples routines].freeze

      # What is named and not there. @!attribute users [Array<String>] the rules and views that name it
      # @!attribute choices [Array<String>] of {CHOICES}, those that there are, the first where none was chosen
      Lack = Struct.new(:kind, :name, :users, :choices, keyword_init: true) do
        def key = "lack/#{kind}/#{name}"
      end

      # Another name for the second of two things of one name.
      Renamed = Struct.new(:kind, :was, :name, keyword_init: true)

      attr_reader :document, :lacks, :renamed

      # @param document [Object] the file's shape, not checked yet @param own [Hash] the rulebook in force, from which may be taken
      # @param choices [Hash{String=>String}] by {Lack#key} @raise [Refused] with all that is wrong besides
      def initialize(document, own: {}, choices: {})
        @own = own
        @choices = choices
        @lacks = []
        @renamed = []
        @document = document.is_a?(Hash) ? apart(document) : document
        mend
      end

      private

      def mend
        Rulebook.read(@document)
      rescue Refused => refused
        wanting = refused.faults.select(&:lacks)
        raise unless wanting.size == refused.faults.size

        wanting.group_by { |fault| [fault.lacks.first, Text.fold(fault.lacks.last)] }.each_value { supply(*_1.first.lacks, _1) }
        leave_out(@leaving.to_a.map { |pointer| pointer.split("/").drop(1) })
        Rulebook.read(@document)
      end

      def supply(kind, name, faults)
        mine = list(@own, kind).find { called(_1) == Text.fold(name) }
        return add(kind, mine) if mine

        lack = Lack.new(kind: kind, name: name, users: users(faults), choices: MADE.key?(kind) ? CHOICES : %w[leave])
        @lacks << lack
        choice = @choices.fetch(lack.key, lack.choices.first)
        return add(kind, {"name" => name, **MADE.fetch(kind)}) if choice == "make" && MADE.key?(kind)

        (@leaving ||= []).concat(faults.map(&:pointer))
      end

      # A view that looks in an account that is not here looks in those that are; a rule or view that names anything else goes.
      def leave_out(places)
        accounts, others = places.partition { |kind, _, key| kind == "views" && key == "accounts" }
        gone = accounts.group_by { _1[1].to_i }.transform_values { |all| all.to_set { |place| place[3].to_i } }
        if gone.any?
          put("views") { |view, index|
            gone.key?(index) ? view.merge("accounts" => without(view["accounts"], gone[index])) : view
          }
        end
        others.group_by(&:first).each do |kind, all|
          indexes = all.to_set { _1[1].to_i }
          @document = @document.merge(kind => without(@document[kind], indexes))
        end
      end

      def put(kind) = @document = @document.merge(kind => @document[kind].each_with_index.map { |thing, index| yield thing, index })
      def without(things, indexes) = indexes ? things.reject.with_index { |_, index| indexes.include?(index) } : things

      def users(faults)
        faults.map { |fault|
          kind, index = fault.pointer.split("/")[1, 2]
          "the #{kind.delete_suffix("s")} “#{@document.dig(kind, index.to_i, "name")}”"
        }.uniq
      end

      def list(document, kind) = Array((IN_PLAN.include?(kind) ? document.fetch("plan", {}) : document)[kind])
      def called(thing) = Text.fold(thing.is_a?(Hash) ? thing["name"].to_s : thing.to_s)

      def add(kind, thing)
        things = list(@document, kind) + [thing]
        @document = if IN_PLAN.include?(kind)
          @document.merge("plan" => @document.fetch("plan", {}).merge(kind => things))
        else
          @document.merge(kind => things)
        end
      end

      # @return [Hash] the document with a name of its own for each thing
      def apart(document)
        NAMED.reduce(document) do |mended, kind|
          things = mended[kind]
          next mended unless things.is_a?(Array) && things.size <= Check::MAX_LIST

          taken = Set.new
          all = things.map { called(_1) }.to_set
          mended.merge(kind => things.map { |thing| again?(thing, taken) ? other_name(kind, thing, all) : thing })
        end
      end

      def again?(thing, taken)
        thing.is_a?(Hash) && thing["name"].is_a?(String) && thing["name"].valid_encoding? && !taken.add?(called(thing))
      end

      def other_name(kind, thing, all)
        number = (2..).find { all.add?(Text.fold("#{thing["name"]} (#{_1})")) }
        name = "#{thing["name"]} (#{number})"
        @renamed << Renamed.new(kind: kind, was: thing["name"], name: name)
        thing.merge("name" => name)
      end
    end
  end
end
