# frozen_string_literal: true

require "minitest/autorun"
require_relative "support/page_source"

# The page's rooms, as those of the program: an arrow that is not listed here is none, and none goes back.
class PageSourceTest < Minitest::Test
  ROOT = File.expand_path("..", __dir__)
  MOST_LINES = 300

  ROOMS = {
    "api" => "", "look" => "api", "parts" => "api look", "rule" => "api parts", "condition" => "api parts",
    "alerts" => "api look parts", "reading" => "api look parts rule", "shell" => "alerts api look parts reading rule screens/*",
    "screens/front" => "api parts reading", "screens/held" => "api parts reading", "screens/find" => "api parts reading rule",
    "screens/inks" => "api parts reading", "screens/views" => "api condition look parts reading rule",
    "screens/done" => "api parts", "screens/today" => "api parts reading", "screens/report" => "api parts",
    "screens/senders" => "api parts reading rule",
    "screens/outbox" => "api parts reading",
    "screens/rules" => "api condition look parts rule", "screens/week" => "api condition parts rule",
    "screens/alerts" => "alerts api parts", "screens/mail-in" => "api parts", "screens/access" => "api parts", "offline" => "",
    "main" => "api look parts shell"
  }.freeze

  # What is kept in the browser, and by whom: the keys, a draft until it is saved, and that a part was loaded anew.
  STORED = %w[alerts/desktop.ts look/lazily.tsx parts/keys.tsx parts/useKept.ts parts/useUnsaved.ts screens/rules/editor/useDraft.ts].freeze
  # Who looks for elements: for the focus, and for where things lie on the screen; never for what stands in which order.
  LOOKS_FOR = %w[
    condition/Adder.tsx condition/focus.ts reading/ListAndSheet.tsx screens/rules/PeopleScreen.tsx screens/rules/focus.ts
    screens/week/Grid.tsx screens/week/useDrag.ts shell/SkipLink.tsx
  ].freeze # and gives it the focus

  def source = @@source ||= PageSource.new("#{ROOT}/frontend/src")
  def whose(pattern) = source.code.select { |_, text| text.match?(pattern) }.keys.sort

  def test_rooms_use_what_is_listed_and_nothing_else
    screens = ROOMS.keys.grep(/screens/)
    listed = ROOMS.transform_values { |uses| uses.split.flat_map { (_1 == "screens/*") ? screens : _1 }.sort }
    assert_equal listed.sort.to_h, source.rooms.transform_values { _1.to_a.sort }.sort.to_h
  end

  def test_nothing_goes_in_circles
    left = source.rooms.dup
    left = left.reject { |_, uses| (uses & left.keys).empty? } while left.any? { |_, uses| (uses & left.keys).empty? }
    assert_empty left
  end

  def test_no_file_is_long
    long = source.code.merge(source.files("*.css")).select { |_, text| text.lines.size > MOST_LINES }
    assert_empty long.keys
  end

  def test_nothing_is_handed_over_through_the_browsers_storage = assert_equal(STORED, whose(/\b(?:local|session)Storage\b/))

  def test_no_order_is_read_from_the_page = assert_equal(LOOKS_FOR, whose(/querySelector/))

  # What changes belongs to an instance that is handed down: nothing is shared by screens through a variable of a file.
  def test_no_file_keeps_what_changes
    kept = source.code.select { |_, text| text.match?(/^(?:export )?(?:let|var) |^(?:export )?const \w+ = new (?:Set|WeakMap)\b/) }
    assert_empty kept.keys
  end

  def test_colours_stand_in_one_place
    coloured = source.code.merge(source.files("*.css")).select { |_, text| text.match?(/#\h{6}\b|#\h{3}\b|\brgba?\(/) }
    assert_equal %w[look/colours.ts], coloured.keys
  end

  def test_classes_are_there_and_are_worn
    assert_empty source.missing_classes
    assert_empty source.idle_classes
  end

  def test_every_query_has_its_key_from_the_factory
    assert_empty source.code.except("api/keys.ts").select { |_, text| text.match?(/queryKey: \[(?!root\])/) }.keys
  end

  # A kind of event that the server writes and the page does not know would change nothing on it.
  def test_the_page_knows_every_kind_of_event
    written = Dir["#{ROOT}/lib/up_front/desk/**/*.rb"].flat_map { File.read(_1).scan(/\bevent\("(\w+)"/).flatten }.uniq
    known = source.code["api/keys.ts"][/TOUCHES.*/m].scan(/^  (\w+): \[/).flatten
    assert_empty written - known - %w[progress set_up] # told by itself; touches everything
  end
end
