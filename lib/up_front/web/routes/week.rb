# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The plan: read, tried while it is drawn, put in force.
      module Week
        def self.registered(app)
          app.get("/api/week") { json(Pages::Week.new(rulebook, now).to_h) }
          app.post("/api/week/trial") do
            wanted = given
            json(Pages::Week.new(rulebook, now).try(wanted["plan"], renamed: wanted["renamed"] || []))
          end
          app.put("/api/week") do
            wanted = given
            rulebook
            done Desk::SavePlan.new(clock).call(wanted["plan"], renamed: wanted["renamed"] || [], revision: wanted["revision"])
          end
          app.post("/api/calendars") do
            file = Post::CalendarFile.new(request.body.read(Post::CalendarFile::MAX_BYTES + 1).to_s, rulebook.zone)
            today = rulebook.zone.date(now)
            json(file.read(from: today, until: today + Core::Plan::HORIZON_DAYS).to_h)
          end
        end
      end
    end
  end
end
