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
          app.get("/api/sources") { json(Pages::Sources.new(rulebook, now).to_h) }
          app.post("/api/sources") do
            wanted = given
            done Desk::AddSource.new(clock).call(wanted["path"], account_id: wanted["account_id"])
          end
          app.delete("/api/sources/:id") { |id| done Desk::RemoveSource.new(clock).call(id.to_i, mail_goes: params["mail"] == "goes") }
          servers(app)
          app.post("/api/imports") { import }

          app.helpers Helpers
        end

        # Mailboxes on servers.
        def self.servers(app)
          app.post("/api/servers/try") do
            wanted = given
            json(Pages::Sources.found(Desk::ConnectMailbox.new(clock).try(wanted, source_id: wanted["source"])))
          end
          app.post("/api/servers/usual") do
            server = Desk::ConnectMailbox.new(clock).usual(given["address"])
            words = server ? "#{server[:host]} answers." : "None of the usual names answers. Your provider tells the right one."
            json(message: words, server: server)
          end
          app.post("/api/servers") { done Desk::ConnectMailbox.new(clock).connect(given) }
          app.put("/api/sources/:id/server") { |id| done Desk::ConnectMailbox.new(clock).change(id.to_i, given) }
          app.post("/api/sources/:id/retry") { |id| done Desk::ConnectMailbox.new(clock).retry(id.to_i) }
          app.get("/api/sources/:id/only") { |id| json(messages: Desk::RemoveSource.only_from(id.to_i).count) }
        end
        private_class_method :servers

        # What these routes share.
        module Helpers
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
