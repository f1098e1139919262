# frozen_string_literal: true

require "minitest/autorun"
require "open3"
require_relative "../lib/up_front"
require_relative "support/arrows"

# What may know what. Each room is a folder; an arrow that is not listed here is none, and none goes back.
class DirectionTest < Minitest::Test
  ROOT = File.expand_path("..", __dir__)

  LAYERS = {
    "core" => "", "clock" => "", "post" => "core", "store" => "core", "desk" => "core post store", "web" => "core post store desk",
    "service" => "store desk web", "cli" => "core clock post store desk service"
  }.freeze

  ROOMS = {
    "core" => {
      "access" => "", "text" => "", "time" => "text", "check" => "text time", "mail" => "text", "plan" => "time check",
      "letters" => "text", "following" => "time",
      "conditions" => "text time check mail letters", "effects" => "text time check mail plan conditions",
      "deciding" => "mail plan conditions effects", "rulebook" => "text time check mail plan conditions effects deciding",
      "language" => "check text time mail plan conditions effects deciding rulebook", "alerts" => "effects", "front" => "text time mail",
      "learning" => "text", "checkup" => "check text time mail plan conditions deciding rulebook language",
      "outgoing" => "mail conditions", "senders" => "text mail", "report" => "text time plan",
      "house" => "text rulebook", "filter" => "text time conditions effects language mail",
      "promises" => "text time check mail conditions effects deciding rulebook checkup language"
    },
    "store" => {
      "access" => "database", "database" => "", "rulebook" => "database",
      "plan" => "database", "alerts" => "database", "sources" => "database",
      "following" => "database", "mail" => "database rulebook sources following", "threads" => "database mail",
      "asking" => "database rulebook mail following",
      "history" => "database mail asking rulebook", "opening" => "database mail asking", "outgoing" => "database",
      "report" => "database mail", "keeping" => "database asking opening"
    },
    "desk" => {
      "access" => "acting", "acting" => "", "orders" => "acting",
      "report" => "acting", "previews" => "acting orders report", "deciding" => "acting previews",
      "rules" => "acting deciding previews", "house" => "acting deciding outgoing previews",
      "plan" => "acting deciding",
      "views" => "acting", "alerts" => "acting plan", "mail" => "acting previews alerts deciding",
      "following" => "acting alerts", "intake" => "acting deciding following mail orders",
      "rulebook" => "acting deciding plan", "large" => "acting mail routines", "routines" => "acting following mail outgoing",
      "history" => "acting deciding large outgoing rules senders",
      "keeping" => "following",
      "outgoing" => "acting deciding following intake mail orders", "senders" => "acting deciding outgoing rules views"
    }
  }.freeze

  def self.arrows = @arrows ||= Arrows.new("#{ROOT}/lib/up_front", UpFront::LOADER.inflector)

  def listed(table) = table.transform_values { _1.split.sort }
  def seen(uses) = uses.transform_values { _1.to_a.sort }

  def test_the_layers_use_what_is_listed_and_nothing_else = assert_equal(listed(LAYERS), seen(DirectionTest.arrows.layers))

  ROOMS.each do |layer, table|
    define_method("test_the_rooms_of_#{layer}_use_what_is_listed_and_nothing_else") do
      assert_equal listed(table).sort.to_h, seen(DirectionTest.arrows.within(layer)).sort.to_h
    end
  end

  # Who is drawn in the order in which they were built, the ones that use nothing first, can be drawn without a circle.
  def test_nothing_goes_in_circles
    [LAYERS, *ROOMS.values].each do |table|
      left = listed(table)
      left = left.reject { |_, uses| (uses & left.keys).empty? } while left.any? { |_, uses| (uses & left.keys).empty? }
      assert_empty left
    end
  end

  def test_the_core_loads_alone
    script = <<~RUBY
      require "zeitwerk"; require "set"; require "json"; require "time"; require "date"
      module UpFront; module Core; end; end
      loader = Zeitwerk::Loader.new
      loader.push_dir("#{ROOT}/lib/up_front/core", namespace: UpFront::Core)
      loader.collapse("#{ROOT}/lib/up_front/core/*/")
      loader.setup
      loader.eager_load
      UpFront::Core::Facts.all
      others = %i[ActiveRecord Mail Sinatra SQLite3 Puma].select { Object.const_defined?(_1) }
      print [UpFront.constants.sort.join(" "), others.join].join("|")
    RUBY
    out, error, status = Open3.capture3("bundle", "exec", "ruby", "-e", script, chdir: ROOT)
    assert status.success?, error
    assert_equal "Core|", out
  end

  def test_only_the_clock_asks_what_time_it_is
    asks = Dir["#{ROOT}/lib/**/*.rb"].reject { _1.include?("/clock") }.flat_map do |file|
      File.readlines(file).grep(/\b(?:Time|DateTime)\.now\b|\bDate\.today\b/).map { "#{file.delete_prefix(ROOT)}: #{_1.strip}" }
    end
    assert_empty asks
  end
end
