# frozen_string_literal: true

# Messages drawn at random from what random rules ask for, so that every answer of theirs is met.
class RandomMail
  TEXTS = ["", "loan", "A loán, to do: it is", "Zollamt to do", "a “quoted” one", "back\\slash and more", "ünï UNI", "日本語", "spaced",
    "straight", "Lukasz Orstein", "Łukasz Orst", "it is, or (not)", "line break and loan", "crate"].freeze
  PEOPLE = ["wren@lanternquay.example", "desk@lanternquay.example", "post@lanternquay.example", "ana@casadomar.example",
    "x@northgate.example", "y@sub.northgate.example", "o'brien,x@b.example", "z@ünder.example", "a.b+c@d-e.example", "noreply@far.example",
    "loan@far.example"].freeze
  HEADERS = {"list-id" => "<x>", "list-unsubscribe" => "<x>", "list-post" => "<x>", "precedence" => %w[list bulk junk auto_reply],
             "auto-submitted" => %w[no auto-replied auto-generated], "importance" => %w[high low], "x-priority" => %w[1 5],
             "x-thing" => ["loan", "a “quoted” one"], "x,y!" => ["and", "Zollamt"]}.freeze

  # @param random [Random]
  def initialize(random)
    @random = random
  end

  # @return [Array<UpFront::Core::Message>]
  def messages(count) = Array.new(count) { message }

  def message
    UpFront::Core::Message.new(from: people(1), to: people(2), cc: people(2), reply_to: people(1), subject: text, body: text,
      attachments: Array.new(rand(4)) { attachment }, size: one(0, 2, 3, 20_000_000, 30_000_000), headers: headers,
      calendar_method: one(nil, nil, nil, "REQUEST"), date: one(nil, moment), arrived_at: moment, account: one("Work", "the desk", ""),
      mailbox: one("INBOX", "Other"), first_contact: flag, reply_to_mine: flag)
  end

  private

  def rand(count) = @random.rand(count)
  def one(*among) = among.sample(random: @random)
  def flag = rand(2).zero?
  def attachment = UpFront::Core::Attachment.new(name: one(nil, text), type: "a/b", bytes: 1)
  def text = Array.new(rand(3)) { TEXTS.sample(random: @random) }.join(" ")
  def moment = Time.utc(2027, 3, rand(6..13), rand(24), rand(60))

  def people(most)
    Array.new(rand(most + 2)) { UpFront::Core::Address.new(PEOPLE.sample(random: @random), [nil, text].sample(random: @random)) }
  end

  def headers
    HEADERS.to_a.sample(rand(4), random: @random).to_h { |name, values| [name, [*values].sample(1, random: @random)] }
  end
end
