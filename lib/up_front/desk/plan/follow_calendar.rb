# frozen_string_literal: true

module UpFront
  module Desk
    # Holds mail during the meetings of a calendar's file on this machine, and reads it anew when it changes; heads-down may go with them.
    class FollowCalendar < ChangeRulebook
      KEY = "followed_calendar"
      # Over which meetings the person is heads-down: none, those that say busy, or all of the file, which then hold mail too.
      HEADS_DOWN = %w[none busy all].freeze
      LONGEST = 86_400 # seconds of a meeting with heads-down: what lasts longer is none in which one sits

      # @return [Hash, nil] path, heads_down, and problem where it could not be read of late
      def self.followed = Store::Setting[KEY]

      # @param path [String, nil] nil to follow none @param heads_down [String] of HEADS_DOWN @return [Done] @raise [Impossible]
      def call(path, heads_down: "none")
        return stop unless path

        path = File.expand_path(path.strip)
        busy = meetings(path, heads_down)
        transaction do
          Store::Setting[KEY] = {"path" => path, "heads_down" => heads_down, "mtime" => File.mtime(path).to_f, "problem" => nil}
          quiet = busy.count { _1["heads_down"] }
          put(busy, "Mail is held during #{Core::English.count(busy.size, "meeting")} of #{File.basename(path)}" \
            "#{", and you are heads-down in #{(quiet == busy.size) ? "them" : Core::English.among(quiet, "them")}" if quiet.positive?}.")
        end
      end

      # @return [Hash] the rulebook as it would be @raise [Impossible]
      def document(path, heads_down: "none") = with(path ? meetings(File.expand_path(path.strip), heads_down) : [])

      # Looks whether the file has changed, and reads it if so. What cannot be read leaves the meetings as they were, and is said.
      def refresh
        followed = FollowCalendar.followed or return
        mtime = File.mtime(followed["path"]).to_f
        return if mtime == followed["mtime"]

        busy = read(followed["path"], followed["heads_down"])
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

      def meetings(path, heads_down)
        OwnFile.refuse!(path, pointer: "/path")
        raise Impossible.new("There is no file #{path}, or it may not be read.", pointer: "/path") unless File.file?(path) &&
          File.readable?(path)

        read(path, heads_down)
      rescue Post::CalendarFile::NoCalendar, Post::RegularFile::Other => no_calendar
        raise Impossible.new(no_calendar.message, pointer: "/path")
      rescue SystemCallError
        raise Impossible.new("#{path} cannot be read.", pointer: "/path")
      end

      def read(path, heads_down)
        zone = Store::CurrentRulebook.rulebook.zone
        today = zone.date(now)
        found = Post::CalendarFile.found(Post::RegularFile.read(path, Post::CalendarFile::MAX_BYTES + 1, links: true), zone,
          from: today, until: today + Core::Plan::HORIZON_DAYS)
        case heads_down
        when "busy" then found.busy.map { quiet(_1) }
        when "all" then (found.busy + found.free).map { quiet(_1) }.sort_by { Time.iso8601(_1["from"]) }
        else found.busy
        end
      end

      def quiet(meeting)
        short = Time.iso8601(meeting["to"]) - Time.iso8601(meeting["from"]) <= LONGEST
        short ? meeting.merge("heads_down" => true) : meeting
      end

      def with(busy)
        document = Store::CurrentRulebook.document
        document.merge("plan" => document.fetch("plan", {}).merge("busy" => busy))
      end

      def put(busy, text)
        head = trail(Store::CurrentRulebook.put(with(busy)))
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
