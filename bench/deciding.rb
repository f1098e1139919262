# frozen_string_literal: true

# Claims by look-up against the plain loop over all rules, in one run, with every claim held equal.
class Deciding
  include UpFront

  SIZES = [10, 100, 200, 1_000, 5_000].freeze
  PLAIN_AT_MOST = 400 # messages that the plain loop decides at the larger sizes, where it is slow

  def initialize(figures, heap, seed:)
    @figures = figures
    @seed = seed
    scenario = Demo::Scenario.new
    @sets = {"the demo's" => (scenario.history + scenario.today).map(&:raw), "generated" => heap.letters}.transform_values do |raws|
      raws.map { read(_1) }
    end
  end

  def call
    @sets.each { |name, messages| SIZES.each { |size| compare(name, messages, size) } }
  end

  private

  def read(raw) = Post::Letter.new(raw).message(account: "Work", mailbox: "INBOX", arrived_at: Time.utc(2027, 3, 9, 9, 14))

  # Both start from unread messages: folding a message's texts is part of either.
  def compare(name, messages, size)
    rulebook = Rules.new(seed: @seed).rulebook(size)
    plain = Core::Decider.new(rulebook, candidates: Core::Decider::EveryRule.new(rulebook.rules))
    found = Core::Decider.new(rulebook)
    sample = (size >= 1_000) ? messages.first(PLAIN_AT_MOST) : messages
    by_look_up = seconds { messages.each { found.decide(Core::Reading.new(_1)) } } / messages.size
    by_loop = seconds { sample.each { plain.decide(Core::Reading.new(_1)) } } / sample.size
    differing = sample.count { |message| core(plain, message) != core(found, message) }
    raise "#{differing} claims differ" if differing.positive?

    @figures.add("a claim, #{size} rules, #{messages.size} of #{name} messages", by_look_up * 1000, "ms", ratio: by_loop / by_look_up,
      beside: "faster than the plain loop (#{(by_loop * 1000).round(2)} ms)", budget: ("0.25 ms" if size == 200))
  end

  def core(decider, message)
    decider.decide(Core::Reading.new(message)).then do |claim|
      [claim.surface_at, claim.priority, claim.labels, claim.ink, claim.proposals, claim.trace.kept]
    end
  end

  def seconds
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  end
end
