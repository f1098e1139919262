# frozen_string_literal: true

require "parslet"

# The mail filter language as its standard has it (RFC 5228, section 8), made of the standard and of nothing else.
class FilterGrammar < Parslet::Parser
  root(:start)
  rule(:start) { commands }
  rule(:commands) { white >> command.repeat.as(:commands) >> white }
  rule(:command) { white >> identifier.as(:command) >> arguments >> white >> (str(";") | block.as(:block)) >> white }
  rule(:arguments) { argument.repeat.as(:arguments) >> (white >> (test_list | test.as(:test).repeat(1, 1))).maybe.as(:tests) }
  rule(:argument) { white >> (string_list | number | tag) }
  rule(:test) { white >> identifier.as(:name) >> arguments }
  rule(:test_list) { str("(") >> test.as(:test) >> (white >> str(",") >> test.as(:test)).repeat >> white >> str(")") }
  rule(:block) { str("{") >> commands >> str("}") }
  rule(:identifier) { match("[A-Za-z_]") >> match("[A-Za-z0-9_]").repeat }
  rule(:tag) { str(":") >> identifier.as(:tag) }
  rule(:number) { (match("[0-9]").repeat(1) >> match("[KMGkmg]").maybe).as(:number) }
  rule(:string_list) { (str("[") >> item >> (white >> str(",") >> item).repeat >> white >> str("]")).as(:list) | string }
  rule(:item) { white >> string }
  rule(:string) { multi_line | str('"') >> quoted.repeat.as(:quoted) >> str('"') }
  rule(:quoted) { str("\\") >> match('["\\\\]') | match("[^\"\\\\\u0000]") }
  rule(:multi_line) {
    str("text:") >> match("[ \t]").repeat >> crlf >> (str(".") >> crlf).absent?.>>(line).repeat.as(:lines) >> str(".") >> crlf
  }
  rule(:line) { match("[^\r\n]").repeat >> crlf }
  rule(:crlf) { str("\r\n") }
  rule(:white) { (match("[ \t\r\n]").repeat(1) | str("#") >> match("[^\r\n]").repeat >> crlf).repeat }
end

# Makes plain Ruby of what the grammar found: [name, [arguments], [tests], commands or nil]. A string is a list of one.
class FilterTree < Parslet::Transform
  text = ->(parts) { parts.is_a?(Array) ? "" : parts.to_s.gsub(/\\(["\\])/, "\\1") }
  rule(quoted: subtree(:found)) { [text.call(found)] }
  rule(lines: subtree(:found)) { [found.is_a?(Array) ? "" : found.to_s.gsub(/^\./, "")] }
  rule(list: subtree(:found)) { [found].flatten }
  rule(number: simple(:found)) {
    found.to_s.then { |digits|
      Integer(digits[/\d+/]) * {"K" => 1024, "M" => 1024**2, "G" => 1024**3}.fetch(digits[/\D/].to_s.upcase, 1)
    }
  }
  rule(tag: simple(:found)) { found.to_s.downcase.to_sym }
  rule(name: simple(:name), arguments: subtree(:given), tests: subtree(:tests)) { [name.to_s.downcase, given, [*tests]] }
  rule(test: subtree(:found)) { found }
  rule(commands: subtree(:found)) { found.is_a?(Array) ? found : [] }
  rule(command: simple(:name), arguments: subtree(:given), tests: subtree(:tests)) { [name.to_s.downcase, given, [*tests], nil] }
  rule(command: simple(:name), arguments: subtree(:given), tests: subtree(:tests), block: subtree(:block)) {
    [name.to_s.downcase, given, [*tests], block]
  }
end

# A server that filters one message: what flags it gives it, and what it answers (RFC 5228, 5230, 5231, 5232, 5173, 5260).
class FilterServer
  TAKES = {comparator: 1, value: 1, count: 1, zone: 1, index: 1, days: 1, subject: 1, addresses: 1}.freeze # tags with something after them
  WANTS = {"addflag" => "imap4flags", "removeflag" => "imap4flags", "hasflag" => "imap4flags", "vacation" => "vacation", "body" => "body",
           "date" => "date", "currentdate" => "date", :index => "index", :value => "relational", :count => "relational"}.freeze
  MATCHES = %i[is contains matches value count].freeze

  attr_reader :answer

  # @param script [String] @raise [Parslet::ParseFailed] where the grammar refuses it
  def initialize(script)
    @commands = FilterTree.new.apply(FilterGrammar.new.parse(script))
    @required = @commands.select { _1.first == "require" }.flat_map { _1[1] }.flatten
  end

  # @param message [UpFront::Core::Message] @return [Array<String>] its flags
  def flags(message)
    @message = message
    @flags = []
    @answer = nil
    catch(:stop) { run(@commands) }
    @flags.sort
  end

  private

  def run(commands)
    done = true
    commands.each do |name, arguments, tests, block|
      wanted!(name)
      case name
      when "require" then nil
      when "stop" then throw :stop
      when "if" then (done = holds?(tests.first)) && run(block)
      when "else" then run(block) unless done
      when "addflag" then @flags |= arguments.first
      when "removeflag" then @flags -= arguments.first
      when "vacation" then @answer = options(arguments).then { |given, rest| given.merge(text: rest.first.first) }
      else raise "no such command: #{name}"
      end
    end
  end

  def wanted!(name)
    wanted = WANTS[name]
    raise "#{name} needs #{wanted}, which is not required" if wanted && !@required.include?(wanted)
  end

  # @return [Array(Hash, Array)] tags with what stands after them, and what has no tag
  def options(arguments)
    given, rest = {}, []
    left = arguments.dup
    while (one = left.shift)
      next rest << one unless one.is_a?(Symbol)

      wanted!(one)
      given[one] = TAKES.key?(one) ? left.shift : true
    end
    given.transform_values! { (_1.is_a?(Array) && _1.one?) ? _1.first : _1 }
    if given[:comparator] && !["i;ascii-casemap", "i;octet"].include?(given[:comparator]) &&
        !@required.include?("comparator-#{given[:comparator]}")
      raise "#{given[:comparator]} is not required"
    end

    [given, rest]
  end

  def holds?((name, arguments, tests))
    wanted!(name)
    given, rest = options(arguments)
    case name
    when "true" then true
    when "false" then false
    when "not" then !holds?(tests.first)
    when "allof" then tests.all? { holds?(_1) }
    when "anyof" then tests.any? { holds?(_1) }
    when "exists" then rest.first.all? { values(_1).any? }
    when "size" then given[:over] ? @message.size > rest.first : @message.size < rest.first
    when "hasflag" then fits?(@flags, rest.first, given)
    when "header" then fits?(rest.first.flat_map { indexed(values(_1), given) }, rest.last, given)
    when "address" then fits?(rest.first.flat_map { addresses(_1) }.map { |address| part(address, given) }, rest.last, given)
    when "body" then fits?([@message.body], rest.last, given)
    when "date" then @message.date ? fits?([clock(@message.date, rest[1].first, given)], rest.last, given) : false
    when "currentdate" then fits?([clock(@message.arrived_at, rest[0].first, given)], rest.last, given)
    else raise "no such test: #{name}"
    end
  end

  def indexed(values, given) = given[:index] ? [values[given[:index] - 1]].compact : values

  PEOPLE = {"from" => :from, "to" => :to, "cc" => :cc, "reply-to" => :reply_to}.freeze

  def values(name)
    return [@message.subject] if name == "subject"

    PEOPLE.key?(name) ? people(name).map { "#{_1.name} <#{_1.email}>" } : @message.header(name).map(&:strip)
  end

  def people(name) = @message.public_send(PEOPLE.fetch(name))
  def addresses(name) = people(name).map(&:email)

  def part(address, given)
    return address.rpartition("@").first if given[:localpart]

    given[:domain] ? address.rpartition("@").last : address
  end

  def clock(moment, part, given)
    offset = given.fetch(:zone)
    seconds = (offset[1, 2].to_i * 60 + offset[3, 2].to_i) * ((offset[0] == "-") ? -60 : 60)
    here = Time.at(moment, in: seconds)
    {"date" => here.strftime("%F"), "time" => here.strftime("%T"), "weekday" => here.wday.to_s, "year" => here.strftime("%Y")}.fetch(part)
  end

  def fits?(values, keys, given)
    return compare(values.size, given[:count], Integer(keys.first)) if given[:count]

    kind = (MATCHES & given.keys).first || :is
    values.any? { |value| keys.any? { |key| fit?(fold(value), fold(key), kind, given) } }
  end

  def fit?(value, key, kind, given)
    case kind
    when :is then value == key
    when :contains then value.include?(key)
    when :matches then value.match?(pattern(key))
    when :value then compare(value, given[:value], key)
    end
  end

  def compare(one, how, other)
    one.public_send({"ge" => :>=, "gt" => :>, "le" => :<=, "lt" => :<, "eq" => :==, "ne" => :!=}.fetch(how), other)
  end

  def fold(text) = text.tr("A-Z", "a-z")

  def pattern(key)
    parts = key.scan(/\\.|[*?]|[^\\*?]+/m).map { |piece|
      {"*" => ".*", "?" => "."}.fetch(piece) {
        Regexp.escape(piece.delete_prefix("\\"))
      }
    }
    /\A#{parts.join}\z/m
  end
end
