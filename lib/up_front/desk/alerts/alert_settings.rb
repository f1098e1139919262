# frozen_string_literal: true

module UpFront
  module Desk
    # How alerts may sound: the switches for sounds and for the desktop, the volume, hours without sounds, how soon an
    # unanswered call-out calls again; and how many messages the band Now shows.
    class AlertSettings < Act
      KEY = "alerts"
      DEFAULTS = {"sounds" => true, "desktop" => true, "volume" => 70, "quiet" => [], "again_minutes" => 5, "now_most" => 5}.freeze

      # @return [Hash] with the keys of {DEFAULTS}
      def self.now = DEFAULTS.merge(Store::Setting[KEY] || {})

      # @param at [Time] @param zone [Core::Zone] @return [String, nil] what takes the sound at that moment: "switch" or "quiet_hours"
      def self.hushed_by(at, zone)
        settings = now
        return "switch" unless settings["sounds"]

        "quiet_hours" if settings["quiet"].any? { Core::WeekSpan.read(_1, Core::Check.new).covers?(at, zone) }
      end

      # @param given [Hash] some of the keys @return [Done] @raise [Core::Refused]
      def call(given)
        settings = AlertSettings.now.merge(given.slice(*DEFAULTS.keys))
        check = Core::Check.new
        check.at("quiet").list(settings["quiet"]) { |span, at| Core::WeekSpan.read(span, at) }
        raise Core::Refused, check.faults if check.faults.any?

        transaction do
          Store::Setting[KEY] = settings
          event("alert_settings")
        end
        Done.new(message: "Kept.")
      end
    end
  end
end
