# frozen_string_literal: true

require_relative "../support/core_helper"

# A rulebook with everything in it, and each of its values made wrong in turn: every fault is told at its place, in words that
# say what would be right, and nothing is read as something else.
class RefusalsTest < Minitest::Test
  include CoreHelper

  # What has a value of every kind that the file may hold.
  def whole
    document(
      owner: OWNER.merge("trips" => [{"time_zone" => "Asia/Tokyo", "from" => "2027-04-01", "until" => "2027-04-09"}]),
      accounts: [{"name" => "Work", "addresses" => ["wren@lanternquay.example"]}],
      inks: [{"name" => "Copper", "colour" => "#9A4A12", "weight" => "bold", "slant" => "slanted", "size" => 1, "mark" => true,
              "tint" => "#FFEECC"}],
      plan: {
        "windows" => [{"name" => "Morning", "days" => WORKING, "from" => "09:00", "to" => "12:00"}],
        "rounds" => [{"name" => "First", "days" => WORKING, "at" => "08:00"}],
        "days_off" => ["2027-03-19", {"from" => "2027-12-24", "until" => "2027-12-26", "name" => "Holidays"}],
        "busy" => [{"name" => "Hanging", "from" => "2027-03-10T10:00:00Z", "to" => "2027-03-10T11:30:00Z"}],
        "heads_down" => [{"name" => "Writing", "days" => ["thu"], "from" => "14:00", "to" => "16:00"}]
      },
      rules: [rule(when: {"all" => [leaf("from", "is", ["group:Lenders"]), {"any" => [leaf("size", "at_least", 2_000)]}]},
        unless: {"any" => [leaf("has_attachment", "is", true)]}, enabled: true, last_word: true, ask_first: false,
        from_date: "2027-03-01", until_date: "2027-04-01", heading: "Loans",
        then: {"timing" => {"until" => {"days" => 1, "at" => "09:30"}}, "priority" => {"raise" => 1},
               "alert" => {"level" => "chime", "text" => "Look", "sound" => "Bell", "desktop" => true, "break_through" => true},
               "ink" => "Copper", "labels" => ["Loans"], "mark_words" => ["loan"], "keep_at_top" => true, "flag" => true,
               "mark_read" => true, "follow_up" => {"in" => "P2D"}, "forward" => ["accounts@lanternquay.example"], "reply" => "Thanks"})],
      views: [{"name" => "Loans", "when" => {"all" => [leaf("unread", "is", true)]}, "accounts" => ["Work"],
               "sort" => {"by" => "time", "descending" => true}, "group_by" => "day", "badge" => "all", "mark" => "L",
               "colour" => "#2F6B4F", "heading" => "Things", "key" => 3, "discarded" => false, "sent" => true, "compact" => true,
               "favourite" => true, "opens_first" => true, "review" => [{"days" => ["fri"], "at" => "15:00"}],
               "band" => {"limit" => 5, "leave_out" => true, "unread_only" => false, "fold_when_empty" => true}}]
    )
  end

  # @return [Array<Array>] the keys to each value that has no others in it
  def leaves(value, path = [])
    case value
    when Hash then value.flat_map { |key, inner| leaves(inner, path + [key]) }
    when Array then value.each_index.flat_map { |index| leaves(value[index], path + [index]) }
    else [path]
    end
  end

  def objects(value, path = [])
    case value
    when Hash then [path] + value.flat_map { |key, inner| objects(inner, path + [key]) }
    when Array then value.each_index.flat_map { |index| objects(value[index], path + [index]) }
    else []
    end
  end

  # @return [Hash] the document with another value there
  def with(path, value)
    copy = Marshal.load(Marshal.dump(whole))
    path[0..-2].reduce(copy) { |inner, key| inner[key] }[path.last] = value
    copy
  end

  def pointer(path) = path.map { "/#{_1}" }.join

  # The place itself, or where what stands there is chosen by its key, the whole of it.
  def near?(place, path) = place == pointer(path) || pointer(path).start_with?("#{place}/") || place.start_with?("#{pointer(path)}/")

  def assert_refused(changed, path, about)
    found = faults(changed)
    refute_empty found, "#{about} is read"
    assert found.any? { |place, _| near?(place, path) }, "#{about} is told at #{found.map(&:first).join(", ")}"
    found.each { |_, expected| refute_empty expected.to_s.strip }
  end

  def test_all_of_it_is_read = assert_empty(faults(whole))

  WRONG = [3.7, {"never" => "so"}, [["never"]], nil].freeze
  # Where nothing is said by nothing.
  MAY_BE_NIL = %w[tint name group_by mark colour heading key band unless from_date until_date text sound].freeze

  def test_each_value_of_another_kind_is_refused_where_it_stands
    leaves(whole).each do |path|
      WRONG.each do |value|
        next if value.nil? && MAY_BE_NIL.include?(path.last)
        next if value.is_a?(Float) && path.last == "value" # a size may be of that

        assert_refused(with(path, value), path, "#{pointer(path)} as #{value.inspect}")
      end
    end
  end

  def test_each_key_that_is_none_is_refused_where_it_stands
    objects(whole).each do |path|
      changed = with([*path, "nevermore"], 1)
      assert_refused(changed, [*path, "nevermore"], pointer(path))
    end
  end

  def test_a_list_in_place_of_an_object_and_the_other_way_round
    objects(whole).reject(&:empty?).each { |path| assert_refused(with(path, [1]), path, pointer(path)) }
    %w[accounts contacts groups labels inks templates forward_to rules views].each do |key|
      assert_refused(with([key], {"a" => 1}), [key], key)
    end
  end

  # What must be there, of each kind of thing.
  REQUIRED = {[] => %w[format version owner], ["owner"] => OWNER.keys, ["owner", "trips", 0] => %w[time_zone from until],
              ["groups", 0] => %w[name members], ["labels", 0] => %w[name colour], ["templates", 0] => %w[name text],
              ["plan", "windows", 0] => %w[name days from to], ["plan", "rounds", 0] => %w[name days at],
              ["plan", "busy", 0] => %w[name from to], ["plan", "days_off", 1] => %w[from until],
              ["rules", 0] => %w[name when then], ["views", 0] => %w[name when]}.freeze

  def test_what_is_missing_is_told
    REQUIRED.each do |path, keys|
      keys.each do |key|
        copy = Marshal.load(Marshal.dump(whole))
        path.reduce(copy) { |inner, step| inner[step] }.delete(key)
        assert_includes faults(copy).map(&:first), "#{pointer(path)}/#{key}", "without #{key} of #{pointer(path)}"
      end
    end
  end

  ORDER = {
    ["owner", "trips", 0, "until"] => ["2027-03-01", "a date from 2027-04-01 on"],
    ["plan", "days_off", 1, "until"] => ["2027-12-20", /a date from 2027-12-24 to/],
    ["plan", "busy", 0, "to"] => ["2027-03-10T09:00:00Z", /a time after .* and at most 31 days later/],
    ["plan", "busy", 0, "from"] => ["2027-03-10 10:00", "a time with its offset, such as 2027-03-09T10:00:00Z"],
    ["plan", "days_off", 0] => ["2027-02-30", "a date that exists"],
    ["plan", "windows", 0, "days", 0] => ["monday", /one of mon, tue/],
    ["inks", 0, "tint"] => ["pale", "a colour as #RRGGBB"], ["labels", 0, "colour"] => ["#12", "a colour as #RRGGBB"],
    ["views", 0, "key"] => [10, /one of 1, 2/], ["views", 0, "mark"] => ["LOANS", "at most 2 letters or signs"],
    ["views", 0, "accounts", 0] => ["Desk", "the name of an account: Work"], ["views", 0, "band", "limit"] => [101, "at most 100"],
    ["groups", 0, "members", 0] => ["nobody", "an address or @domain"], ["owner", "addresses", 0] => ["wren", /an address such as/],
    ["owner", "organisation", 0] => ["a b", /a domain such as/], ["forward_to", 0] => ["@b", /an address such as/]
  }.freeze

  def test_values_that_cannot_be_say_what_would_be_right
    ORDER.each do |path, (value, expected)|
      found = faults(with(path, value)).to_h
      assert_operator expected, :===, found[pointer(path)], "#{pointer(path)} as #{value.inspect}: #{found}"
    end
  end

  def test_a_moment_that_the_calendar_has_not_is_refused
    assert_includes faults(with(["plan", "busy", 0, "from"], "2027-02-31T10:00:00Z")), ["/plan/busy/0/from", "a day that exists"]
  end

  def test_names_that_two_have_in_any_spelling
    {["labels", 1, "name"] => "LOANS", ["inks", 0, "name"] => nil, ["plan", "rounds", 0, "name"] => nil}.compact.each do |path, name|
      assert_includes faults(with(path, name)).map(&:first), pointer(path)
    end
    twice = whole
    twice["rules"] << twice["rules"][0].merge("name" => "Á RULE")
    twice["views"] << twice["views"][0].merge("name" => "löans")
    assert_equal %w[/rules/1/name /views/1/name], faults(twice).map(&:first)
  end

  def test_lists_texts_and_bytes_without_end_are_refused
    assert_includes faults(with(["contacts"], ["a@b.example"] * 5_001)), ["/contacts", "at most 5000 items"]
    assert_includes faults(with(["templates", 0, "text"], "x" * 20_001)), ["/templates/0/text", "a text of at most 20000 characters"]
    assert_includes faults(with(["labels", 0, "name"], "a\xFF")), ["/labels/0/name", "valid Unicode text"]
    assert_includes faults(with(["labels", 0, "name"], " \t")), ["/labels/0/name", "a text that is not blank"]
  end

  PLACES = {"" => "It should be a day; it is 7.",
            "/rules/0/when/all/1/value" => "Rule 1, when, condition 2, value: It should be a day; it is 7.",
            "/plan/rounds/2/at" => "Plan, round 3, at: It should be a day; it is 7.",
            "/until_date" => "Until date: It should be a day; it is 7.",
            "/owner/trips/0/a~1b" => "Owner, trip 1, a/b: It should be a day; it is 7."}.freeze

  def test_a_place_is_told_in_words
    PLACES.each { |pointer, said| assert_equal said, Core::Fault.new(pointer: pointer, expected: "a day", found: "7").said }
  end

  WORDS = {{expected: "a time", found: "\"noon\""} => "It should be a time; it is “noon”.", {expected: "a list", found: "null"} =>
             "It wants a list: nothing stands here.", {expected: "one of the keys name, when", found: "\"if\""} =>
             "“if” does not belong here. What can stand here: name, when.", {expected: "the name of a label", lacks: %w[labels Tides]} =>
             "There is no label “Tides” here.",
           {expected: "x", words: "Nothing is written here yet."} => "Nothing is written here yet."}.freeze

  def test_what_is_wrong_is_told_in_words
    WORDS.each { |given, said| assert_equal said, Core::Fault.new(pointer: "/x", **given).message }
  end
end
