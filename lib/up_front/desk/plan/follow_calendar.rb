# frozen_string_literal: true

module UpFront
  module Desk
    # Holds mail during the meetings of a calendar's file on this machine, and reads it anew when it changes.
    class FollowCalendar < ChangeRulebook
      KEY = "followed_calendar"

      # @return [Hash, nil] path, and problem where it could not be read of late
      def self.followed = Store::Setting[KEY]

      # @param path [String, nil] nil to follow none @return [Done] @raise [Impossible]
      def call(path)
        return stop unless path

        path = File.expand_path(path.strip)
        raise Impossible.new("There is no file #{path}, or it may not be read.", pointer: "/path") unless File.file?(path) &&
          File.readable?(path)

        busy = read(path)
        transaction do
          Store::Setting[KEY] = {"path" => path, "mtime" => File.mtime(path).to_f, "problem" => nil}
          put(busy, "Mail is held during #{Core::English.count(busy.size, "meeting")} of #{File.basename(path)}.")
        end
      rescue Post::CalendarFile::NoCalendar, Post::RegularFile::Other => no_calendar
        raise Impossible.new(no_calendar.message, pointer: "/path")
      rescue SystemCallError
        raise Impossible.new("#{path} cannot be read.", pointer: "/path")
      end

      # Looks whether the file has changed, and reads it if so. What cannot be read leaves the meetings as they were, and is said.
      def refresh
        followed = FollowCalendar.followed or return
        mtime = File.mtime(followed["path"]).to_f
        return if mtime == followed["mtime"]

        busy = read(followed["path"])
        transaction do
          Store::Setting[KEY] = followed.merge("mtime" => mtime, "problem" => nil)
          put(busy, "Read #{File.basename(followed["path"])} anew: #{Core::English.count(busy.size, "meeting")}.")
        end
      rescue SystemCallError, Post::CalendarFile::NoCalendar, Post::RegularFile::Other => error
        tell(followed, mtime, error)
      end

      private

      def stop
        transaction do
          Store::Setting.where(key: KEY).delete_all
          put([], "No calendar is followed any more.")
        end
      end

      def read(path)
        zone = Store::CurrentRulebook.rulebook.zone
        today = zone.date(now)
        Post::CalendarFile.found(Post::RegularFile.read(path, Post::CalendarFile::MAX_BYTES + 1, links: true), zone,
          from: today, until: today + Core::Plan::HORIZON_DAYS).busy
      end

      def put(busy, text)
        document = Store::CurrentRulebook.document
        head = trail(Store::CurrentRulebook.put(document.merge("plan" => document.fetch("plan", {}).merge("busy" => busy))))
        rules_changed(text, {"Rulebook" => [head]})
      end

      def tell(followed, mtime, error)
        return if followed["problem"]

        transaction do
          Store::Setting[KEY] = followed.merge("problem" => error.message[0, 200], "mtime" => mtime || followed["mtime"])
          event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        end
      end
    end
  end
end
