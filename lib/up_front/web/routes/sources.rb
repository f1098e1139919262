# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # The first run, where mail comes from, and files that a person brings.
      module Sources
        def self.registered(app)
          app.get("/api/zones") { json(zones: TZInfo::Timezone.all_identifiers) }
          app.post("/api/setup") do
            wanted = given
            done Desk::SetUp.new(clock).call(Desk::GivenPeople.owner(wanted), plan: (wanted["batch"] == false) ? {} : Desk::SetUp::PLAN,
              rest: {"views" => Desk::SetUp::VIEWS})
          end
          app.get("/api/about") { json(Pages::About.new(rulebook, now).to_h) }
          app.put("/api/about") { done Desk::SaveAbout.new(clock).call(given) }
          app.post("/api/about/preview") { json(Pages::About.new(rulebook, now).change(given)) }
          app.post("/api/people/read") { json(Pages::People.new(given, rulebook).to_h) }
          app.get("/api/sources") do
            counts = Store::SeenFile.group(:source_id).count
            time_format = Core::TimeFormat.new(rulebook.zone, now)
            rows = Store::Source.includes(:account).order(:id).map { source_row(_1, counts.fetch(_1.id, 0), time_format) }
            imports = Store::Import.order(at: :desc).limit(20).map { {name: _1.name, at: time_format.moment(_1.at)} }
            json(lead: sources_lead(rows.size), sources: rows, imports: imports, messages: Store::Message.count)
          end
          app.post("/api/sources") do
            wanted = given
            done Desk::AddSource.new(clock).call(wanted["path"], account_id: wanted["account_id"])
          end
          app.delete("/api/sources/:id") { |id| done Desk::RemoveSource.new(clock).call(id.to_i) }
          app.post("/api/imports") { import }

          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          def sources_lead(count)
            return "No folder is read yet." if count.zero?

            "#{Core::English.sentence(Core::English.count(count, "folder is", "folders are"))} read as mail comes in."
          end

          def source_row(source, messages, time_format)
            {id: source.id, path: source.path, account: source.account.name, problem: source.problem,
             since: source.problem_since && time_format.moment(source.problem_since), messages: messages}
          end

          def import
            account = params["account_id"] ? Store::Account.find_by(id: params["account_id"]) : Store::Account.first
            halt_problem 422, "There is no such account.", errors: [{pointer: "/account_id", expected: "an account"}] unless account
            Tempfile.create("up-front-import", binmode: true) do |file|
              IO.copy_stream(request.body, file)
              file.close
              mail = Post::MailFile.new(file.path, shown: params["name"])
              report = Desk::ImportFile.new(clock).call(mail, account: account, as_new: flag?("as_new"), name: params["name"])
              json(message: "#{params["name"]}: #{report}.", taken: report.taken, arrived: report.arrived, doubles: report.doubles)
            end
          end
        end
      end
    end
  end
end
