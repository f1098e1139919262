# frozen_string_literal: true

module UpFront
  module Web
    # The answer to a request that changed something says which events it left, so that the page that asked shows what it did
    # without waiting for the stream, and asks nothing anew twice: `up-front-events: 812-814 changed rules` are those after
    # 812 up to 814. Events that others left meanwhile may be among them. The answer to a question says how far it knows:
    # `up-front-as-of: 812` is of after the event 812, and may be of before 813.
    module ToldEvents
      HEADER = "up-front-events"
      AS_OF = "up-front-as-of"

      def self.registered(app)
        app.before("/api/*") do
          @last_event = Store::Event.maximum(:id).to_i
          headers AS_OF => @last_event.to_s if reads?
        end
        app.after("/api/*") { tell_events unless reads? }
        app.helpers Helpers
      end

      module Helpers
        private

        def reads? = request.get? || request.head?

        def tell_events
          return unless response.successful?

          news = Store::Event.where("id > ?", @last_event).order(:id).pluck(:id, :kind)
          headers HEADER => ["#{@last_event}-#{news.last[0]}", *news.map(&:last).uniq].join(" ") if news.any?
        end
      end
    end
  end
end
