# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Whom the person knows.
      module Contacts
        def self.registered(app)
          app.get("/api/contacts") { json(Pages::Contacts.new(rulebook, now).to_h) }
          app.post("/api/contacts") { done Desk::ChangeContacts.new(clock).save(nil, given) }
          app.put("/api/contacts") { given.then { |wanted| done Desk::ChangeContacts.new(clock).save(wanted["was"], wanted.except("was")) } }
          app.post("/api/contacts/remove") { done Desk::ChangeContacts.new(clock).remove(given["keys"]) }
          app.post("/api/contacts/merge") { done Desk::ChangeContacts.new(clock).merge(given["keys"]) }
          app.post("/api/contacts/gather") do
            done Desk::ChangeContacts.new(clock).add(given["people"].map { {"name" => _1["name"], "addresses" => [_1["address"]]} })
          end
          app.get("/api/contacts.vcf") do
            headers "content-disposition" => "attachment; filename=\"contacts.vcf\""
            content_type "text/vcard; charset=utf-8"
            Pages::Contacts.new(rulebook, now).cards(params["key"] && [params["key"]])
          end
          app.post("/api/contacts.vcf") { done Desk::ChangeContacts.new(clock).bring_in(request.body.read(Post::ContactCards::MAX_BYTES + 1).to_s) }
        end
      end
    end
  end
end
