# frozen_string_literal: true

module UpFront
  module Core
    # The rulebook's file as JSON Schema (2020-12). Facts, operators and values follow from {Facts}. What a
    # schema cannot say (that a name is held by the file, that it is unique, at most eight groups inside one
    # another) is said by {RulebookReader} alone.
    class RulebookSchema
      ID = "https://lanternquay.example/up-front/rulebook.schema.json"
      TEXT = {"type" => "string"}.freeze
      NAME = {"type" => "string", "pattern" => "\\S"}.freeze
      FLAG = {"type" => "boolean"}.freeze

      def name = NAME
      def flag = FLAG
      def ref(name) = {"$ref" => "#/$defs/#{name}"}
      def list(name, least: 1) = {"type" => "array", "items" => ref(name)}.merge(least.zero? ? {} : {"minItems" => least})

      def object(properties, required = [])
        {"type" => "object", "additionalProperties" => false, "required" => required, "properties" => properties}
      end

      # @return [Hash]
      def to_h
        {"$schema" => "https://json-schema.org/draft/2020-12/schema", "$id" => ID, "title" => "An Up Front rulebook", **whole,
         "$defs" => definitions}
      end

      # @return [Hash] of an edition of house rules by itself
      def house
        {"$schema" => "https://json-schema.org/draft/2020-12/schema", "$id" => ID.sub("rulebook", "house-rules"),
         "title" => "An edition of Up Front house rules", "$ref" => "#/$defs/edition", "$defs" => definitions}
      end

      private

      def whole
        object({
          "format" => {"const" => Rulebook::FORMAT}, "version" => {"const" => Rulebook::VERSION},
          "owner" => object({"name" => TEXT, "addresses" => list("address", least: 0), "organisation" => list("domain", least: 0),
            "time_zone" => NAME, "trips" => trips}, RulebookReader::OWNER),
          "accounts" => named("addresses" => list("address", least: 0)), "contacts" => list("contact", least: 0),
          "groups" => named("members" => list("member", least: 0)),
          "labels" => named("colour" => ref("colour")), "templates" => named("text" => TEXT), "forward_to" => list("address", least: 0),
          "inks" => {"type" => "array", "items" => object({"name" => NAME, "colour" => ref("colour"), "weight" => {"enum" => Ink::WEIGHTS},
            "slant" => {"enum" => Ink::SLANTS}, "size" => {"enum" => Ink::SIZES}, "mark" => FLAG,
              "tint" => {"oneOf" => [ref("colour"), {"type" => "null"}]}}, %w[name colour])},
          "plan" => object({"windows" => named("days" => ref("days"), "from" => ref("time"), "to" => ref("end_time")),
            "rounds" => named("days" => ref("days"), "at" => ref("time")),
              "days_off" => {"type" => "array",
                             "items" => {"anyOf" => [ref("date"),
                               object({"from" => ref("date"), "until" => ref("date"), "name" => NAME}, %w[from until])]}},
                    "busy" => {"type" => "array", "items" => object({"name" => NAME, "from" => ref("instant"), "to" => ref("instant"),
                                                                      "heads_down" => FLAG}, %w[name from to])},
                      "heads_down" => named("days" => ref("days"), "from" => ref("time"), "to" => ref("end_time"))}),
          "rules" => list("rule", least: 0), "views" => list("view", least: 0),
          "promises" => list("promise", least: 0), "examples" => list("example", least: 0), "routines" => list("routine", least: 0),
          "house" => {"type" => "array", "maxItems" => HouseEntry::MOST, "items" => followed}
        }, RulebookReader::REQUIRED)
      end

      def followed
        names = {"type" => "array", "items" => TEXT}
        object({"place" => NAME, "since" => ref("instant"), "edition" => ref("edition"), "on" => names, "off" => names,
          "rules_since" => {"type" => "object", "additionalProperties" => ref("date")}}, HouseEntry::REQUIRED)
      end

      def edition
        rule = self.rule
        firm = object({**rule["properties"], "firmness" => {"enum" => HouseMark::FIRMNESS}}, [*Rule::REQUIRED, "firmness"])
        object({"format" => {"const" => HouseEdition::FORMAT}, "version" => {"const" => HouseEdition::VERSION}, "publisher" => NAME,
                "contact" => ref("address"), "edition" => {"type" => "integer", "minimum" => 1}, "published" => ref("date"),
                "note" => {"type" => "string", "maxLength" => HouseEdition::MOST_LETTERS}, "holds_from" => ref("date"),
                **whole["properties"].slice(*HouseEdition::THINGS),
                "days_off" => whole.dig("properties", "plan", "properties", "days_off"),
                "rules" => {"type" => "array", "items" => firm}}, HouseEdition::REQUIRED)
      end

      def routine
        effects = Routine::TOPICS.to_h { |topic| [topic, Effects.find(topic).schema(self)] }
        object({"name" => NAME, "key" => {"type" => "string", "pattern" => "^[a-z]$"}, "then" => object(effects), "clear" => FLAG,
          "next" => FLAG,
                "put_off" => {"oneOf" => [object({"in" => ref("duration")}, %w[in]), object({"at" => ref("time")}, %w[at])]},
                "task" => object({"words" => NAME, "in_days" => {"type" => "integer", "minimum" => 0, "maximum" => Routine::FURTHEST_DAYS},
                                  "at" => ref("time")}, %w[words])}, Routine::REQUIRED)
      end

      def trips
        {"type" => "array", "items" => object({"time_zone" => NAME, "from" => ref("date"), "until" => ref("date")},
          %w[time_zone from until])}
      end

      def named(properties) = {"type" => "array", "items" => object({"name" => NAME, **properties}, ["name", *properties.keys])}

      def definitions
        {
          "address" => {"type" => "string", "pattern" => "^[^@\\s]+@[^@\\s]+$"},
          "domain" => {"type" => "string", "pattern" => "^@?[^@\\s]+$"},
          "member" => {"type" => "string", "pattern" => "^[^@\\s]*@[^@\\s]+$"},
          "contact" => {"anyOf" => [ref("member"), object({"name" => NAME, "addresses" => list("member"), "organisation" => TEXT,
                                                             "phone" => TEXT, "note" => TEXT}, Contact::KEYS)]},
          "who" => {"type" => "string", "pattern" => "^(?:me|my_organisation|contacts|group:.*\\S.*|[^@\\s]*@[^@\\s]+)$"},
          "colour" => {"type" => "string", "pattern" => "^#[0-9A-Fa-f]{6}$"},
          "date" => {"type" => "string", "pattern" => "^\\d{4}-\\d\\d-\\d\\d$"},
          "instant" => {"type" => "string", "pattern" => "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d(?:Z|[+-]\\d\\d:\\d\\d)$"},
          "time" => {"type" => "string", "pattern" => "^(?:[01]\\d|2[0-3]):[0-5]\\d$"},
          "end_time" => {"type" => "string", "pattern" => "^(?:(?:[01]\\d|2[0-3]):[0-5]\\d|24:00)$"},
          "duration" => {"type" => "string",
                         "pattern" => "^P(?!$)(?:\\d{1,6}W)?(?:\\d{1,6}D)?(?:T(?!$)(?:\\d{1,8}H)?(?:\\d{1,8}M)?(?:\\d{1,8}S)?)?$"},
          "days" => {"type" => "array", "minItems" => 1, "items" => {"enum" => Weekdays::ALL}},
          "span" => object({"days" => ref("days"), "from" => ref("time"), "to" => ref("end_time")}, WeekSpan::KEYS),
          "rule" => rule, "condition" => condition, "effects" => effects, "timing" => timing, "view" => view, "asked" => asked,
          "promise" => promise, "example" => example, "routine" => routine, "edition" => edition
        }
      end

      def rule
        date = {"anyOf" => [ref("date"), {"type" => "null"}]}
        object({"name" => NAME, "enabled" => FLAG, "when" => ref("condition"),
          "unless" => {"anyOf" => [ref("condition"), {"type" => "null"}]}, "then" => ref("effects"),
                "last_word" => FLAG, "ask_first" => FLAG, "from_date" => date, "until_date" => date,
                  "heading" => {"anyOf" => [NAME, {"type" => "null"}]}}, Rule::REQUIRED)
      end

      def condition = {"oneOf" => groups("condition") + leaves(Facts.all.values) + headers}

      # What views may ask: facts of state besides.
      def asked = {"oneOf" => groups("asked") + leaves([*Facts.all.values, *StateFacts.all.values]) + headers}

      def groups(name) = Condition::KEYS.map { object({_1 => {"type" => "array", "items" => ref(name)}}, [_1]) }
      def leaves(facts) = facts.flat_map { |fact| fact.type.ops.keys.map { |op| leaf({"const" => fact.name}, fact.type, op) } }
      def headers = Types::Text.ops.keys.map { |op| leaf({"type" => "string", "pattern" => "^header: ?[!-9;-~]+$"}, Types::Text, op) }

      def view
        none = ->(schema) { {"anyOf" => [schema, {"type" => "null"}]} }
        sort = object({"by" => {"enum" => View::SORTS}, "descending" => FLAG}, %w[by])
        object({"name" => NAME, "when" => ref("asked"), **View::FLAGS.to_h { [_1, FLAG] },
          "accounts" => {"type" => "array", "items" => NAME}, "sort" => none.call(sort), "group_by" => none.call({"enum" => View::GROUPS}),
                "badge" => {"enum" => View::BADGES}, "mark" => none.call(NAME), "colour" => none.call(ref("colour")),
                  "heading" => none.call(NAME), "key" => none.call({"enum" => (1..9).to_a}), "band" => none.call(band),
                    "review" => {"type" => "array", "maxItems" => ReviewTimes::MOST,
                                 "items" => object({"days" => ref("days"), "at" => ref("time")}, ReviewTimes::KEYS)}}, View::REQUIRED)
      end

      def band
        object({"limit" => {"type" => "integer", "minimum" => 1, "maximum" => View::MOST_IN_BAND}, **View::BAND.except("limit")
          .transform_values { FLAG }})
      end

      def promise
        holds = [object({"comes_in" => ref("duration")}, %w[comes_in]), object({"waits" => ref("duration")}, %w[waits]),
          object({"loudest" => {"enum" => Promise::LOUDEST}}, %w[loudest]), object({"on_front" => {"const" => true}}, %w[on_front]),
          object({"silent" => ref("span")}, %w[silent]),
          object({"alerts_a_day" => {"type" => "integer", "minimum" => 0, "maximum" => Promise::MOST}}, %w[alerts_a_day])]
        none = ->(schema) { {"anyOf" => [schema, {"type" => "null"}]} }
        object({"name" => NAME, "when" => none.call(ref("condition")), "unless" => none.call(ref("condition")),
          "arriving" => none.call(ref("span")), "holds" => {"oneOf" => holds}}, Promise::REQUIRED)
      end

      def example
        shall = object({"comes" => {"enum" => Example::COMES}, "alert" => {"const" => AlertEffect::NONE},
          "labels" => {"type" => "array", "minItems" => 1, "items" => NAME}})
        object({"name" => NAME, "message" => message, "shall" => shall.merge("minProperties" => 1)}, Example::REQUIRED)
      end

      # The facts of a message.
      def message
        people = {"type" => "array", "items" => object({"email" => NAME, "name" => {"type" => %w[string null]}}, %w[email])}
        file = object({"name" => {"type" => %w[string null]}, "type" => TEXT, "bytes" => {"type" => "integer", "minimum" => 0}},
          %w[name type bytes])
        headers = {"type" => "object", "additionalProperties" => {"type" => "array", "items" => TEXT}}
        moment = {"anyOf" => [ref("instant"), {"type" => "null"}]}
        object({
          **Example::PEOPLE.to_h { [_1, people] }, **Example::FLAGS.to_h { [_1, FLAG] },
          **%w[subject body account mailbox].to_h { [_1, TEXT] },
          "headers" => headers, "attachments" => {"type" => "array", "items" => file}, "size" => {"type" => "integer", "minimum" => 0},
          "date" => moment, "arrived_at" => ref("instant")
        }, %w[arrived_at])
      end

      def leaf(fact, type, op)
        object({"fact" => fact, "op" => {"const" => op}, "value" => type.schema(op, self), "not" => FLAG}, %w[fact op value])
      end

      def effects = object(Effects.all.to_h { |effect| [effect.topic, effect.schema(self)] })

      def timing
        moment = [object({"days" => {"type" => "integer", "minimum" => 0, "maximum" => Plan::HORIZON_DAYS}, "at" => ref("time")},
          %w[days at]),
          object({"weekday" => {"enum" => Weekdays::ALL}, "at" => ref("time")}, %w[weekday at]),
          object({"after" => ref("duration")}, %w[after])]
        {"oneOf" => [*%w[now next_round off_front].map { object({_1 => true}, [_1]) }, object({"round" => NAME}, %w[round]),
          object({"until" => {"oneOf" => moment}}, %w[until])]}
      end
    end
  end
end
