# frozen_string_literal: true

# Measures the product against its budgets and against plainer ways in the same run. Makes its data itself:
# the museum's letters, as many as asked, the same for the same seed.

require "bundler/setup"
require "optparse"
require "etc"
require "tmpdir"
require_relative "../lib/up_front"
require_relative "../demo/demo"
require_relative "../test/support/server"
require_relative "figures"
require_relative "mail_heap"
require_relative "rules"
require_relative "deciding"
require_relative "trying"
require_relative "viewing"
require_relative "writing"
require_relative "hurting"
require_relative "million"
require_relative "office"

# One run of all figures.
class Bench
  include UpFront

  PARTS = 10
  Still = Struct.new(:now)
  OPENS = Still.new(Demo::Scenario.new.opens)
  PARTS_OF_IT = %w[deciding trying reading viewing writing hurting serving].freeze

  def initialize(options)
    @options = options
    LOADER.eager_load
  end

  def call
    return alone { |figures| Million.new(figures, File.expand_path(@options[:million]), seed: @options[:seed]).call } if @options[:million]
    return alone { |figures| Office.new(figures, @options[:office], seed: @options[:seed]).call } if @options[:office]

    Dir.mktmpdir("up-front-bench") do |folder|
      figures = Figures.new
      heap = MailHeap.new(@options[:messages], seed: @options[:seed])
      parts = heap.write(folder, PARTS)
      database = File.join(folder, "bench.sqlite3")

      Store::Database.open(database)
      clock = OPENS # the letters lie before it, as mail that is here does
      given = JSON.parse(File.read(Demo::World::RULEBOOK))
      Desk::SetUp.new(clock).call(given["owner"], plan: given["plan"], accounts: given["accounts"],
        rest: given.slice("groups", "labels", "inks", "rules"))
      # In turn, part by part, so that both meet the same machine.
      parsing, importing = parts.map { |mbox|
        [figures.measure {
          Post::MailFile.new(mbox)
            .each { |raw, _| Post::Letter.new(raw).then { |letter| [letter.fields, letter.digest] } }
        }.seconds,
          figures.measure { Desk::ImportFile.new(clock).call(Post::MailFile.new(mbox), account: Store::Account.first, as_new: true) }
            .seconds]
      }.transpose.map(&:sum)
      figures.add("taking in #{@options[:messages]} messages", importing, "s", beside: "parsing alone #{parsing.round(1)} s",
        ratio: importing / parsing, budget: "2x")
      figures.add("memory at its highest", figures.peak_memory_mb, "MB", budget: "300 MB")

      PARTS_OF_IT.each { |part| send(part, figures, database, folder) if [nil, part].include?(@options[:only]) }
      puts figures.table
      File.write(@options[:json], JSON.pretty_generate(figures.to_a)) if @options[:json]
    end
  end

  private

  # Figures of their own, which take longer.
  def alone
    figures = Figures.new
    yield figures
    puts figures.table
    File.write(@options[:json], JSON.pretty_generate(figures.to_a)) if @options[:json]
  end

  def deciding(figures, _database, _folder)
    Deciding.new(figures, MailHeap.new(2 * @options[:messages], seed: @options[:seed]), seed: @options[:seed]).call
  end

  def trying(figures, _database, _folder) = Trying.new(figures, OPENS, seed: @options[:seed]).call

  def reading(figures, _database, _folder)
    rulebook = Store::CurrentRulebook.rulebook
    node = rulebook.rules.first.when
    counting = figures.median { Store::SQLReader.messages(node).count }
    figures.add("counting a condition over #{Store::Message.count} messages", counting * 1000, "ms", budget: "50 ms over 100,000")
    front = figures.median { Web::Pages::Front.new(rulebook, OPENS.now).to_h }
    figures.add("the Front's page", front * 1000, "ms")
  end

  def viewing(figures, _database, _folder) = Viewing.new(figures, OPENS.now).call

  def writing(figures, _database, _folder)
    Viewing.new(figures, OPENS.now).multiply if Store::Message.count < Viewing::MESSAGES
    Writing.new(figures, OPENS.now).call
  end

  def hurting(figures, _database, _folder) = Hurting.new(figures).call

  def serving(figures, database, folder)
    Store::Database.close
    server = Server.new(database)
    starting = figures.measure { server.start }
    figures.add("start of the server with #{@options[:messages]} messages", starting.seconds, "s", budget: "3 s")
    server.stop

    require_relative "standing"
    Standing.new(figures, database, folder).call

    require_relative "arrival"
    figures.add("arrival to visible in an open browser", Arrival.new(folder).median_ms, "ms", budget: "300 ms")
  end
end

options = {messages: 10_000, seed: 1}
OptionParser.new { |parser|
  parser.banner = "bin/bench: figures, each beside what it is compared with"
  parser.on("--messages N", Integer) { options[:messages] = _1 }
  parser.on("--seed N", Integer) { options[:seed] = _1 }
  parser.on("--only PART", Bench::PARTS_OF_IT, "one of #{Bench::PARTS_OF_IT.join(", ")}, beside taking in") { options[:only] = _1 }
  parser.on("--office N", Integer, "so many people side by side, a process and a file each") { options[:office] = _1 }
  parser.on("--million FOLDER", "a million messages, laid down there once") { options[:million] = _1 }
  parser.on("--json FILE") { options[:json] = _1 }
}.parse!

Bench.new(options).call
