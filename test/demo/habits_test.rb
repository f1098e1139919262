# frozen_string_literal: true

require_relative "../support/desk_helper"
require_relative "../../demo/demo"

# The demo's weeks hold seven habits, which are found, and none that is not there.
class DemoHabitsTest < Minitest::Test
  include CoreHelper

  def test_seven_habits_are_found_and_no_other
    Dir.mktmpdir do |folder|
      world = Demo::World.new(File.join(folder, "world"))
      world.build
      Store::Database.open(world.database)
      Store::CurrentRulebook.forget
      Store::MatchIndex.forget
      learned = Desk::Learned.new(Store::CurrentRulebook.rulebook, Demo::Scenario.new.opens)
      found = Core::Habits.new(learned.seen).to_a.map { [_1.act, _1.of.last] }
      assert_equal [%w[clear_unread clemens@moist-and-more.example], %w[clear_unread listings@culture-diary.example],
        %w[evening finance@lanternquay.example],
        %w[label certificates@harbour-and-vale.example], %w[let_in dispatch@baltic-art-road.example],
        %w[mute team@listening-guides.example], %w[raise proofs@salt-and-ink.example]], found.sort
      assert_equal 3, learned.offers.size
    ensure
      Store::Database.close
    end
  end
end
