# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Alerts: what sounds, the journal, how loud the rules are; sounds of the person's own; inks.
      module Alerts
        SOUND_NAME = 100

        def self.registered(app)
          app.post("/api/alerts/take") do
            taken = Desk::TakeAlerts.new(clock).call
            late, fresh = taken.tasks.partition { _1.told_at < now - Desk::TakeAlerts::MISSED_SECONDS }
            json(fresh: alerts(taken.fresh) + tasks_as_alerts(fresh), missed: alerts(taken.missed) + tasks_as_alerts(late),
              settings: Desk::AlertSettings.now)
          end
          app.get("/api/alerts/showing") do
            calling = alerts(Store::Alert.showing(now).order(:called_at).to_a)
            json(calling: calling + tasks_as_alerts(Store::Task.calling(now).order(:told_at)), settings: Desk::AlertSettings.now)
          end
          app.get("/api/alerts") { json(Pages::Alerts.new(rulebook, now).journal(before: params["before"]&.to_i)) }
          app.get("/api/alerts/loudness") { json(Pages::Alerts.new(rulebook, now).loudness) }
          app.put("/api/alerts/settings") do
            done Desk::AlertSettings.new(clock).call(given)
          end
          app.post("/api/alerts/seen") { done Desk::AnswerAlert.new(clock).seen(given["alerts"]) }
          app.post("/api/alerts/opened") { done Desk::AnswerAlert.new(clock).opened(given["messages"]) }
          app.post("/api/alerts/:id/answer") { |id| done Desk::AnswerAlert.new(clock).call(id.to_i, given["answer"]) }
          app.post("/api/rules/:id/quieter") { |id| done Desk::Quieten.new(clock).call(id.to_i) }

          app.get("/api/sounds") do
            own = Store::Sound.order(:name).pluck(:id, :name, :type).map do |id, name, type|
              {id: id, name: name, type: type, path: "/api/sounds/#{id}"}
            end
            json(own: own, shipped: Core::AlertEffect::SOUNDS.map { {name: _1, path: Pages::Alert.sound("chime", _1)} })
          end
          app.post("/api/sounds") do
            done Desk::KeepSound.new(clock).call(params["name"].to_s[0, SOUND_NAME], request.body.read(Post::SoundFile::MAX_BYTES + 1).to_s)
          end
          app.get("/api/sounds/:id") do |id|
            sound = Store::Sound.find_by(id: id.to_i) || halt_problem(404, "That sound is not there.")
            headers "content-disposition" => "attachment", "content-security-policy" => "default-src 'none'; sandbox"
            content_type sound.type
            sound.bytes
          end
          app.delete("/api/sounds/:id") { |id| done Desk::KeepSound.new(clock).delete(id.to_i) }

          app.get("/api/inks") { json(Pages::Inks.new(rulebook, now).to_h) }
          app.post("/api/inks/dry-run") { json(Pages::Inks.new(rulebook, now).try(given)) }
          app.get("/api/inks/wearing") { json(Pages::Inks.new(rulebook, now).wearing(params["name"])) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def tasks_as_alerts(tasks) = tasks.map { Pages::TaskAlert.of(_1, rulebook.zone, now) }
          def alerts(rows) = Pages::Alert.of(rows, Core::TimeFormat.new(rulebook.zone, now)).map(&:to_h)
        end
      end
    end
  end
end
