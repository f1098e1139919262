# frozen_string_literal: true

require "yaml"
require_relative "../support/core_helper"

# The description of the API as a contract: what it does not name is not sent.
class DescriptionTest < Minitest::Test
  include CoreHelper

  DOCUMENT = YAML.load_file(File.join(UpFront::ROOT, "docs", "openapi.yaml"))
  VERBS = %w[get put post patch delete].freeze

  # @yield [Hash, String] every part of the document with its place
  def each_part(part = DOCUMENT, at = "", &block)
    case part
    when Hash
      yield part, at
      part.each { |key, value| each_part(value, "#{at}/#{key}", &block) }
    when Array then part.each_with_index { |value, index| each_part(value, "#{at}/#{index}", &block) }
    end
  end

  def operations = DOCUMENT["paths"].flat_map { |path, verbs| verbs.slice(*VERBS).map { |verb, operation| [path, verb, operation] } }

  # Those put together by allOf would close each other out.
  def joined
    found = []
    each_part { |part, _| found.concat(part["allOf"].filter_map { _1["$ref"]&.split("/")&.last }) if part["allOf"].is_a?(Array) }
    found
  end

  def test_every_object_says_whether_it_may_hold_more
    open = []
    each_part do |part, at|
      next unless part["type"] == "object" && part["properties"] && !part.key?("additionalProperties")

      open << at unless at.match?(%r{/allOf/\d+\z}) || joined.include?(at.delete_prefix("/components/schemas/"))
    end
    assert_empty open
  end

  def test_every_reference_leads_somewhere
    each_part do |part, at|
      next unless (reference = part["$ref"])

      keys = reference.delete_prefix("#/").split("/")
      refute_nil DOCUMENT.dig(*keys), "#{at} names #{reference}"
    end
  end

  def test_every_operation_has_a_name_of_its_own_what_it_does_and_what_it_says_when_it_cannot
    names = operations.map { _3["operationId"] }
    assert_equal names.uniq, names
    operations.each do |path, verb, operation|
      refute_empty operation["summary"].to_s, "#{verb} #{path}"
      assert operation["responses"].keys.any? { _1.to_s.start_with?("2") }, "#{verb} #{path}"
    end
  end

  def test_what_must_be_given_is_described
    each_part do |part, at|
      next unless part["required"].is_a?(Array) && part["properties"]

      assert_empty part["required"] - part["properties"].keys, at
    end
  end

  def test_every_variable_of_a_path_is_described
    DOCUMENT["paths"].each do |path, verbs|
      described = [*verbs["parameters"], *verbs.slice(*VERBS).values.flat_map { _1["parameters"] || [] }]
        .map { _1["$ref"] ? DOCUMENT.dig(*_1["$ref"].delete_prefix("#/").split("/")) : _1 }
      assert_empty path.scan(/\{(\w+)\}/).flatten - described.select { _1["in"] == "path" }.map { _1["name"] }, path
    end
  end

  def test_every_route_is_described_and_every_description_has_its_route
    described = operations.map { |path, verb, _| [verb.upcase, path.gsub(/\{(\w+)\}/, "x")] }
    served = UpFront::Web::App.routes.slice("GET", "PUT", "POST", "PATCH", "DELETE").flat_map do |verb, routes|
      routes.map { |pattern, *| [verb, pattern, pattern.to_s.delete("\\").gsub(/\(\?<\w+>[^)]*\)/, "x")] }
    end
    served.select! { |_, _, path| path.start_with?("/api/") }
    refute_empty served
    unserved = described.reject { |verb, path| served.any? { |on, pattern, _| on == verb && pattern.match("/api#{path}") } }
    assert_empty unserved
    undescribed = served.map { |verb, _, path| [verb, path.delete_prefix("/api")] }
      .reject { |verb, path| path.include?("*") || described.include?([verb, path]) }
    assert_empty undescribed
  end
end
