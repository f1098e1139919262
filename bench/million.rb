# frozen_string_literal: true

# What a million messages cost: laid down once in a folder and kept there, then measured as often as one likes.
class Million
  include UpFront

  MESSAGES = 1_000_000
  TAKEN_IN = 10_000 # of which the rest are copies
  AT_ONCE = 20_000 # whose words are indexed in one transaction
  BOUNDS = {page: 80, count: 150, badges: 150, finding: 200}.freeze # milliseconds

  def initialize(figures, folder, seed:, messages: MESSAGES)
    @figures = figures
    @folder = folder
    @seed = seed
    @messages = messages
    @database = File.join(folder, "million.sqlite3")
  end

  def call
    lay unless File.exist?(ready)
    Store::Database.open(@database)
    size
    viewing.measure
    pages
    Store::Database.close
    start
    puts @figures.table # what follows takes a browser
    arrival
  end

  private

  def ready = File.join(@folder, "ready")
  def viewing = Viewing.new(@figures, Bench::OPENS.now, messages: @messages, bounds: BOUNDS)

  def lay
    FileUtils.mkdir_p(@folder)
    Store::Database.open(@database)
    given = JSON.parse(File.read(Demo::World::RULEBOOK))
    Desk::SetUp.new(Bench::OPENS).call(given["owner"], plan: given["plan"], accounts: given["accounts"],
      rest: given.slice("groups", "labels", "inks", "rules"))
    MailHeap.new(TAKEN_IN, seed: @seed).write(@folder, 1).each do |mbox|
      Desk::ImportFile.new(Bench::OPENS).call(Post::MailFile.new(mbox), account: Store::Account.first, as_new: true)
      File.unlink(mbox)
    end
    seconds = @figures.measure { viewing.multiply }.seconds
    indexing = @figures.measure { nil while Store::SearchIndex.step(limit: AT_ONCE).positive? }.seconds
    puts "laid down in #{seconds.round} s, words indexed in #{indexing.round} s"
    Store::Database.close
    File.write(ready, Store::Message.name)
  end

  # Of the copies only the rows are there, and no letters.
  def size
    raw = Store::Record.with_connection { _1.select_value("SELECT sum(length(bytes)) FROM raw_messages") }
    bytes = [@database, "#{@database}-wal"].sum { File.size?(_1).to_i } - raw
    @figures.add("a message in the database, beside its bytes", bytes / 1024.0 / Store::Message.count, "kB", budget: "12 kB")
  end

  def pages
    rulebook = Store::CurrentRulebook.rulebook
    now = Bench::OPENS.now
    {"the Front's page" => -> { Web::Pages::Front.new(rulebook, now).to_h }, "what is held" => -> {
      Web::Pages::Held.new(rulebook, now).to_h
    },
     "the day" => -> { Web::Pages::Day.new(rulebook, now).to_h }, "the rules' page" => -> { Web::Pages::Rules.new(rulebook, now).to_h },
     "a message's sheet" => -> { Web::Pages::Sheet.new(Store::Message.last, rulebook, now).to_h }}.each do |name, work|
      work.call
      @figures.add(name, @figures.median { work.call } * 1000, "ms", budget: "#{BOUNDS[:page]} ms")
    end
  end

  def start
    server = Server.new(@database)
    @figures.add("start of the server", @figures.measure { server.start }.seconds, "s", budget: "3 s")
  ensure
    server&.stop
  end

  def arrival
    require_relative "arrival"
    @figures.add("arrival to visible in an open browser", Arrival.new(@folder, database: @database).median_ms, "ms", budget: "300 ms")
  end
end
