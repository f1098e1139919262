# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Where mail comes from: folders on this machine, mailboxes on servers, and files that were brought in.
      class Sources
        IMPORTS = 20
        LONG_DAYS = 14 # since the last backup

        # What a mailbox on a server was found to be. @param found [Desk::ConnectMailbox::Found] @return [Hash]
        def self.found(found)
          folders = found.folders.map do |folder|
            {name: folder.name, shown: folder.shown, use: folder.use, letters: folder.letters,
             role: Core::MailboxFolder.new(folder.shown, folder.use).proposed}
          end
          {greeting: found.greeting, capabilities: found.capabilities, folders: folders}
        end

        def initialize(rulebook, now)
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          rows = Store::Source.includes(:account).order(:id).to_a
          imports = Store::Import.order(at: :desc).limit(IMPORTS).map { {name: _1.name, at: @time_format.moment(_1.at)} }
          {lead: lead(rows), sources: rows.map { row(_1) }, imports: imports, messages: Store::Message.count, backup: backup}
        end

        private

        MAKE = "“bin/upfront backup FILE” makes one while Up Front runs; “bin/upfront pack FOLDER” writes all of it in open formats."

        # When a copy of everything was made last. @return [Hash] late: it is long ago, or there is none though there is mail
        def backup
          kept = Store::Setting[Store::Backup::KEPT]
          return {words: "No backup has been made yet. #{MAKE}", late: Store::Message.exists?} unless kept

          at = Time.iso8601(kept["at"])
          days = ((@now - at) / 86_400).floor
          said = "The last backup was made #{@time_format.dated(at)}: #{kept["path"]}."
          return {words: said, late: false} if days < LONG_DAYS

          {words: "#{said} That is #{days} days ago: make another. #{MAKE}", late: true}
        end

        def lead(rows)
          return "No folder and no mailbox is read yet." if rows.empty?

          mailboxes, folders = rows.partition { _1.kind == "imap" }.map(&:size)
          named = [(Core::English.count(folders, "folder") if folders.positive?),
            (Core::English.count(mailboxes, "mailbox", "mailboxes") if
            mailboxes.positive?)].compact
          "#{Core::English.sentence(Core::English.join(named, "and"))} #{(rows.size == 1) ? "is" : "are"} read as mail comes in."
        end

        def row(source)
          server = servers[source.id]
          {id: source.id, path: source.path, account: source.account.name, problem: source.problem,
           since: source.problem_since && @time_format.moment(source.problem_since),
           messages: server ? letters(source) : seen.fetch(source.id, 0), server: server && of(server)}
        end

        def servers = @servers ||= Store::ImapServer.all.index_by(&:source_id)
        def seen = @seen ||= Store::SeenFile.group(:source_id).count

        def letters(source)
          Store::ImapLetter.joins(:folder).where(imap_folders: {source_id: source.id}).where.not(message_id: nil).distinct
            .count(:message_id)
        end

        def of(server)
          folders = Store::ImapFolder.where(source_id: server.source_id).order(:id).to_a
          {**%i[host port security user ca_file fingerprint days write_back paused].to_h { [_1, server[_1]] },
            asks: !server.refused_at.nil?, leaving: !server.leaving_at.nil?, line: line(server), reading: reading(server, folders),
            folders: folders.map { folder(_1) }}
        end

        def line(server)
          return "Its mail is being removed from here." if server.leaving_at
          return "It is not read for now: you paused it." if server.paused
          return "It waits for you: the server refused the name or the password." if server.refused_at
          return "The line to it stands since #{@time_format.moment(server.online_since)}." if server.online_since

          "There is no line to it at the moment."
        end

        # How far it is with what lay there before, or nil once that is read.
        def reading(server, folders)
          going = folders.select { _1.role != "out" && _1.gone_at.nil? && _1.letters_left.positive? }
          return if going.empty? || server.leaving_at

          now = going.min_by { [_1.front? ? 0 : 1, _1.id] }
          left, read = [going.sum(&:letters_left), going.sum { here.fetch(_1.id, 0) }]
          {words: [letters_of(now), *bytes_of(going), *time_left(server, left)].join(", ") + ".", done: read.fdiv(read + left).round(3)}
        end

        def letters_of(folder)
          read = here.fetch(folder.id, 0)
          "“#{folder.shown}”: #{Core::English.thousands(read)} of #{Core::English.thousands(read + folder.letters_left)} letters"
        end

        # Letters that lie in each folder, and are known.
        def here = @here ||= Store::ImapLetter.here.group(:folder_id).count

        def bytes_of(going)
          read, left = going.sum(&:bytes_read), going.sum(&:bytes_left)
          left.positive? ? ["#{Files.size(read)} of about #{Files.size(read + left)}"] : []
        end

        def time_left(server, left)
          return ["paused"] if server.paused
          return [] unless server.pace.to_f.positive?

          ["about #{Core::TimeFormat.lasting([(left / server.pace / 60).ceil, 1].max)} left"]
        end

        def folder(folder)
          {name: folder.name, shown: folder.shown, use: folder.use, role: folder.role, letters: here.fetch(folder.id, 0),
           gone: !folder.gone_at.nil?, problem: folder.problem}
        end
      end
    end
  end
end
