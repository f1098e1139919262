# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # Lists as tables, and views as files of mail.
      module Tables
        def self.registered(app)
          app.get("/api/tables/:list.csv") do |list|
            lines = Pages::Table.new(list, params, rulebook, now).lines
            content_type "text/csv; charset=utf-8"
            attachment "#{list}.csv"
            lines
          end
          app.get("/api/views/:id/mail.mbox") do |id|
            view = rulebook.views.find { _1.id == id.to_i } || halt_problem(404, "That view is not there any more.")
            content_type "application/mbox"
            attachment "#{view.name.gsub(/[^\p{L}\p{Nd} ._-]/, "_")[0, 80]}.mbox"
            Pages::ViewMail.new(view, rulebook, now).entries
          end
        end
      end
    end
  end
end
