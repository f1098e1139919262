# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "../support/core_helper"

# A fact, or an effect, is one file: added to the others, it is everywhere at once, for the mail that is here already too.
class OneFileTest < Minitest::Test
  include CoreHelper

  ADDED = File.expand_path("../support/added", __dir__)
  Fixed = Struct.new(:now)
  EARLIER = "From: a@b.example\nTo: wren@lanternquay.example\nSubject: SEVEN is loud!\nX-Crate: Crate SEVEN\nX-Desk: " \
    "Loans@lanternquay.example\nX-Hall: hall B\n" \
    "X-Due: 2027-03-12T09:00:00Z\nDate: Tue, 09 Mar 2027 09:14:00 +0000\nMessage-ID: <earlier@x>\n\nText\n"
  PLAIN = "From: a@b.example\nTo: wren@lanternquay.example\nSubject: plain\nDate: Tue, 09 Mar 2027 08:14:00 +0000\nMessage-ID: " \
    "<plain@x>\n\nText\n"

  def self.seen
    @seen ||= Dir.mktmpdir("up-front-added") do |folder|
      FileUtils.cp_r(File.join(ROOT, "lib"), folder)
      FileUtils.ln_s(File.join(ROOT, "docs"), folder)
      FileUtils.cp(File.join(ADDED, "more_facts.rb"), File.join(folder, "lib/up_front/core/conditions/facts"))
      FileUtils.cp(File.join(ADDED, "shelve.rb"), File.join(folder, "lib/up_front/core/effects/effects"))
      database = File.join(folder, "x.sqlite3")
      fill(database)
      out, error, status = Open3.capture3("bundle", "exec", "ruby", File.join(ADDED, "look.rb"), File.join(folder, "lib"), database,
        chdir: ROOT)
      raise error unless status.success?

      JSON.parse(out)
    end
  end

  ROOT = UpFront::ROOT

  # By a process of its own, since a process has one database.
  def self.fill(database)
    script = <<~RUBY
      require "./lib/up_front"
      include UpFront
      Store::Database.open(ARGV[0])
      clock = Struct.new(:now).new(Time.iso8601("2027-03-09T09:20:00Z"))
      given = JSON.parse(ARGV[1])
      Desk::SetUp.new(clock).call(given["owner"], plan: given["plan"])
      ARGV.drop(2).each { Desk::TakeIn.new(clock).call(Post::Letter.new(_1), account: Store::Account.first) }
    RUBY
    _, error, status = Open3.capture3("bundle", "exec", "ruby", "-e", script, database, JSON.generate(new(nil).document), PLAIN, EARLIER,
      chdir: ROOT)
    raise error unless status.success?
  end

  def test_a_fact_of_each_type_is_everywhere
    OneFileTest.seen["facts"].each do |name, seen|
      assert_nil seen["faults"], name
      assert_equal [[false, true, true]] * 3, seen.values_at("matched", "asked", "decided"), name
      assert_equal [true, true, true], seen.values_at("heard", "schema", "table"), name
    end
  end

  def test_a_page_knows_how_to_ask_for_each
    shapes = {"crate" => "texts", "desk" => "texts", "shouted" => "flag", "length" => "number", "tone" => "choice", "hall" => "texts",
              "due_on" => "date", "sent_within" => "span", "sent_in" => "texts"}
    assert_equal shapes, OneFileTest.seen["facts"].transform_values { _1["shape"] }
  end

  def test_people_answers_and_flags_are_looked_up
    looked_up = OneFileTest.seen["facts"].select { |_, seen| seen["looked_up"].zero? }.keys
    assert_equal %w[desk shouted tone], looked_up
  end

  def test_values_are_offered_from_the_mail_that_is_here
    completed = OneFileTest.seen["facts"].transform_values { _1["completed"] }
    assert_includes completed["desk"], "loans@lanternquay.example"
    assert_includes completed["desk"], "@lanternquay.example"
    assert_includes completed["sent_in"], "Morning"
  end

  def test_what_was_found_is_told
    found = OneFileTest.seen["facts"].transform_values { _1["evidence"] }
    assert_equal [["seven"], {"name" => nil, "email" => "loans@lanternquay.example"}, "2027-03-12"],
      found.values_at("crate", "desk", "due_on")
  end

  def test_an_effect_is_everywhere
    seen = OneFileTest.seen["effect"]
    assert_equal [[false, true], [false, true, true, true], true, true], seen.values_at("claimed", "stored", "last", "report")
    assert_equal ["For every message: shelve it.", {"shelve" => true}, true], seen.values_at("said", "heard", "schema")
    assert_equal [[["shelve", "shelved", "not shelved"]], [true], "switch"], seen.values_at("difference", "menu", "editor")
  end
end
