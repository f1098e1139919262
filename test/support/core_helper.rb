# frozen_string_literal: true

require "minitest/autorun"
require "prop_check"
require_relative "../../lib/up_front"

# What every test of the core uses: a small rulebook, and messages in a few words.
module CoreHelper
  include UpFront

  LISBON = Core::Zone.new("Europe/Lisbon")

  OWNER = {"name" => "Wren", "addresses" => ["wren@lanternquay.example", "desk@lanternquay.example"],
           "organisation" => ["lanternquay.example"], "time_zone" => "Europe/Lisbon"}.freeze

  WORKING = %w[mon tue wed thu fri].freeze

  def document(rules: [], **more)
    {
      "format" => "up-front-rulebook", "version" => 1, "owner" => OWNER, "contacts" => ["ana@casadomar.example"],
      "groups" => [{"name" => "Lenders", "members" => ["@northgate.example", "ana@casadomar.example"]}],
      "labels" => [{"name" => "Loans", "colour" => "#2F6B4F"}, {"name" => "Border", "colour" => "#112233"}],
      "inks" => [{"name" => "Copper", "colour" => "#9A4A12"}], "templates" => [{"name" => "Thanks", "text" => "Thank you"}],
      "forward_to" => ["accounts@lanternquay.example"],
      "plan" => {
        "windows" => [{"name" => "Night", "days" => WORKING, "from" => "18:00", "to" => "08:00"},
          {"name" => "Morning", "days" => WORKING, "from" => "09:00", "to" => "12:00"}],
        "rounds" => [{"name" => "First", "days" => WORKING, "at" => "08:00"}, {"name" => "Mid", "days" => WORKING, "at" => "10:30"}],
        "days_off" => ["2027-03-19"]
      },
      "rules" => rules
    }.merge(more.transform_keys(&:to_s))
  end

  def rulebook(...) = Core::Rulebook.read(document(...))

  def rule(name = "A rule", when: {"all" => []}, then: {"priority" => "high"}, **more)
    {"name" => name, "when" => binding.local_variable_get(:when), "then" => binding.local_variable_get(:then),
     **more.transform_keys(&:to_s)}
  end

  def leaf(fact, op, value, not: nil)
    {"fact" => fact, "op" => op, "value" => value}.merge(binding.local_variable_get(:not) ? {"not" => true} : {})
  end

  def address(email, name = nil) = Core::Address.new(email, name)

  # Tuesday 9 March 2027 at so many o'clock in Lisbon, which is UTC then
  def at(time, date = "2027-03-09") = Time.iso8601("#{date}T#{time}:00Z")

  def mail(from: "ana@casadomar.example", to: ["wren@lanternquay.example"], cc: [], arrived_at: at("09:14"), **fields)
    Core::Message.new(from: [from].flatten.map { _1.is_a?(String) ? address(_1) : _1 }, to: to.map { address(_1) },
      cc: cc.map { address(_1) }, arrived_at: arrived_at, account: "Work", **fields)
  end

  def holds?(condition, mail, book = rulebook)
    check = Core::Check.new
    node = Core::Condition.read(condition, check, book.names)
    raise Core::Refused, check.faults if check.faults.any?

    Core::Matcher.holds?(node, Core::Reading.new(mail))
  end

  # What a block costs, whatever else the machine is doing.
  def cpu_seconds
    began = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
    yield
    Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - began
  end

  def faults(document)
    Core::Rulebook.read(document)
    []
  rescue Core::Refused => refused
    refused.faults.map { [_1.pointer, _1.expected] }
  end
end
