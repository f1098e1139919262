# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What goes out by itself: to whom rules may forward, the templates that they answer with, the brake, and the away notice.
      class ByRules
        MOST_HAD = 200

        def initialize(rulebook, now)
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          {forwarding: forwarding, templates: templates, brake: Desk::Brake.limits, stopped: stopped, away: away, had: had,
           fields: Core::Template::FIELDS.map { |name, says| {name: name, says: says} }}
        end

        # @return [Hash, nil] the notice that is on, for the line on every page
        def self.away(rulebook, now)
          notice = Desk::Away.current(now) or return
          {until: Core::TimeFormat.new(rulebook.zone, now).moment(Time.iso8601(notice["until"]))}
        end

        # @param given [Hash] a notice that is being written @return [String] who of the last days' mail would have had it
        def preview(given)
          people = Desk::Away.would_have_had(Desk::Away.read(given, @now), @rulebook, @now)
          days = Core::English.count(Desk::Away::PREVIEWED, "day")
          return "Nobody of the last #{days} would have had it." if people.empty?

          named = people.first(4).map(&:shown)
          more = people.size - named.size
          named << "#{Core::English.thousands(more)} more" if more.positive?
          "Of the last #{days} #{Core::English.count(people.size, "person", "people")} would have had it: " \
            "#{Core::English.join(named, "and")}."
        end

        private

        def forwarding
          proved = Store::ProvedAddress.all.index_by(&:address)
          @rulebook.document.fetch("forward_to", []).map do |address|
            row = proved[Core::Address.normalise(address)]
            {address: address, proved: !row&.proved_at.nil?,
             asked: (@time_format.moment(row.asked_at.to_time) if row && row.proved_at.nil?)}
          end
        end

        def templates
          users = @rulebook.rules.map { [_1.name, Core::References.of(_1.to_h)] }
          @rulebook.document.fetch("templates", []).map do |template|
            named = users.select { |_, names| names["templates"].any? { Core::Text.fold(_1) == Core::Text.fold(template["name"]) } }
            {name: template["name"], text: template["text"], rules: named.map(&:first)}
          end
        end

        def stopped = @rulebook.rules.select { Desk::StoppedRules.ids.include?(_1.id) }.map { {id: _1.id, name: _1.name} }

        def away
          kept = Desk::Away.kept or return
          local = ->(text) { @rulebook.zone.local(Time.iso8601(text)).strftime("%Y-%m-%dT%H:%M") }
          kept.slice("inside", "outside", "whom", "except", "days", "hold", "round").merge("from" => local[kept["from"]],
            "until" => local[kept["until"]], "running" => !Desk::Away.current(@now).nil?)
        end

        # Who had one, the newest first.
        def had
          Store::AutomaticAnswer.where(about: "away").order(id: :desc).limit(MOST_HAD)
            .map { {address: _1.address, at: @time_format.moment(_1.at.to_time)} }
        end
      end
    end
  end
end
