# frozen_string_literal: true

require "yaml"
require_relative "random_rules"

# Requests drawn from the API's own description, most of them nearly right: a value of its type that no person would give, one of
# another type, a key that is missing or that nobody knows.
class HostileRequests
  Request = Struct.new(:verb, :path, :query, :body, :type, keyword_init: true) do
    def to_s = "#{verb.upcase} #{path}#{"?#{query}" unless query.empty?} #{body.to_s.b[0, 300]}"
  end

  TEXTS = ["", " ", "\u0000", "a\u0000b", "x" * 3_000, " " * 3_000, "\u202Egpj", "Loans", "loans", "LOANS", "Łódź", "😀" * 50,
    "'; DROP TABLE messages; --", "%00", "../../etc/passwd", "/proc/self/mem", "/dev/zero", "<b>x</b>", "\ud7ff", "a\nb", "NaN", "null",
    "-1", "2027-02-30", "25:61", "P1D", "PT0S", "Europe/Nowhere", "Europe/Lisbon", "group:Lenders", "me", "@", "@b.example", "a@b@c",
    "url(",
    "(" * 400, "\\", "\"", "#2F6B4F", "#GGGGGG", "mon", "it is unread", "the sender is", "2027-03-09T09:14:00Z", "9999-12-31T23:59:59Z",
    "0000-01-01"].freeze
  NUMBERS = [0, 1, -1, 2, 7, 99, 10**6, 2**31, 2**63, 10**20, -(10**20), 0.5, 1e308].freeze
  PLACES = %w[1 2 3 0 -1 99999999 100000000000000000000 x %00 1.5 labels groups inks].freeze

  # @param random [Random] @param ids [Array<Integer>] that there are
  def initialize(random, ids)
    @random = random
    @ids = ids
    @description = YAML.load_file(UpFront::Web::App::API)
    @rules = RandomRules.new(random)
    @operations = @description.fetch("paths").flat_map do |path, acts|
      acts.slice("get", "post", "put", "delete").map { |verb, operation| [verb, path, operation, acts["parameters"].to_a] }
    end
    @operations.reject! { |_, path| path == "/events" } # which does not end
  end

  # @return [Request]
  def draw(operation = one(@operations))
    verb, path, about, shared = operation
    parameters = [*shared, *about["parameters"]].map { resolved(_1) }
    type, schema = about.dig("requestBody", "content").to_a.first
    Request.new(verb: verb, type: type, path: "/api#{filled(path, parameters)}", query: query(parameters.select { _1["in"] == "query" }),
      body: schema && body(type, schema["schema"]))
  end

  # One for each thing that can be asked, and no end of others.
  def each_operation = @operations.each { yield draw(_1) }

  private

  def one(list) = list.sample(random: @random)
  def chance(in_hundred) = @random.rand(100) < in_hundred

  def resolved(thing)
    thing = @description.dig(*thing["$ref"].delete_prefix("#/").split("/")) while thing.key?("$ref")
    thing
  end

  def filled(path, parameters)
    path.gsub(/\{(\w+)\}/) do
      schema = parameters.find { |parameter| parameter["name"] == $1 }&.fetch("schema", {}) || {}
      next one(schema["enum"]) if schema["enum"] && chance(70)

      chance(60) ? one(@ids).to_s : one(PLACES)
    end
  end

  def query(parameters)
    given = parameters.select { _1["required"] || chance(60) }.reject { chance(10) }
    written = given.to_h { |parameter| [parameter["name"], value(resolved(parameter["schema"]))] }
    URI.encode_www_form(written.transform_values { _1.is_a?(Enumerable) ? JSON.generate(_1) : _1 })
  end

  def body(type, schema)
    if type != "application/json"
      return one(["", "x", "\0" * 100, "BEGIN:VCALENDAR\nBEGIN:VEVENT\n", "BEGIN:VCARD\n" * 50, "From: a@b\n\nx",
        "RIFF1234WAVE"])
    end
    return one(["", "{", "null", "[]", "\"x\"", "{\"a\":1,\"a\":2}", "[" * 5_000, "\xFF\xFE"]) if chance(4)

    JSON.generate(spoilt(value(resolved(schema))))
  rescue JSON::GeneratorError, Encoding::UndefinedConversionError
    "{}"
  end

  # One place of it is another than was asked for.
  def spoilt(value)
    return value unless chance(60)

    case value
    when Hash
      return value.merge(one(TEXTS) => one(NUMBERS)) if value.empty? || chance(10)

      key = one(value.keys)
      chance(15) ? value.except(key) : value.merge(key => spoilt(value[key]))
    when Array
      return value + [anything] if value.empty? || chance(10)

      [spoilt(value.first), *value.drop(1)]
    else anything
    end
  end

  def anything = one([nil, true, {}, [], one(TEXTS), one(NUMBERS), [one(TEXTS)], {one(TEXTS) => one(TEXTS)}])

  def value(schema, depth = 0, name = nil)
    schema = resolved(schema)
    return meant(name) if meant(name) && chance(70)
    return nil if schema["nullable"] && chance(20)
    return one(schema["enum"]) if schema["enum"]

    choice = schema["oneOf"] || schema["anyOf"]
    return value(one(choice), depth, name) if choice
    return schema["allOf"].map { value(_1, depth, name) }.grep(Hash).reduce({}, :merge) if schema["allOf"]

    typed(schema, depth, name)
  end

  def typed(schema, depth, name)
    case schema["type"]
    when "object" then object(schema, depth)
    when "array" then Array.new(@random.rand(3)) { value(schema["items"] || {}, depth + 1, name) }
    when "integer", "number" then chance(60) ? one(@ids) : one(NUMBERS)
    when "boolean" then chance(50)
    else one(TEXTS)
    end
  end

  def object(schema, depth)
    return {} if depth > 5

    known = schema.fetch("properties", {})
    wanted = known.select { |key, _| schema.fetch("required", []).include?(key) || chance(50) }
    wanted.to_h { |key, about| [key, value(about, depth + 1, key)] }
  end

  # What the description leaves open, and the rules of the job close.
  def meant(name)
    case name
    when "body", "rule", "draft" then chance(50) ? @rules.rule : view
    when "when", "unless", "condition" then @rules.condition(2)
    when "then" then @rules.effects
    when "messages", "ids" then Array.new(@random.rand(1..3)) { one(@ids) }
    when "thing" then {"name" => one(TEXTS), "colour" => one(TEXTS), "members" => [one(TEXTS), "ana@b.example"]}
    when "text" then one([*TEXTS, JSON.generate(UpFront::Store::CurrentRulebook.document)])
    end
  end

  def view = {"name" => one(TEXTS), "when" => @rules.condition(1), "mark" => one(TEXTS), "group_by" => one(%w[sender day thread label x])}
end
