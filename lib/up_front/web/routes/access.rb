# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Signing in and out, and who is signed in.
      module Access
        def self.registered(app)
          app.get("/api/sign-in") { json(needed: settings.reached.sign_in, signed_in: !session_here.nil? || !settings.reached.sign_in) }
          app.post("/api/sign-in") { sign_in(given) }
          app.delete("/api/sign-in") do
            session_here && Desk::SignIn.new(clock).out(session_here.id)
            headers "set-cookie" => Door.no_cookie, "clear-site-data" => "\"cache\", \"storage\""
            json(message: "Signed out.")
          end
          app.get("/api/sessions") { json(Pages::Access.new(rulebook, now, settings.reached, session_here).to_h) }
          app.delete("/api/sessions") { done Desk::SignIn.new(clock).others_out(session_here) }
          app.delete("/api/sessions/:id") { |id| done Desk::SignIn.new(clock).out(id.to_i) }
          app.put("/api/passphrase") { change_passphrase(given) }
          app.helpers Helpers
        end

        # What these routes share.
        module Helpers
          # @return [Store::Session, nil] that the request comes with
          def session_here = request.env[Door::SESSION]

          def address = request.env["REMOTE_ADDR"].to_s # the socket's, whatever a header says

          def sign_in(wanted)
            halt_problem 409, "Nobody has to sign in here." unless settings.reached.sign_in

            keep = wanted["keep"] == true
            token = Desk::SignIn.new(clock).call(wanted["passphrase"], address: address, program: request.user_agent, keep: keep)
            headers "set-cookie" => Door.cookie(token, keep: keep)
            json(message: "Signed in.")
          end

          # Whoever changes it has to know it, though they are signed in.
          def change_passphrase(wanted)
            if Desk::SetPassphrase.any?
              token = Desk::SignIn.new(clock).call(wanted["current"].to_s, address: address, wrong: 403)
              Store::Session.find_by(mark: Store::Session.mark(token))&.destroy!
            end
            done Desk::SetPassphrase.new(clock).call(wanted["passphrase"], keep: session_here)
          end
        end
        private_constant :Helpers
      end
    end
  end
end
