# frozen_string_literal: true

module UpFront
  module Desk
    # By which server an account's mail goes out, with the signature under it; tried before it is kept, where that is wanted.
    class SaveMailServer < Act
      USUAL_PORTS = {"tls" => 465, "starttls" => 587, "none" => 25}.freeze # RFC 8314, section 3.3; RFC 6409

      # @param given [Hash] host, port, security, user, password (nil keeps the one that is there), ca_file, signature
      # @return [Done] @raise [Impossible, Core::Refused]
      def call(account_id, given)
        transaction do
          account = Store::Account.find_by(id: account_id) or raise Impossible.gone("account")
          server = read(account, given)
          server.save!
          event("sources")
          text = "Mail of “#{account.name}” goes out by #{server.host}."
          final_step(text, "Give another server under Mail out.")
          Done.new(message: text, result: server)
        end
      rescue Store::Seal::Broken => broken
        raise Impossible, broken.message
      end

      # @param server [Store::MailServer] @return [Post::Submission::Server] @raise [Store::Seal::Broken]
      def self.to_post(server)
        Post::Submission::Server.new(password: server.password, **%i[host port security user ca_file].to_h { [_1, server.public_send(_1)] })
      end

      # @return [Array<String>] what the server can do @raise [Impossible] with what failed and what to do
      def try(account_id, given)
        account = Store::Account.find_by(id: account_id) or raise Impossible.gone("account")
        Post::Submission.new(SaveMailServer.to_post(read(account, given))).open(&:capabilities)
      rescue Post::Submission::Failed => failed
        plain = failed.message.match?(/\A\d{3}/) ? Core::ServerWords.plain(failed.message) : ""
        raise Impossible, [failed.message.delete_suffix("."), plain.delete_suffix(".")].reject(&:empty?).join(". ") + "."
      rescue Store::Seal::Broken => broken
        raise Impossible, broken.message
      end

      # @param seconds [Integer] how long what is sent can be taken back @return [Done]
      def wait(seconds)
        transaction do
          Store::Setting[PutOut::SECONDS] = seconds.clamp(0, PutOut::MOST_SECONDS)
          event("sources")
          text = seconds.zero? ? "What you send goes at once." : "What you send waits #{Core::English.count(seconds,
            "second")} before it goes."
          final_step(text, "Set it anew under Mail out.")
          Done.new(message: text)
        end
      end

      private

      def read(account, given)
        access = GivenServer.read(given, ports: USUAL_PORTS)
        server = Store::MailServer.find_or_initialize_by(account_id: account.id)
        server.assign_attributes(user: GivenServer.text(given["user"]), signature: given["signature"].to_s, **access)
        server.password = given["password"] if given.key?("password") && !given["password"].nil?
        server
      end
    end
  end
end
