# frozen_string_literal: true

# An office of many: a process and a database file for each person. So many of them run side by side, each with its messages, at rest and
# while mail comes to all; what one takes says how many a machine carries.
class Office
  include UpFront

  MESSAGES = 50_000
  TAKEN_IN = 5_000 # of which the rest are copies
  REST_SECONDS = 30
  BUSY_SECONDS = 60
  A_MINUTE = 10 # arrivals for each person
  MACHINE = {cores: 2, memory_mb: 4_096, spare_mb: 600}.freeze # what the system itself wants
  TICKS = Etc.sysconf(Etc::SC_CLK_TCK).to_f

  def initialize(figures, people, seed:)
    @figures = figures
    @people = people
    @seed = seed
  end

  def call
    Dir.mktmpdir("up-front-office") do |folder|
      first = lay(folder)
      @servers = Array.new(@people) { |number| person(folder, first, number) }
      measure
    ensure
      @servers&.each { |server, _| server.stop }
    end
  end

  private

  def lay(folder)
    database = File.join(folder, "first.sqlite3")
    Store::Database.open(database)
    given = JSON.parse(File.read(Demo::World::RULEBOOK))
    Desk::SetUp.new(Bench::OPENS).call(given["owner"], plan: given["plan"], accounts: given["accounts"],
      rest: given.slice("groups", "labels", "inks", "rules"))
    MailHeap.new(TAKEN_IN, seed: @seed).write(folder, 1).each do |mbox|
      Desk::ImportFile.new(Bench::OPENS).call(Post::MailFile.new(mbox), account: Store::Account.first, as_new: true)
    end
    viewing = Viewing.new(@figures, Bench::OPENS.now, messages: MESSAGES)
    viewing.multiply
    viewing.index
    Store::Threads.catch_up
    Store::State.update_all(announced_at: Time.now.utc)
    Store::Database.close
    database
  end

  # @return [Array(Server, Post::Office)]
  def person(folder, first, number)
    database, mail = File.join(folder, "#{number}.sqlite3"), File.join(folder, "mail-#{number}")
    Store::Backup.write(first, database)
    office = Post::Office.new(mail).tap { _1.box("wren@lanternquay.example") }
    child = fork do
      Store::Database.open(database)
      Desk::AddSource.new(Clock::System.new).call(File.join(mail, "wren@lanternquay.example"))
      exit!(0)
    end
    Process.wait(child)
    [Server.new(database).start, office]
  end

  def measure
    settle
    rest = each_cpu(REST_SECONDS) { sleep REST_SECONDS }
    memory = @servers.sum { |server, _| tree(server.pid).sum { memory_kb(_1) } } / 1024.0 / @people
    busy = each_cpu(BUSY_SECONDS) { arrivals }
    late = @servers.sum { |server, _| server.get("/api/status") ? 0 : 1 }
    @figures.add("#{@people} people with #{MESSAGES} messages each: memory of one", memory, "MB")
    @figures.add("the processor at rest, of one", 100 * rest, "% of a core")
    @figures.add("the processor with #{A_MINUTE} arrivals a minute, of one", 100 * busy, "% of a core")
    @figures.add("of them not answering then", late, "")
    by_memory = (MACHINE[:memory_mb] - MACHINE[:spare_mb]) / memory
    @figures.add("people on #{MACHINE[:cores]} cores and #{MACHINE[:memory_mb] / 1024} GB, by memory", by_memory.floor, "")
    @figures.add("people on them, by the processor at two thirds of its time", (MACHINE[:cores] * 2 / 3.0 / busy).floor, "")
  end

  # What goes on behind the start has come to its end.
  def settle
    ending = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 300
    sleep 5 until each_cpu(5) { sleep 5 } < 0.03 || Process.clock_gettime(Process::CLOCK_MONOTONIC) > ending
  end

  def arrivals
    count = A_MINUTE * BUSY_SECONDS / 60
    pause = BUSY_SECONDS.fdiv(count * @people)
    count.times { |number| @servers.each_with_index { |(_, office), place| deliver(office, number, place) && sleep(pause) } }
  end

  def deliver(office, number, place)
    now = Time.now.utc
    raw = "From: Ana Ferro <ana.ferro@casadomar.example>\nTo: wren@lanternquay.example\nSubject: Crate #{number} at the border\n" \
      "Message-ID: <#{place}-#{number}-#{rand(1e12).to_i}@x>\nDate: #{now.rfc2822}\n\n#{"The crate stands at the border. " * 20}\n"
    office.deliver(raw, to: "wren@lanternquay.example", at: now, zone: Demo::Scenario::ZONE, unique: "#{now.to_i}.#{rand(1e9).to_i}",
      sync: false)
    true
  end

  # @return [Float] of a core, of one
  def each_cpu(seconds)
    before = taken
    yield
    (taken - before) / seconds / @people
  end

  def taken = @servers.sum { |server, _| tree(server.pid).sum { cpu(_1) } }
  def cpu(pid) = File.read("/proc/#{pid}/stat").rpartition(")").last.split.values_at(11, 12).sum(&:to_i) / TICKS

  # What is shared with others counts by its share.
  def memory_kb(pid) = File.read("/proc/#{pid}/smaps_rollup")[/^Pss:\s+(\d+)/, 1].to_i

  # The server and the processes that read mail for it.
  def tree(pid) = [pid, *File.read("/proc/#{pid}/task/#{pid}/children").split.map(&:to_i)].select { File.exist?("/proc/#{_1}/stat") }
end
