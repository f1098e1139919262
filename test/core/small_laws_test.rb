# frozen_string_literal: true

require_relative "../support/core_helper"

# Laws of the small values that everything else is made of: times and zones, durations, phrases, subjects, addresses.
class SmallLawsTest < Minitest::Test
  include CoreHelper

  ZONES = %w[Europe/Lisbon Asia/Tokyo America/St_Johns Pacific/Apia Australia/Lord_Howe Africa/Casablanca Asia/Kathmandu Etc/UTC
    Antarctica/Troll America/Sao_Paulo].map { Core::Zone.new(_1) }.freeze
  ROUNDS = 300

  def random = @random ||= Random.new(41)
  def one(among) = among.sample(random: random)
  def moment = Time.at(random.rand(Time.utc(2010).to_i..Time.utc(2035).to_i)).utc

  def journey
    Core::Journey.new("Europe/Lisbon", [Core::Journey::Trip.new(Core::Zone.new("Asia/Tokyo"), Date.new(2027, 3, 8), Date.new(2027, 3, 12)),
      Core::Journey::Trip.new(Core::Zone.new("America/New_York"), Date.new(2027, 3, 13), Date.new(2027, 3, 14))])
  end

  # An instant said as a local time means that instant, or where the clock repeats the hour the first of the two.
  def test_a_local_time_means_the_instant_that_it_was_read_from
    ROUNDS.times do
      zone, at = one(ZONES), moment
      here = zone.local(at)
      back = zone.instant(zone.date(at), zone.minutes(at), here.sec)
      assert_equal [here.hour, here.min, here.sec, here.to_date], zone.local(back).then { [_1.hour, _1.min, _1.sec, _1.to_date] },
        "#{zone.name} #{at}"
      assert_operator back, :<=, at
      assert_includes [0, 1_800, 3_600, 7_200], at - back, "#{zone.name} #{at}"
    end
  end

  # Whatever local time is said, it is found; one that the clock skips is the first that there is.
  def test_every_local_time_means_some_instant_and_later_ones_mean_later_ones
    ROUNDS.times do
      zone, date = one(ZONES), moment.to_date
      instants = [0, 61, 119, 150, 719, 1_380, 1_440].map { zone.instant(date, _1) }
      assert_equal instants.sort, instants, "#{zone.name} #{date}"
      assert_equal zone.instant(date + 1, 0), instants.last, "#{zone.name} #{date}: midnight"
      assert instants.all?(&:utc?)
    end
  end

  def test_days_later_keep_the_time_of_day
    ROUNDS.times do
      zone, at, days = one(ZONES), moment, random.rand(-400..400)
      later = zone.later(at, days)
      wanted = zone.date(at) + days
      assert_equal zone.instant(wanted, zone.minutes(at), zone.local(at).sec), later, "#{zone.name} #{at} #{days}"
      assert_equal at, zone.later(at, 0)
    end
  end

  def test_offsets_tell_the_local_time_between_their_edges
    ZONES.each do |zone|
      first, last = Time.utc(2027, 1, 1), Time.utc(2027, 12, 31)
      steps = zone.offsets(first, last)
      assert_equal first, steps.first.first
      50.times do
        at = Time.at(random.rand(first.to_i..last.to_i)).utc
        offset = steps.reverse.find { _1.first <= at }.last
        assert_equal zone.local(at).utc_offset, offset, "#{zone.name} #{at}"
      end
    end
  end

  # The day before a trip is whole, wherever it goes; later local times never mean earlier instants.
  def test_a_trip_takes_nothing_of_the_day_before_it_and_turns_no_time_back
    ROUNDS.times do
      home, place, next_place = Array.new(3) { one(ZONES) }
      first = moment.to_date
      last = first + random.rand(0..9)
      trips = [Core::Journey::Trip.new(place, first, last), Core::Journey::Trip.new(next_place, last + 1, last + 3)]
      zone = Core::Journey.new(home.name, trips.first(one([1, 2])))
      what = "#{home.name}, #{place.name}, #{next_place.name} from #{first} to #{last}"
      [0, 480, 1_020, 1_439].each { assert_equal home.instant(first - 1, _1), zone.instant(first - 1, _1), what }
      assert_operator zone.legs.first.span.begin, :>=, home.instant(first, 0), what
      instants = (first - 2..last + 5).flat_map { |date| [0, 480, 1_020, 1_439].map { zone.instant(date, _1) } }
      assert_equal instants.sort, instants, what
    end
  end

  def test_on_a_trip_the_time_is_the_places
    zone = journey
    {"2027-03-07T12:00:00Z" => "12:00", "2027-03-09T12:00:00Z" => "21:00", "2027-03-13T17:00:00Z" => "12:00",
     "2027-03-16T12:00:00Z" => "12:00"}.each { |at, local| assert_equal local, zone.local(Time.iso8601(at)).strftime("%H:%M"), at }
    assert_equal Time.iso8601("2027-03-08T23:00:00Z"), zone.instant(Date.new(2027, 3, 9), 8 * 60)
    edges = zone.edges(Time.utc(2027, 3, 1), Time.utc(2027, 3, 20))
    zone.legs.each { |leg| assert_equal [leg.span.begin, leg.span.end], edges & [leg.span.begin, leg.span.end] }
    assert_empty edges.reject { _1.between?(Time.utc(2027, 3, 1), Time.utc(2027, 3, 20)) }
  end

  SPANS = {30 => "1 min", 59 * 60 => "59 min", 60 * 60 => "1 h 00 min", 64 * 60 => "1 h 04 min", 47 * 3_600 => "47 h 00 min",
           51 * 3_600 => "2 days 3 h", 0 => "moments", -60 => "moments"}.freeze
  MOMENTS = {"2027-03-09T23:59:00Z" => "23:59", "2027-03-10T08:00:00Z" => "Wed 08:00", "2027-03-15T08:00:00Z" => "Mon 08:00",
             "2027-03-16T08:00:00Z" => "16 Mar 08:00", "2027-03-03T08:00:00Z" => "Wed 08:00", "2027-03-02T08:00:00Z" => "2 Mar 08:00",
             "2026-12-31T08:00:00Z" => "31 Dec 2026", "2028-01-01T08:00:00Z" => "1 Jan 2028"}.freeze

  def test_moments_as_a_person_says_them
    said = Core::TimeFormat.new(LISBON, at("09:14"))
    MOMENTS.each { |moment, text| assert_equal text, said.moment(Time.iso8601(moment)), moment }
    SPANS.each { |seconds, text| assert_equal text, said.span(at("09:14") + seconds), seconds }
    assert_nil said.moment(nil)
    assert_equal ["the 10:30 round", "the Wed 08:00 round"], [at("10:30"), at("08:00", "2027-03-10")].map { said.round(_1) }
    assert_equal ["Today", "Wednesday 10 March", "Friday 1 January 2027"], [said.today_or_day(Date.new(2027, 3, 9)),
      said.today_or_day(Date.new(2027, 3, 10)), Core::TimeFormat.new(LISBON, Time.utc(2026, 5, 1)).day(Date.new(2027, 1, 1))]
    assert_equal [true, false], [at("23:59"), at("00:01", "2027-03-10")].map { said.today?(_1) }
  end

  def test_a_duration_prints_itself_and_is_undone_by_its_own_length
    ROUNDS.times do
      parts = %w[W D].map { |unit| [random.rand(0..3), unit] }
      clock = %w[H M S].map { |unit| [random.rand(0..90), unit] }
      written = ->(some) { some.reject { _1.first.zero? }.map(&:join).join }
      text = "P#{written[parts]}#{"T#{written[clock]}" unless written[clock].empty?}"
      next if text == "P"

      duration = Core::Duration.parse(text)
      assert_equal text, duration.to_s
      assert_equal duration, Core::Duration.parse(text)
      utc = Core::Zone.new("Etc/UTC")
      at = moment
      assert_equal at, duration.before(duration.after(at, utc), utc), text
      assert_equal duration.days * 86_400 + duration.seconds, duration.after(at, utc) - at
    end
  end

  SAID = {"PT2H" => "2 hours", "P1D" => "1 day", "P1DT2H30M" => "1 day and 2 hours and 30 minutes", "P1W" => "1 week",
          "PT1S" => "1 second"}.freeze

  def test_a_duration_in_words_and_back
    SAID.each do |text, said|
      assert_equal said, Core::Duration.say(text)
      assert_equal text, Core::Duration.write(said.split(" and ").map(&:split).map { |number, unit| [number, unit.delete_suffix("s")] })
    end
    ["P", "PT", "P1Y", "P1M", "1D", "PT1.5H", "P-1D", "PT1H2D", "P1234567D", "", nil, 7].each do |none|
      assert_raises(ArgumentError, none.inspect) { Core::Duration.parse(none) }
    end
  end

  WORDS = %w[loan loans Łódź 14 a border ß ss straße zoll].freeze

  # Looking for a phrase in laid words is looking for its pattern in the folded text.
  def test_a_phrase_is_found_where_its_pattern_is
    ROUNDS.times do
      text = Array.new(random.rand(0..9)) { one(WORDS) }.join(one([" ", ", ", " - ", "\n", "/"]))
      phrase = Core::Phrase.new(Array.new(random.rand(1..3)) { one(WORDS)[0, random.rand(1..6)] + one(["", "", "*"]) }.join(" "))
      next if phrase.empty?

      assert_equal Core::Text.fold(text).match?(phrase.pattern), phrase.in?(Core::Text.words(Core::Text.lay([text]))),
        "#{phrase.words.join(" ")} in #{text}"
    end
  end

  SUBJECTS = ["Re: Crate 7", "AW: Crate 7", "Fwd: Re: Crate 7", "[Lenders] Crate 7", "Re: [Lenders] Crate 7", "Crate 7 (fwd)",
    "[fwd: Crate 7]",
    "re : Crate 7",
    "RE[2]: Crate 7", "  Crate   7 ", "Re:", "[Lenders]", "", "Re: Re: Re: Crate 7", "Regards", "Forward planning"].freeze
  BASES = {"Re: Crate 7" => ["crate 7", true], "[Lenders] Crate 7" => ["crate 7", false], "Crate 7 (fwd)" => ["crate 7", true],
           "[fwd: Crate 7]" => ["crate 7", true], "Re:" => ["", true], "Regards" => ["regards", false],
           "Forward planning" => ["forward planning", false]}.freeze

  def test_what_a_subject_is_about
    BASES.each { |text, (key, reply)| assert_equal [key, reply], Core::BaseSubject.new(text).then { [_1.key, _1.reply?] }, text }
    SUBJECTS.each do |text|
      base = Core::BaseSubject.new(text)
      assert_equal base.key, Core::BaseSubject.new("Re: #{text}").key, text
      assert_equal base.key, Core::BaseSubject.new("Fwd: [List] #{text}").key, text unless base.key.empty?
      assert_equal base.key, Core::BaseSubject.new(base.text).key, "the base of #{text} has a base of its own"
    end
    assert_operator Core::BaseSubject.new("Re: " * 5_000).text.size, :<=, Core::BaseSubject::LONGEST
  end

  SAME = [%w[Ana@B.example ana@b.EXAMPLE], %w[ana@bücher.example ana@xn--bcher-kva.example], %w[ana@b.example. ana@b.example],
    [" ana@b.example ", "ana@b.example"], %w[STRASSE@b.example straße@b.example]].freeze
  OTHER = [%w[ana@b.example ana@c.example], %w[ana@b.example ana+1@b.example], %w[a.na@b.example ana@b.example]].freeze

  def test_addresses_that_are_one_and_that_are_not
    SAME.each { |one, other| assert_equal address(one).key, address(other).key, "#{one} and #{other}" }
    OTHER.each { |one, other| refute_equal address(one).key, address(other).key, "#{one} and #{other}" }
    assert_equal %w[x.b.example b.example example], address("ana@x.b.example").domains
    assert_equal [nil, [], "nobody"], address("nobody").then { [_1.domain, _1.domains, _1.key] }
    assert_equal %w[Ana ana@b.example], [address("ana@b.example", "Ana").shown, address("ana@b.example", " ").shown]
    long = "x@#{"ü" * 5_000}.example"
    assert_equal Core::Address.normalise(long), Core::Address.normalise(Core::Address.normalise(long)), "a domain too long for IDNA"
  end

  MISSING = ["2027-02-29T10:00:00Z", "2027-02-31T10:00:00+01:00", "2027-13-01T10:00:00Z", "2027-04-31T10:00:00.5Z"].freeze
  NONE = ["2027-03-09T10:00:00", "2027-03-09", "10:00", "2027-03-09 10:00:00Z", "2027-03-09T10:00Z", "", nil, 12,
    "２０２７-03-09T10:00:00Z",
    "2027-03-09T25:00:00Z", "2027-03-09T10:00:00Z\n"].freeze

  def test_instants_from_outside
    assert_equal at("09:00"), Core::Instant.parse("2027-03-09T10:00:00+01:00")
    assert_equal Rational(1, 2), Core::Instant.parse("2027-03-09T10:00:00.5Z").subsec
    assert_equal at("10:00", "2028-02-29"), Core::Instant.parse("2028-02-29T10:00:00Z")
    MISSING.each { |text| assert_raises(Core::Instant::Missing, text) { Core::Instant.parse(text) } }
    NONE.each do |text|
      error = assert_raises(ArgumentError, text.inspect) { Core::Instant.parse(text) }
      refute_kind_of Core::Instant::Missing, error, text.inspect
    end
  end
end
