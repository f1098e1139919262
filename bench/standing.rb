# frozen_string_literal: true

require "net/http"

# What a server takes that has nothing to do, and how often it answers for a Front with a thousand messages.
class Standing
  ON_THE_FRONT = 1_000
  REST_SECONDS = 15
  ASKED_SECONDS = 5
  TICKS = Etc.sysconf(Etc::SC_CLK_TCK).to_f

  def initialize(figures, database, folder)
    @figures = figures
    @database = database
    @maildir = File.join(folder, "standing")
  end

  def call
    lay
    server = Server.new(@database).start
    server.wait_for(seconds: 120) { at_rest?(server) }
    @figures.add("an idle server", 100 * cpu(server) { sleep REST_SECONDS } / REST_SECONDS, "%", budget: "1 % of a core")
    plain, kept = made(server), answers(server)
    @figures.add("answers a second for a Front of #{ON_THE_FRONT}", kept, "", beside: "making each, #{plain.round} a second",
      ratio: kept / plain, budget: "120")
  ensure
    server&.stop
  end

  private

  def lay
    UpFront::Post::Office.new(@maildir).tap { |office| ["", "Sent", "Lists"].each { |box| office.box("w@q.example", box.empty? ? nil : box) } }
    UpFront::Store::Database.open(@database)
    now = Time.now.utc
    ids = UpFront::Store::Message.order(id: :desc).limit(ON_THE_FRONT).pluck(:id)
    UpFront::Store::State.where(message_id: ids).update_all(surface_at: now - 60, announced_at: now, cleared_at: nil, discarded_at: nil)
    UpFront::Desk::AddSource.new(UpFront::Clock::System.new).call(File.join(@maildir, "w@q.example"))
    UpFront::Store::Database.close
  end

  # Whether what goes on behind intake has come to its end.
  def at_rest?(server) = cpu(server) { sleep 4 } < 0.08

  # @return [Float] seconds of the processor that the block's time cost the server
  def cpu(server)
    before = taken(server)
    yield
    taken(server) - before
  end

  def taken(server) = File.read("/proc/#{server.pid}/stat").rpartition(")").last.split.values_at(11, 12).sum(&:to_i) / TICKS

  # Each time from a moment that is another, so that nothing is given again.
  def made(server) = rate(server) { |n| "/api/front?before=#{(Time.now.utc + 3_600 + n).strftime("%Y-%m-%dT%H:%M:%SZ")}" }
  def answers(server) = rate(server) { "/api/front" }

  def rate(server)
    count = 0
    from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    Net::HTTP.start("127.0.0.1", server.port) do |http|
      while Process.clock_gettime(Process::CLOCK_MONOTONIC) - from < ASKED_SECONDS
        raise "the Front was not given" unless http.get(yield(count += 1)).is_a?(Net::HTTPSuccess)
      end
    end
    count / (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from)
  end
end
