# frozen_string_literal: true

# Figures with what they are compared with.
class Figures
  Measured = Struct.new(:seconds, :result)
  Row = Struct.new(:what, :value, :unit, :beside, :ratio, :budget, keyword_init: true)

  RUNS = 15

  def initialize = @rows = []

  # @return [Measured]
  def measure
    start = now
    result = yield
    Measured.new(now - start, result)
  end

  # @return [Float] seconds
  def median(runs = RUNS, &)
    yield
    Array.new(runs) { measure(&).seconds }.sort[runs / 2]
  end

  def add(what, value, unit, **more) = @rows << Row.new(what: what, value: value, unit: unit, **more)

  def peak_memory_mb = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024.0

  def to_a = @rows.map { _1.to_h.compact }

  def table
    @rows.map { |row|
      [row.what.ljust(52), format("%9.2f %-3s", row.value, row.unit), (row.ratio ? format("%.2fx of %s", row.ratio, row.beside) : ""),
        ("budget #{row.budget}" if row.budget)].compact.join("  ")
    }.join("\n")
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
