# frozen_string_literal: true

module UpFront
  module Core
    # Reads a rulebook's document into a {Rulebook}, with every fault of it together. Names come first,
    # since conditions are compiled with what they refer to.
    class RulebookReader
      REQUIRED = %w[format version owner].freeze
      OPTIONAL = %w[accounts contacts groups labels inks templates forward_to plan rules views promises examples routines house].freeze
      NAMING = %w[when unless then accounts shall].freeze # the keys of rules, views and so on under which names stand
      OWNER = %w[name addresses organisation time_zone].freeze
      COLOUR = /\A#\h{6}\z/

      def initialize(document, revision: 0, ids: [], view_ids: [], house_ids: {}, pauses: Pauses.none)
        @check = Check.new
        @pauses = pauses
        @document = document
        @revision = revision
        @ids = ids
        @view_ids = view_ids
        @house_ids = house_ids
      end

      # @raise [Refused]
      def rulebook
        read
        raise Refused, @check.faults if @check.faults.any?

        @rulebook
      end

      private

      def read
        @check.object(@document, required: REQUIRED, optional: OPTIONAL) or return
        exactly("format", Rulebook::FORMAT)
        exactly("version", Rulebook::VERSION)
        owner = read_owner
        zone = read_zone(owner)
        @house = HouseParts.new(@document, HouseEntry.all(@document, @check))
        plan = read_plan(zone)
        names = read_names(owner, zone, plan)
        accounts = read_accounts
        rules, views = read_rules(names), read_views(names, accounts)
        promises, examples = each_named("promises") { |item, at| Promise.read(item, at, names) },
          each_named("examples") { |item, at| Example.read(item, at, names) }
        routines = read_routines(names)
        return if @check.faults.any? # what was read of it is no rulebook

        @rulebook = Rulebook.new(owner: owner, accounts: accounts, names: names, plan: plan, views: views,
          own: rules, house: @house.rules(names, @house_ids), parts: @house,
          promises: promises, examples: examples, routines: routines, revision: @revision, pauses: @pauses,
          document: settled({"rules" => rules, "views" => views, "promises" => promises, "examples" => examples, "routines" => routines}))
      end

      # What names things of the rulebook names them as it spells them; nothing else of the document changes.
      # @param read [Hash{String=>Array<Rule, View>}]
      def settled(read)
        bodies = read.select { |kind, _| @document.key?(kind) }.to_h do |kind, things|
          [kind, @document[kind].zip(things).map { |body, thing| body.merge(thing.to_h.slice(*NAMING & body.keys)) }]
        end
        @document.merge(bodies)
      end

      def exactly(key, wanted)
        @check.at(key).refuse(wanted.inspect, @document[key]) if @document.key?(key) && @document[key] != wanted
      end

      def read_owner
        return unless @document.key?("owner")

        check = @check.at("owner")
        owner = check.object(@document["owner"], required: OWNER, optional: %w[trips]) or return
        check.at("name").text(owner["name"]) if owner.key?("name")
        addresses(owner["addresses"], check.at("addresses")) if owner.key?("addresses")
        domains(owner["organisation"], check.at("organisation")) if owner.key?("organisation")
        if owner.key?("time_zone") && !Zone.known?(owner["time_zone"])
          check.at("time_zone").refuse("an IANA time zone such as Europe/Lisbon", owner["time_zone"])
        end
        owner
      end

      # @return [Zone] with the trips of the owner
      def read_zone(owner)
        name = owner&.dig("time_zone").then { Zone.known?(_1) ? _1 : "Etc/UTC" }
        trips = @check.at("owner").at("trips").list(owner.is_a?(Hash) ? owner.fetch("trips", []) : []) { |item, at| trip(item, at) } || []
        trips.empty? ? Zone.new(name) : Journey.new(name, trips)
      end

      def trip(item, check)
        check.object(item, required: %w[time_zone from until]) or return
        check.at("time_zone").refuse("an IANA time zone such as Europe/Lisbon", item["time_zone"]) unless Zone.known?(item["time_zone"])
        first, last = %w[from until].map { |key| item.key?(key) ? check.at(key).date(item[key]) : nil }
        return unless first && last && Zone.known?(item["time_zone"])
        return check.at("until").refuse("a date from #{first} on", item["until"]) if last < first

        Journey::Trip.new(Zone.new(item["time_zone"]), first, last)
      end

      def read_accounts
        named("accounts", %w[name addresses]) { |item, at| addresses(item["addresses"], at.at("addresses")) && item }.values
      end

      def read_names(owner, zone, plan)
        owner = {} unless owner.is_a?(Hash)
        Names.new(
          zone: zone,
          me: people(strings(owner["addresses"])),
          organisation: people(strings(owner["organisation"]).map { "@#{_1.delete_prefix("@")}" }),
          contacts: people(contacts),
          groups: named("groups", %w[name members]) { |item, at|
            Names::Group.new(item["name"],
              people(members(item["members"], at.at("members")))).freeze
          }.merge(@house.groups),
          forward_to: addresses(@document.fetch("forward_to", []), @check.at("forward_to")) || [],
          named: {
            labels: named("labels", %w[name colour]) { |item, at| colour(item, at) && item }.merge(of_house("labels")),
            inks: named("inks", %w[name colour], Ink::OPTIONAL) { |item, at| ink(item, at) }.merge(of_house("inks")),
            templates: named("templates", %w[name text]) { |item, at| at.at("text").text(item["text"]) && item }
              .merge(of_house("templates")),
            windows: plan.windows.to_h { [Text.fold(_1.name), _1] },
            rounds: plan.rounds.to_h { [Text.fold(_1.name), _1] }
          }
        )
      end

      def of_house(kind) = @house.things(kind).to_h { [Text.fold(_1["name"]), _1] }

      def read_plan(zone)
        return Plan.new(zone: zone, offs: @house.days_off) unless @document.key?("plan")

        check = @check.at("plan")
        plan = check.object(@document["plan"], optional: %w[windows rounds days_off busy heads_down]) || {}
        windows = named("windows", [], of: plan, under: check) do |item, at|
          WeekSpan.read(item, at, extra: %w[name])&.then { Plan::Window.new(item["name"], _1).freeze }
        end
        rounds = named("rounds", %w[name days at], of: plan, under: check) { |item, at| round(item, at) }
        offs = check.at("days_off").list(plan.fetch("days_off", [])) { |item, at| off(item, at) }
        busy = check.at("busy").list(plan.fetch("busy", [])) { |item, at| busy(item, at) }
        quiet = named("heads_down", [], of: plan, under: check) do |item, at|
          WeekSpan.read(item, at, extra: %w[name])&.then { Plan::Quiet.new(item["name"], _1).freeze }
        end
        Plan.new(zone: zone, windows: windows.values, rounds: rounds.values, offs: (offs || []) + @house.days_off, busy: busy || [],
          quiet: quiet.values)
      end

      # A date, or a span of dates with a name.
      def off(item, check)
        return check.date(item)&.then { Plan::Off.new(_1, _1, nil).freeze } unless item.is_a?(Hash)

        check.object(item, required: %w[from until], optional: %w[name])
        first, last = %w[from until].map { |key| item.key?(key) ? check.at(key).date(item[key]) : nil }
        name = item["name"] && check.at("name").filled(item["name"])
        return unless first && last
        unless (first..first + Plan::HORIZON_DAYS).cover?(last)
          return check.at("until").refuse("a date from #{first} to #{first + Plan::HORIZON_DAYS}", item["until"])
        end

        Plan::Off.new(first, last, name).freeze
      end

      def busy(item, check)
        check.object(item, required: %w[name from to], optional: %w[heads_down]) or return
        name = item.key?("name") && check.at("name").filled(item["name"])
        from, to = %w[from to].map { |key| item.key?(key) ? check.at(key).instant(item[key]) : nil }
        heads_down = item.key?("heads_down") && check.at("heads_down").flag(item["heads_down"])
        return unless name && from && to
        unless to > from && to <= from + Plan::BUSY_DAYS * 86_400
          return check.at("to").refuse("a time after #{item["from"]} and at most #{Plan::BUSY_DAYS} days later", item["to"])
        end

        Plan::Busy.new(name, from, to, heads_down || nil).freeze
      end

      def round(item, check)
        days = WeekSpan.days(item["days"], check.at("days")) if item.key?("days")
        at = check.at("at").time(item["at"]) if item.key?("at")
        Plan::Round.new(item["name"], days, at).freeze if days && at
      end

      def read_rules(names) = each_named("rules") { |item, at| Rule.read(item, at, names, id: @ids[at.pointer[/\d+\z/].to_i]) }

      # A key is one routine's.
      def read_routines(names)
        keys = Set.new
        each_named("routines") do |item, at|
          key = item["key"] if item.is_a?(Hash)
          at.at("key").refuse("a key that no other has", key, words: "Another routine has the key “#{key}”.") if key && !keys.add?(key)
          Routine.read(item, at, names)
        end
      end

      # @yield [Object, Check] @return [Array<Object>] of what the block gave
      def each_named(key)
        seen = Set.new
        things = @check.at(key).list(@document.fetch(key, [])) do |item, at|
          unique(item["name"], at.at("name"), seen) if item.is_a?(Hash)
          yield item, at
        end
        things || []
      end

      # @param accounts [Array<Hash>] where there are none, any may be named
      def read_views(names, accounts)
        known = accounts.map { _1["name"] } if accounts.any?
        each_named("views") { |item, at| View.read(item, at, names, accounts: known, id: @view_ids[at.pointer[/\d+\z/].to_i]) }
      end

      # Reads a list of named things; @return [Hash{String=>Object}] by folded name, in order
      def named(key, required, optional = [], of: @document, under: @check)
        return {} unless of.key?(key)

        seen = Set.new
        pairs = under.at(key).list(of[key]) do |item, at|
          given = if required.empty?
            at.object(item, required: %w[name], optional: item.is_a?(Hash) ? item.keys : [])
          else
            at.object(item, required: required, optional: optional)
          end
          next unless given && (name = given.key?("name") ? at.at("name").filled(given["name"]) : nil)

          unique(name, at.at("name"), seen)
          thing = yield(given, at) if (required - given.keys).empty?
          [Text.fold(name), thing] if thing
        end
        pairs.to_h
      end

      def unique(name, check, seen)
        return unless name.is_a?(String)

        words = "Another is called that already; give this one a name of its own."
        check.refuse("a name that no other has", name, words: words) unless seen.add?(Text.fold(name))
      end

      def colour(item, check)
        item["colour"].is_a?(String) && item["colour"].match?(COLOUR) || check.at("colour").refuse("a colour as #RRGGBB", item["colour"])
      end

      def ink(item, check)
        colour(item, check)
        Ink::CHOICES.each { |key, choices| check.at(key).one_of(item[key], choices) if item.key?(key) }
        check.at("mark").flag(item["mark"]) if item.key?("mark")
        check.at("tint").refuse("a colour as #RRGGBB", item["tint"]) unless item["tint"].nil? || item["tint"].to_s.match?(COLOUR)
        item
      end

      def addresses(value, check)
        check.list(value) do |item, at|
          (item.is_a?(String) && item.match?(/\A[^@\s]+@[^@\s]+\z/)) ? item : at.refuse("an address such as a@b.example", item)
        end
      end

      def domains(value, check)
        check.list(value) do |item, at|
          (item.is_a?(String) && item.match?(/\A@?[^@\s]+\z/)) ? item : at.refuse("a domain such as b.example", item)
        end
      end

      def members(value, check)
        check.list(value) do |item, at|
          (item.is_a?(String) && item.match?(Address::TERM) && item.count("@") == 1) ? item : at.refuse("an address or @domain", item)
        end || []
      end

      def contacts = (@check.at("contacts").list(@document.fetch("contacts", [])) { |item, at| Contact.read(item, at) } || []).flatten

      def strings(value) = value.is_a?(Array) ? value.grep(String) : []

      def people(terms)
        domains, keys = terms.partition { _1.start_with?("@") }
        AddressSet.new(keys: keys.map { Address.normalise(_1) }, domains: domains.map { Address.normalise_domain(_1.delete_prefix("@")) })
      end
    end
  end
end
