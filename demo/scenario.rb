# frozen_string_literal: true

module Demo
  # Six weeks of the museum's mail and the scripted Tuesday, always the same.
  class Scenario
    SEED = 1641
    TODAY = Date.new(2027, 3, 9)
    OPENS_AT = 7 * 60 + 50 # minutes: where the demo begins
    WEEKS = 6
    ZONE = UpFront::Core::Zone.new("Europe/Lisbon")

    # @!attribute to [String] the account's address @!attribute folder [String, nil] "Sent" for Wren's own
    Item = Struct.new(:at, :to, :folder, :raw, keyword_init: true)

    # How many letters of each file a working day brings, and a day of the weekend.
    A_DAY = {"lenders" => [5, 0], "couriers" => [3, 1], "house" => [12, 1], "outside" => [4, 2]}.freeze
    WEIGHTS = {facilities: 2, self: 1}.freeze

    # @param weeks [Integer] of history
    def initialize(weeks: WEEKS)
      @weeks = weeks
      @random = Random.new(SEED)
      @letters = A_DAY.keys.to_h { [_1, Letters.read(_1)] }
      @automatic = Letters.read("automatic").group_by(&:from)
      @number = 0
      @bags = {}
    end

    # @return [Array<Item>] everything before the demo begins, in order of time
    def history
      @history ||= begin
        days = (TODAY - @weeks * 7...TODAY).flat_map { |date| day(date) }
        (days + routine(TODAY) + today_letters).select { _1.at < opens }.sort_by(&:at)
      end
    end

    # @return [Array<Item>] what the post office plays
    def today
      @today ||= begin
        history
        extra = %w[lenders couriers house outside].flat_map do |name|
          Array.new(A_DAY[name][0] + 3) { single(pick(name), moment(TODAY, 9 * 60, 18 * 60)) }
        end
        (today_letters + routine(TODAY) + extra).select { _1.at >= opens && _1.folder.nil? }.sort_by(&:at)
      end
    end

    def opens = ZONE.instant(TODAY, OPENS_AT)

    private

    def today_letters
      @today_letters ||= Letters.read("today").map do |letter|
        hour, minute = letter.at.split(":").map(&:to_i)
        single(letter, ZONE.instant(TODAY, hour * 60 + minute, @random.rand(50)))
      end
    end

    def day(date)
      working = date.cwday < 6
      letters = A_DAY.flat_map do |name, (weekday, weekend)|
        Array.new(working ? weekday + @random.rand(-1..1) : weekend) { thread(pick(name), moment(date, 6 * 60 + 30, 19 * 60)) }.flatten
      end
      letters + routine(date)
    end

    # The monitor's readings, with an alarm in one of forty, and the ticket desk's hourly reports.
    def routine(date)
      climate = [0, 3, 5, *7..19, 22].map do |hour|
        alarm = date != TODAY && @random.rand(40).zero?
        automatic(alarm ? :alarm : :climate, ZONE.instant(date, hour * 60 + 4, @random.rand(60)))
      end
      tickets = (10..18).map { automatic(:tickets, ZONE.instant(date, _1 * 60 + 2, @random.rand(60))) }
      climate + ((date.cwday == 1) ? [] : tickets)
    end

    def automatic(kind, at) = single(draw(kind, @automatic.fetch(kind)), at, on_the_hour: true)

    def pick(name) = draw(name, @letters.fetch(name))

    # Every letter of a bag is drawn once before one is drawn again.
    def draw(name, letters)
      @bags[name] = letters.shuffle(random: @random) if @bags.fetch(name, []).empty?
      @bags[name].pop
    end

    def moment(date, from, to) = ZONE.instant(date, from + @random.rand(to - from), @random.rand(60))

    def single(letter, at, on_the_hour: false) = thread(letter, at, replies: false, on_the_hour: on_the_hour).first

    def thread(letter, at, replies: true, on_the_hour: false)
      words = Words.new(@random, ZONE.local(at))
      words.on_the_hour if on_the_hour
      subject = words.fill(letter.subject)
      sender = Cast[letter.from]
      id = next_id(at)
      items = [item(letter, sender, words, subject, at, id)]
      return items unless replies

      references = [Envelope.id_of(id, sender)]
      letter.replies.each do |reply|
        at = waking(at + reply.after_minutes * 60 + @random.rand(1800))
        items << answer(letter, reply, words, subject, at, references)
      end
      items.select { _1.at < opens }
    end

    def item(letter, sender, words, subject, at, id)
      desk = Cast::SHARED_DESK.include?(letter.from) || letter.to == "desk" || (letter.from == :iveta && @random.rand(3).zero?)
      account = (desk && letter.to != "both") ? Cast::DESK : Cast::WREN.email
      raw = Envelope.write(from: sender, to: recipients(letter, sender, account),
        cc: (letter.to == "both") ? [Cast::DESK, Cast[:joost].header] : [], at: ZONE.local(at),
        subject: subject, text: words.fill(letter.text), id: id, html: letter.html, attach: letter.attach, headers: letter.headers)
      Item.new(at: at, to: account, raw: raw)
    end

    def recipients(letter, sender, account)
      return [sender.email] if sender.manner == :list
      return ["staff@lists.lanternquay.example"] if %i[marta duarte].include?(letter.from) && letter.subject.match?(/lunch|tennis|ladder/i)

      [(account == Cast::DESK) ? "Exhibitions desk <#{account}>" : Cast::WREN.header]
    end

    def answer(letter, reply, words, subject, at, references)
      sender = Cast[reply.from]
      id = next_id(at)
      mine = reply.from == :wren
      first = Cast[letter.from]
      raw = Envelope.write(from: sender, to: [mine ? first.header : Cast::WREN.header], at: ZONE.local(at), subject: "Re: #{subject}",
        text: words.fill(reply.text), id: id,
        references: references.dup, manner: (first.manner == :list) ? :list : :person)
      references << Envelope.id_of(id, sender)
      Item.new(at: at, to: Cast::WREN.email, folder: mine ? "Sent" : nil, raw: raw)
    end

    # People answer between seven and eight in the evening.
    def waking(at)
      hour = ZONE.local(at).hour
      if (7..20).cover?(hour)
        at
      else
        at + ((hour < 7) ? 7 - hour : 31 - hour) * 3600
      end
    end

    def next_id(at) = "#{at.strftime("%Y%m%d%H%M%S")}.#{@number += 1}"
  end
end
