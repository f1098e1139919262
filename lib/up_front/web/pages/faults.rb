# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What keeps mail from coming in, or anything else from going on: in the bar of every screen.
      class Faults
        LABELS = {"/mail-in" => "Mail in", "/rules/house" => "House rules"}.freeze # of where something can be done about it

        # @param running [Service::Faults, nil] of the server
        def initialize(running, rulebook, now)
          @running = running
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @return [Array<Hash>] what fails, since when, and where the person can do something about it; the oldest first
        def to_a
          (of_sources + of_houses + of_the_server).sort_by(&:first).map do |since, words, path|
            {words: words, since: @time_format.moment(since), path: path, label: LABELS[path]}
          end
        end

        private

        def of_sources
          Store::Source.where.not(problem: nil).map { [_1.problem_since || _1.created_at, _1.problem, "/mail-in"] } + of_folders
        end

        # Folders of mailboxes on servers whose mail would arrive.
        def of_folders
          Store::ImapFolder.where(role: "front").where.not(problem: nil).includes(:source).map do |folder|
            [folder.problem_since, "#{folder.source.path}: #{folder.problem}", "/mail-in"]
          end
        end

        def of_houses
          Desk::HousePlaces.all.filter_map do |place, stand|
            if stand["problem"]
              [Time.iso8601(stand["problem_since"]), "The house rules of #{place} cannot be read anew; the last edition holds. " \
                "#{stand["problem"]}", "/rules/house"]
            end
          end
        end

        def of_the_server = (@running&.list || []).map { [_1.since, _1.words, nil] }
      end
    end
  end
end
