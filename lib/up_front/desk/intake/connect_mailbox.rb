# frozen_string_literal: true

module UpFront
  module Desk
    # A mailbox on a server (IMAP): tried, connected, and how it is read from then on. The server is only ever looked at, unless the person
    # wants their marks there.
    class ConnectMailbox < Act
      USUAL_PORTS = {"tls" => 993, "starttls" => 143, "none" => 143}.freeze # RFC 8314, section 3.2; RFC 3501
      MOST_DAYS = 36_500
      TRY_SECONDS = 20

      # What was found. @!attribute greeting [String] @!attribute capabilities [Array<String>]
      # @!attribute folders [Array<Post::ImapLine::Folder>]
      Found = Struct.new(:greeting, :capabilities, :folders, keyword_init: true)

      # @param server [Store::ImapServer] @return [Post::ImapLine::Server] @raise [Store::Seal::Broken]
      def self.to_post(server)
        Post::ImapLine::Server.new(password: server.password,
          **%i[host port security user ca_file fingerprint].to_h { [_1, server.public_send(_1)] })
      end

      # Looks at what is there, and keeps nothing. A certificate that is not trusted is told by its fingerprint, as what was found.
      # @param given [Hash] host, port, security, user, password, ca_file, fingerprint
      # @param source_id [Integer, nil] of one that is read already, whose password holds where none is given
      # @return [Found] @raise [Impossible, Core::Refused]
      def try(given, source_id: nil)
        server = source_id ? of(source_id) : Store::ImapServer.new
        server.readonly! # it is looked at, and not kept
        assign(server, given)
        look(server)
      end

      # The usual names for the servers of an address's domain, the first that answers as one. @param address [String]
      # @param names [Array<String>] tried in this order @param ports [Hash{String=>Integer}] by security
      # @return [Hash, nil] host, port and security of it; no name is told to any
      def usual(address, names: nil, ports: USUAL_PORTS.except("none"))
        domain = Core::Address.new(address).domain or raise Impossible.new("Give the whole address, with what stands after the @.",
          pointer: "/address")
        (names || [*%w[imap mail].map { "#{_1}.#{domain}" }, domain]).product(ports.to_a).each do |host, (security, port)|
          return {host: host, port: port, security: security} if greets?(host, port, security)
        end
        nil
      end

      # @param given [Hash] as for {#try}, with account_id, days (nil for all), write_back, and folders: a role by the folder's name
      # @return [Done] with the source as result @raise [Impossible, Core::Refused]
      def connect(given)
        account = given["account_id"] ? Store::Account.find_by(id: given["account_id"]) : Store::Account.first
        raise Impossible.new("There is no such account.", pointer: "/account_id") unless account

        server = Store::ImapServer.new(days: given["days"], write_back: given["write_back"] == true)
        assign(server, given)
        path = free_path(server)
        found = look(server)
        transaction do
          source = Store::Source.create!(kind: "imap", path: path, account: account, created_at: now)
          server.update!(source: source)
          found.folders.each { |folder| add(source, folder, given.dig("folders", folder.name)) }
          text = "Mail of #{path} is taken in from now on. Nothing there is changed#{", but for your marks" if server.write_back}."
          keep(text)
          Done.new(message: text, result: source)
        end
      rescue Store::Seal::Broken => broken
        raise Impossible, broken.message
      end

      # Changes how it is read. @param given [Hash] what is to be otherwise of it; `paused` too @return [Done]
      # @raise [Impossible, Core::Refused]
      def change(source_id, given)
        server = of(source_id)
        if given.keys.intersect?(%w[host port security user password ca_file fingerprint])
          assign(server, {**%w[host port security user ca_file fingerprint].to_h { [_1, server[_1]] }, **given})
          look(server)
          server.refused_at = nil
        end
        transaction do
          server.assign_attributes(given.slice("days", "write_back", "paused"))
          read_anew(server) if server.days_changed?
          text = said(server, given)
          server.source.update!(path: free_path(server))
          server.turn += 1
          server.save!
          roles(server.source, given["folders"] || {})
          forget_marks(server) unless server.write_back
          keep(text)
          Done.new(message: text, result: server.source)
        end
      end

      # It is tried again now, the password that was refused too. @return [Done]
      def retry(source_id)
        transaction do
          server = of(source_id)
          server.update!(refused_at: nil, turn: server.turn + 1)
          event("sources")
          Done.new(message: "#{server.source.path} is tried again.")
        end
      end

      private

      # What it is called; two of one name would be one mailbox.
      def free_path(server)
        path = "#{server.user} at #{server.host}"
        return path unless Store::Source.where(kind: "imap", path: path).where.not(id: server.source_id).exists?

        raise Impossible.new("#{path} is read already.", pointer: "/user", status: 409)
      end

      def of(source_id) = Store::ImapServer.find_by(source_id: source_id, leaving_at: nil) || raise(Impossible.gone("mailbox"))

      def assign(server, given)
        access = GivenServer.read(given, ports: USUAL_PORTS)
        user = GivenServer.text(given["user"]) or raise Impossible.new("Give the name by which you sign in there.", pointer: "/user")
        server.assign_attributes(user: user, fingerprint: GivenServer.text(given["fingerprint"]), **access)
        server.password = given["password"] unless given["password"].nil?
        raise Impossible.new("Give the password.", pointer: "/password") if server.sealed.nil?
      rescue Store::Seal::Broken => broken
        raise Impossible, broken.message
      end

      # @return [Found]
      def look(server)
        line = Post::ImapLine.new(ConnectMailbox.to_post(server), answer_seconds: TRY_SECONDS)
        line.connect.sign_in
        Found.new(greeting: line.greeting, capabilities: line.capabilities.sort, folders: line.folders(count: true))
      rescue Post::ImapLine::Failed => failed
        raise Impossible.new(failed.message, **(failed.fingerprint ? {pointer: "/fingerprint", found: failed.fingerprint} : {}))
      rescue Store::Seal::Broken => broken
        raise Impossible, broken.message
      ensure
        line&.close
      end

      USUAL_SECONDS = 4

      def greets?(host, port, security)
        line = Post::ImapLine.new(Post::ImapLine::Server.new(host: host, port: port, security: security), open_seconds: USUAL_SECONDS)
        line.connect
        true
      rescue Post::ImapLine::Failed => failed
        failed.kind == :certificate # it is told once it is tried
      ensure
        line&.close
      end

      def add(source, folder, role)
        role ||= Core::MailboxFolder.new(folder.shown, folder.use).proposed
        Store::ImapFolder.create!(source: source, name: folder.name, shown: folder.shown, use: folder.use, role: role, followed_at: now)
      end

      # What was not read from now on arrives from now on.
      def roles(source, wanted)
        Store::ImapFolder.where(source_id: source.id, name: wanted.keys).each do |folder|
          role = wanted[folder.name]
          next if role == folder.role

          folder.followed_at = now if role == "front" || folder.role == "out"
          folder.update!(role: role, problem: nil, problem_since: nil)
        end
      end

      def read_anew(server) = Store::ImapFolder.where(source_id: server.source_id).update_all(read_through: false)

      def forget_marks(server)
        Store::ImapMark.where(letter_id: Store::ImapLetter.joins(:folder).where(imap_folders: {source_id: server.source_id}).select(:id))
          .delete_all
      end

      def said(server, given)
        path = "#{server.user} at #{server.host}"
        return "#{path} is not read for now. What is here stays." if given["paused"]
        return "#{path} is read again." if given.key?("paused")
        return "What you read and flag of #{path} is marked there too, and nothing else." if given["write_back"]
        return "Nothing of #{path} is marked there any more." if given.key?("write_back")

        "How #{path} is read was changed."
      end

      def keep(text)
        event("sources")
        final_step(text, "Change it under Mail in.")
      end
    end
  end
end
