# frozen_string_literal: true

require_relative "../support/core_helper"
require_relative "../../demo/demo"

class ScenarioTest < Minitest::Test
  include CoreHelper

  SCENARIO = Demo::Scenario.new
  ALL = SCENARIO.history + SCENARIO.today

  def letters = @@letters ||= ALL.map { Post::Letter.new(_1.raw) }

  def test_it_is_as_large_as_promised_and_the_same_every_time
    assert_in_delta 2200, SCENARIO.history.size, 150
    assert_operator SCENARIO.today.size, :>=, 90
    again = Demo::Scenario.new
    assert_equal ALL.map(&:raw), (again.history + again.today).map(&:raw)
  end

  def test_nobody_sees_the_same_sentence_forty_times
    sentences = letters.flat_map { |letter| letter.body.split(/(?<=[.?!])\s+|\n+/).select { _1.split.size >= 4 } }
    sentence, times = sentences.tally.max_by(&:last)
    assert_operator times, :<, 40, sentence
    assert_operator letters.map { _1.fields[:subject].sub(/\A(?:Re: )+/, "") }.uniq.size, :>=, 150
  end

  def test_there_is_one_of_everything
    fields = letters.map(&:fields)
    assert_equal %w[csv ics pdf png], fields.flat_map { |each| each[:attachments].map { File.extname(_1.name).delete(".") } }.uniq.sort
    kinds = letters.map do |letter|
      Core::Facts.find("kind").read(letter.message(account: "W", mailbox: "INBOX", arrived_at: letter.arrival)).first
    end
    assert_equal %w[invitation list newsletter notice person], kinds.uniq.sort
    assert_includes fields.flat_map { |each| each[:from].map(&:name) }, "Łukasz Zieliński"
    ids = fields.map { _1[:message_id] }
    assert_equal ids.uniq, ids
    assert(fields.count { |each| (each[:references] & ids).any? } > 200)
    assert letters.any?(&:html)
    assert(fields.all? { |each| each[:from].first.domain.end_with?(".example") && each[:date] })
  end

  def test_the_starter_rulebook_is_read_and_decides
    book = Core::Rulebook.parse(File.read(Demo::World::RULEBOOK))
    assert_includes 8..12, book.rules.size
    assert_equal 5, book.plan.rounds.size
    truck = letters.find { _1.fields[:subject].start_with?("Truck held at the border") }
    claim = book.decide(truck.message(account: "Work", mailbox: "INBOX", arrived_at: truck.fields[:date]))
    assert_equal ["top", false, ["Couriers"]], [claim.priority, claim.held, claim.labels]
  end
end
