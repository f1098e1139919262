# frozen_string_literal: true

require "fileutils"

module Demo
  # Lays the scenario out in a folder: Maildirs with six weeks of mail, the day's script, the clock at
  # Tuesday 07:50, and a database that has taken it all in.
  class World
    RULEBOOK = File.join(__dir__, "rulebook.json")
    HOUSE_RULES = File.join(__dir__, "house-rules.json")
    FixedClock = Struct.new(:now)

    # Until then the day was open: mail came straight in but for the night and the weekend.
    PLANNED = Scenario::ZONE.instant(Date.new(2027, 2, 22), 7 * 60 + 40)
    NIGHT = %w[Night Weekend Early\ Monday].freeze
    FIRST_ROUNDS = %w[Morning Evening].freeze

    # What Wren had not yet got to on Monday evening stays on the Front.
    EVERY = 5
    MOST_LEFT = 6

    attr_reader :folder

    # @param folder [String] @yield [String] what is being done
    def initialize(folder, scenario: Scenario.new, &say)
      @folder = folder
      @scenario = scenario
      @say = say || proc {}
    end

    def mail = File.join(folder, "mail")
    def script = File.join(folder, "script")
    def house_rules = File.join(folder, "office", File.basename(HOUSE_RULES))
    def clock_file = File.join(folder, "clock.json")
    def database = File.join(folder, "up_front.sqlite3")
    def ready? = File.exist?(File.join(folder, "ready"))

    # Makes all of it anew.
    def build
      FileUtils.rm_rf(folder)
      FileUtils.mkdir_p(folder)
      UpFront::Post::Script.write(script, @scenario.today.map { {at: _1.at, to: _1.to, raw: _1.raw} })
      clock = UpFront::Clock::Adjustable.create(clock_file, shown: @scenario.opens, rate: 1.0)
      clock.set(rate: 0.0)
      take_in(clock)
      clock.set(shown: @scenario.opens, rate: 1.0)
      File.write(File.join(folder, "ready"), UpFront::VERSION)
    end

    # Mail goes out by the stand-in post office, at a port that may be another at every start.
    def send_by(port)
      UpFront::Store::Database.open(database)
      clock = UpFront::Clock::Adjustable.new(clock_file)
      UpFront::Store::Account.order(:id).each do |account|
        there = UpFront::Store::MailServer.find_by(account_id: account.id, host: "127.0.0.1")
        next there.update!(port: port) if there

        UpFront::Desk::SaveMailServer.new(clock).call(account.id, {"host" => "127.0.0.1", "port" => port, "security" => "none",
          "signature" => SIGNATURE})
      end
      UpFront::Store::Database.close
    end

    SIGNATURE = "Wren Adeyemi\nExhibitions, Lantern Quay Museum"
    private_constant :SIGNATURE

    private

    # @param span [Range<Time>] of the mail that is delivered
    def deliver(span)
      office = UpFront::Post::Office.new(mail)
      [Cast::WREN.email, Cast::DESK].each { office.box(_1) }
      @scenario.history.each_with_index do |item, number|
        next unless span.cover?(item.at)

        old = item.at < @scenario.opens - 2 * 86_400
        office.deliver(item.raw, to: item.to, at: item.at, zone: Scenario::ZONE, unique: "#{item.at.to_i}.#{number}.museum",
          folder: item.folder, flags: (old || item.folder) ? "S" : nil, sync: false)
      end
    end

    def take_in(clock)
      @say.call("Writing the museum's mail of the last weeks (#{@scenario.history.size} messages), and taking it in …")
      UpFront::Store::Database.open(database)
      began = [PLANNED, @scenario.history.first.at].max
      earlier(FixedClock.new(began))
      deliver(began..@scenario.opens)
      read(clock)
      clear_monday
      LivedWeeks.new(@scenario.opens).live
      live_through_alerts
      Habits.new(@scenario.opens).live
      FollowThrough.new(@scenario.opens).live
      UpFront::Desk::Announce.new(clock).call
      UpFront::Store::SearchIndex.catch_up
      UpFront::Store::Threads.catch_up
      UpFront::Store::Database.analyse
    end

    # The weeks before there were windows on the day, and the morning on which they were drawn.
    def earlier(clock)
      document = JSON.parse(File.read(RULEBOOK))
      plan = document["plan"].merge({"windows" => NIGHT, "rounds" => FIRST_ROUNDS}.to_h { |kind, names|
        [kind, document["plan"][kind].select { names.include?(_1["name"]) }]
      })
      UpFront::Desk::SetUp.new(clock).call(document["owner"], plan: plan, accounts: document["accounts"],
        rest: document.slice("contacts", "groups", "labels", "inks", "rules", "views", "routines"))
      deliver(Time.at(0)...clock.now)
      UpFront::Store::Account.order(:id).zip([Cast::WREN.email, Cast::DESK]).each do |account, address|
        UpFront::Desk::AddSource.new(clock).call(File.join(mail, address), account_id: account.id)
      end
      read(clock)
      UpFront::Store::State.where(cleared_at: nil).update_all(came: "history", cleared_at: clock.now, announced_at: clock.now)
      UpFront::Desk::SavePlan.new(clock).call(document["plan"])
      FileUtils.mkdir_p(File.dirname(house_rules))
      FileUtils.cp(HOUSE_RULES, house_rules)
      UpFront::Desk::FollowHouse.new(clock).call(house_rules)
    end

    def read(clock) = UpFront::Store::Source.order(:id).each { UpFront::Desk::ReadSource.new(clock, _1).call }

    # What alerted in these weeks did so at its time, and most of it was opened.
    def live_through_alerts
      random = Random.new(7)
      claims = UpFront::Store::Claim.where.not(alert: nil).where(surface_at: ..@scenario.opens).order(:surface_at)
        .pluck(:message_id, :surface_at)
      claims.each do |id, at|
        UpFront::Desk::RaiseAlerts.new(FixedClock.new(at.to_time)).call([UpFront::Store::State.find(id)])
      end
      UpFront::Store::Alert.find_each { |alert| live_through(alert, random) }
    end

    OPENED = 0.8
    LATER = [40, 90, 150, 240, 600, 1_500, 4_000].freeze # seconds after which one was opened

    def live_through(alert, random)
      opened = (alert.at + LATER.sample(random: random) if random.rand < OPENED)
      alert.update!(sounded_at: alert.at, seen_at: alert.at + 5, opened_at: opened && [opened, @scenario.opens].min, answered_at: alert.at +
        30)
    end

    def clear_monday
      evening = FixedClock.new(Scenario::ZONE.instant(Scenario::TODAY - 1, 17 * 60 + 40))
      surfaced = UpFront::Store::State.surfaced(evening.now).pluck(:message_id)
      people = UpFront::Store::Message.where(id: surfaced, kind: "person").order(arrived_at: :desc).pluck(:id)
      left = people.each_slice(EVERY).map(&:first).first(MOST_LEFT)
      unread = UpFront::Store::Message.where(id: surfaced, sender_key: LivedWeeks::NEVER).ids
      UpFront::Desk::MarkRead.new(evening).call(surfaced - unread)
      UpFront::Desk::Clear.new(evening).call(surfaced - left)
      UpFront::Store::UndoStep.delete_all
    end
  end
end
