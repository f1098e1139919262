# frozen_string_literal: true

# Views, their badges and finding over a hundred thousand messages. The mail that was taken in is laid down again and
# again, each copy some days earlier, with everything that belongs to it; the older of it is cleared and mostly read.
class Viewing
  include UpFront

  MESSAGES = 100_000
  PART = 10 # copies in one transaction
  BADGES = 50
  RUNS = 7
  WHY = {"all mail" => "it asks for all"}.freeze
  SHIFT_DAYS = 40
  DAY = 86_400 # seconds
  TABLES = %w[message_texts message_people message_references message_threads traffic claims states firings safe_htmls].freeze
  CONDITIONS = {
    "all mail" => {"all" => []}, "unread" => {"fact" => "unread", "op" => "is", "value" => true},
    "a label, unread" => {"all" => [{"fact" => "label", "op" => "is", "value" => ["Loans"]},
      {"fact" => "unread", "op" => "is", "value" => true}]},
    "a sender" => {"fact" => "from", "op" => "is", "value" => ["group:Couriers"]},
    "a word of the subject" => {"fact" => "subject", "op" => "mentions", "value" => ["crate"]},
    "held" => {"fact" => "held", "op" => "is", "value" => true},
    "high at least" => {"fact" => "priority", "op" => "at_least", "value" => "high"},
    "answers I wait for" => {"all" => [{"fact" => "awaiting_reply", "op" => "is", "value" => true},
      {"fact" => "arrived", "op" => "within_last", "value" => "P2W"}]},
    "files of the last month" => {"all" => [{"fact" => "has_attachment", "op" => "is", "value" => true},
      {"fact" => "arrived", "op" => "within_last", "value" => "P30D"}]}
  }.freeze
  SEARCHES = ["crate", "crate bord", "\"condition report\"", "ana"].freeze

  # @param messages [Integer] as many shall lie there @param bounds [Hash] of a page, a count, all badges, and finding, in milliseconds
  def initialize(figures, now, messages: MESSAGES, bounds: {page: 50, count: 50, badges: 500, finding: 100})
    @figures = figures
    @now = now
    @messages = messages
    @bounds = bounds
  end

  def call
    multiply
    indexing = @figures.measure { index }.seconds
    @figures.add("indexing the words of #{Store::Message.count} messages, beside intake", indexing, "s")
    measure
  end

  def index = Store::SearchIndex.catch_up

  def measure
    CONDITIONS.each { |name, condition| view(name, condition) }
    badges
    SEARCHES.each do |text|
      finding = @figures.median { Web::Pages::Find.new(text, {}, rulebook, @now).to_h }
      @figures.add("finding #{text}", finding * 1000, "ms", budget: "#{@bounds[:finding]} ms")
    end
  end

  # As many messages as shall lie there. A copy's moments are as much earlier as it is itself, and its letters answer one another.
  def multiply
    [Desk::MakeSafe.new(Bench::OPENS), Desk::FindThreads.new(Bench::OPENS)].each { |work| nil while work.call.positive? }
    first = Store::Message.maximum(:id)
    copies = (@messages - Store::Message.count).fdiv(Store::Message.count).ceil
    (1..copies).each { |copy| Store::Record.transaction { lay(copy, first) } }
    Store::Setting[Store::SafeHTML::KEY] = Store::Setting[Store::Threads::KEY] = Store::Message.maximum(:id)
    gone_through
    Store::Database.analyse
  end

  private

  def rulebook = Store::CurrentRulebook.rulebook

  def view(name, condition)
    view = Core::View.read({"name" => name, "when" => condition, "sent" => name == "answers I wait for"}, Core::Check.new, rulebook.names)
    query = Store::ViewQuery.new(view, @now, rulebook.zone)
    page, counting = [-> { query.page(0, 50) }, -> { query.count }].map { |work| @figures.median { work.call } }
    bare_page, bare_count = [query.ordered.limit(50), query.states.select("count(*)")].map(&:to_sql).map do |sql|
      @figures.median { Store::Record.with_connection { _1.select_rows(sql) } }
    end
    plan(name, query)
    @figures.add("a view's page: #{name}", page * 1000, "ms", ratio: page / bare_page, beside: "the bare SQL",
      budget: "#{@bounds[:page]} ms, 3x")
    @figures.add("its count, #{query.count}", counting * 1000, "ms", ratio: counting / bare_count, beside: "the bare SQL",
      budget: "#{@bounds[:count]} ms, 3x")
  end

  def badges
    views = (1..BADGES).map { |number| {"name" => "View #{number}", "when" => CONDITIONS.values.fetch(1 + number % (CONDITIONS.size - 1))} }
    Desk::ImportRulebook.new(Bench::OPENS).call(Store::CurrentRulebook.document.merge("views" => views))
    anew = @figures.median(5) do
      Store::BadgeCounts.forget
      Store::BadgeCounts.counts(rulebook, @now)
    end
    @figures.add("#{BADGES} views' badges together, the first time", anew * 1000, "ms", budget: "#{@bounds[:badges]} ms")
    clock = Bench::Still.new(@now)
    ids = Store::State.where(unread: true).limit((RUNS + 1) * 10).pluck(:message_id)
    @figures.add("kept current after ten messages were read",
      @figures.median(RUNS) { Desk::MarkRead.new(clock).call(ids.shift(10)) && Store::BadgeCounts.counts(rulebook, @now) } * 1000, "ms",
      budget: "#{@bounds[:badges]} ms")
  end

  # Tables that a question reads from end to end without any index, by SQLite's own account.
  def plan(name, query)
    {"page" => query.ordered.limit(50), "count" => query.states.select("count(*)")}.each do |what, relation|
      steps = Store::Record.with_connection { _1.select_rows("EXPLAIN QUERY PLAN #{relation.to_sql}") }.map(&:last)
      scans = steps.grep_v(/ VIRTUAL TABLE /).grep_v(/ USING (COVERING )?INDEX /).filter_map { _1[/\ASCAN (\w+)/, 1] }.uniq
      puts "plan of #{name}, #{what}: " \
        "#{scans.empty? ? "no table is read through" : "reads #{scans.join(", ")} through"}" \
        "#{" (#{WHY.fetch(name, "an index should serve")})" if scans.any?}"
    end
  end

  # As a person leaves it: what is older than a month is cleared, and one in ten of it was never read.
  def gone_through
    now = "'#{@now.utc.strftime("%F %T")}'"
    run("UPDATE states SET cleared_at = ifnull(surface_at, #{now}), unread = (message_id % 10 = 0) WHERE message_id IN " \
      "(SELECT id FROM messages WHERE arrived_at < datetime(#{now}, '-30 days'))")
  end

  def lay(copy, first)
    into("messages", "id", first, copy, "digest" => "digest || '-#{copy}'", "message_id" => "message_id || '-#{copy}'")
    alone = "' ' || (substr(thread, 2) + #{first * copy})"
    others = {"message_references" => {"reference" => "reference || '-#{copy}'"},
              "message_threads" => {"conversation" => "conversation + #{first * copy}",
                                    "thread" => "CASE WHEN thread LIKE ' %' THEN #{alone} ELSE thread END"}}
    TABLES.each { |table| into(table, "message_id", first, copy, others.fetch(table, {})) }
  end

  # @param key [String] the column of the message's number @param others [Hash] what becomes of other columns
  def into(table, key, first, copy, others)
    columns = Store::Record.with_connection { _1.columns(table) }.reject { |column| column.name == "id" && key != "id" }
    values = columns.to_h { |column| [column.name, others[column.name] || earlier(column, copy)] }
    values[key] = "#{key} + #{first * copy}"
    run("INSERT INTO #{table} (#{values.keys.join(", ")}) SELECT #{values.values.join(", ")} FROM #{table} WHERE #{key} <= #{first}")
  end

  # Moments are kept as text, or as whole seconds.
  def earlier(column, copy)
    return "strftime('%Y-%m-%d %H:%M:%f000', #{column.name}, '-#{copy * SHIFT_DAYS} days')" if column.type == :datetime

    (column.name.end_with?("_at") && column.type == :integer) ? "#{column.name} - #{copy * SHIFT_DAYS * DAY}" : column.name
  end

  def run(sql) = Store::Record.with_connection { _1.execute(sql) }
end
