# frozen_string_literal: true

# Who writes, and what it does to the days, over a hundred thousand messages of ten thousand senders within 90 days: laid down as views are
# measured, then spread over senders and days.
class Writing
  include UpFront

  SENDERS = 10_000
  DOMAINS = 3_000
  DAYS = 90

  def initialize(figures, now)
    @figures = figures
    @now = now
  end

  def call
    spread
    filling = @figures.measure { Store::Traffic.ensure! }.seconds
    @figures.add("the rows of #{Store::Message.count} messages made anew, once", filling, "s")
    Store::Database.analyse
    count = Store::Senders.at(rulebook.zone, @now).by("address").size
    @figures.add("counting #{count} senders the first time, behind the server's start", first * 1000, "ms")
    page("by messages", {})
    page("found by a word, by time until answered", {"text" => "p12", "order" => "answer"})
    page("whose newsletters are never read", {"kinds" => "newsletter", "which" => "never_read"})
    %w[domain list].each { |by| @figures.add("its page gathered by #{by}", time { senders(by).to_h({}, 0) }, "ms", budget: "150 ms") }
    touched
    report
  end

  private

  def rulebook = Store::CurrentRulebook.rulebook
  def senders(by) = Web::Pages::Senders.new(by, rulebook, @now)
  def time(&) = @figures.median(&) * 1000

  def first
    @figures.median(3) do
      Store::Senders.forget
      Store::Senders.at(rulebook.zone, @now).by("address")
    end
  end

  def page(what, wanted)
    @figures.add("senders' page #{what}", time { senders("address").to_h(wanted, 0) }, "ms", budget: "150 ms")
  end

  # Kept up by what happens: a message read between two askings.
  def touched
    clock = Bench::Still.new(@now)
    ids = Store::State.where(unread: true).limit(Figures::RUNS + 2).pluck(:message_id)
    @figures.add("its page after a message was read", time {
      Desk::MarkRead.new(clock).call([ids.shift]) && senders("address").to_h({}, 0)
    },
      "ms", budget: "150 ms")
  end

  def report
    last = rulebook.zone.date(@now)
    [7, 30, DAYS].each do |days|
      work = -> { Web::Pages::Report.new(rulebook, last - days + 1, last, @now).to_h }
      @figures.add("the report of #{days} days", @figures.median(3, &work) * 1000, "ms", budget: ("1 s" if days == DAYS))
    end
  end

  def spread
    at = "'#{@now.utc.strftime("%F %T")}'"
    moment = ->(column, id) { "#{column} = datetime(#{at}, '-' || (#{id} * 7919 % #{DAYS * 86_400}) || ' seconds')" }
    key = "'p' || (id % #{SENDERS}) || '@d' || (id % #{SENDERS} % #{DOMAINS}) || '.example'"
    run("UPDATE messages SET sender_key = #{key}, #{moment["arrived_at", "id"]}")
    run("UPDATE claims SET #{moment["surface_at", "message_id"]} WHERE surface_at IS NOT NULL")
    run("UPDATE states SET came = 'arrived', cleared_at = NULL, #{moment["surface_at", "message_id"]} WHERE surface_at IS NOT NULL")
    run("UPDATE states SET opened_at = datetime(surface_at, '+20 minutes'), unread = 0 WHERE message_id % 3")
    run("DELETE FROM senders")
    Store::Setting[Store::Traffic::KEY] = nil
  end

  def run(sql) = Store::Record.with_connection { _1.execute(sql) }
end
