# frozen_string_literal: true

module UpFront
  module Desk
    # What is being written: begun of a message or of nothing, kept as it is typed, dropped; and the files that go with it.
    class ChangeDraft < Act
      KINDS = ["new", *Core::Answer::KINDS, "nudge"].freeze
      FIELDS = %w[from to cc bcc subject text].freeze
      SHOWN = %w[to subject].freeze # in the list
      MOST_FILES = 40
      MOST_BYTES = 18 * 1024 * 1024 # of files: in the letter they take a third more

      # @param kind [String] of {KINDS} @param id [Integer, nil] of the message that is answered or handed on
      # @param account_id [Integer, nil] the first where nil, and where no message says which
      # @return [Done] with the draft as result @raise [Impossible]
      def begin(kind, id: nil, account_id: nil)
        message = id && (Store::Message.find_by(id: id) || raise(Impossible.gone("message")))
        raise Impossible.new("Say which message.", pointer: "/message") unless message || kind == "new"

        files = (kind == "forward") ? Post::Apart.call(:attachments, message.raw.to_s) : []
        transaction do
          account = message&.account || (account_id ? Store::Account.find_by(id: account_id) : Store::Account.order(:id).first)
          raise Impossible.gone("account") unless account

          draft = Store::Draft.create!(account: account, message: message, kind: kind, body: body(kind, message, account),
            created_at: now, updated_at: now)
          hand_on(files, draft)
          event("outbox")
          Done.new(message: "Begun.", result: draft)
        end
      end

      # @param body [Hash] of {FIELDS} @param version [Integer] as it was when read @return [Done] with the draft @raise [Impossible]
      def keep(id, body, version)
        transaction do
          draft = standing(id)
          if version != draft.version
            raise Impossible.new("This is being written in another page too, and stands otherwise there. Load it anew to go on here.",
              status: 409)
          end

          shown = draft.body.values_at(*SHOWN)
          draft.update!(account: ChangeDraft.account(body["from"]) || draft.account, body: draft.body.merge(body.slice(*FIELDS)),
            version: draft.version + 1, updated_at: now)
          event("outbox") if draft.body.values_at(*SHOWN) != shown
          Done.new(message: "Kept.", result: draft)
        end
      end

      # By when an answer is expected, once it has gone. @param due_at [Time, nil] @return [Done] with the draft @raise [Impossible]
      def expect(id, due_at)
        transaction do
          draft = standing(id)
          draft.update!(body: draft.body.merge("expect" => due_at&.iso8601))
          Done.new(message: "Kept.", result: draft)
        end
      end

      # @return [Done] @raise [Impossible]
      def drop(id)
        transaction do
          draft = standing(id)
          draft.update!(dropped_at: now)
          event("outbox")
          text = "Dropped “#{ChangeDraft.title(draft)}”."
          Done.new(message: text, undo_id: undo_step(text, "Draft" => [trail(draft)]))
        end
      end

      # @param content [String] bytes @return [Done] with the file as result @raise [Impossible]
      def add_file(id, name, type, content)
        transaction do
          draft = standing(id)
          there = draft.files.listed.to_a
          raise Impossible, "There are #{MOST_FILES} files already." if there.size >= MOST_FILES
          if there.sum(&:bytes) + content.bytesize > MOST_BYTES
            raise Impossible, "With “#{name}” the files are larger than #{MOST_BYTES / 1_048_576} MB, which most servers do not take."
          end

          file = Store::DraftFile.create!(draft_id: draft.id, name: Core::Visible.file_name(name), media_type: type,
            bytes: content.bytesize, content: content)
          event("outbox")
          Done.new(message: "“#{file.name}” goes with it.", result: file)
        end
      end

      # @return [Done] @raise [Impossible]
      def remove_file(id, file_id)
        transaction do
          file = standing(id).files.find_by(id: file_id) or raise Impossible.gone("file")
          file.destroy!
          event("outbox")
          Done.new(message: "“#{file.name}” does not go with it any more.")
        end
      end

      # @param address [String, nil] @return [Store::Account, nil] the one that it belongs to
      def self.account(address)
        address && Store::Account.order(:id).find { |each| each.addresses.any? { Core::Address.normalise(_1) == Core::Address.normalise(address) } }
      end

      # Under the address that was chosen; else the one that the message came to, where it is one of the account's.
      # @return [String]
      def self.from(draft)
        return draft.body["from"] if account(draft.body["from"]) == draft.account && draft.body["from"]

        own_address(draft.account, draft.message ? draft.message.addresses("to") + draft.message.addresses("cc") : [])
      end

      # @param people [Array<Core::Address>] to whom a message went @return [String] the account's address among them, else its first
      def self.own_address(account, people)
        own = account.addresses.map { Core::Address.normalise(_1) }
        people.find { own.include?(_1.key) }&.email || account.addresses.first
      end

      # @return [String] what it is called
      def self.title(draft) = draft.body["subject"].to_s.strip.then { _1.empty? ? "a message without a subject" : _1 }

      private

      def standing(id) = Store::Draft.find_by(id: id, dropped_at: nil) || raise(Impossible.gone("draft"))

      def body(kind, message, account)
        signature = Store::MailServer.find_by(account_id: account.id)&.signature.to_s.strip
        signature = signature.empty? ? "" : "\n-- \n#{signature}\n"
        return {"to" => [], "cc" => [], "bcc" => [], "subject" => "", "text" => signature.empty? ? "" : "\n#{signature}"} unless message

        rulebook = Store::CurrentRulebook.rulebook
        begun = Core::Answer.new(message.to_core, rulebook.names,
          Core::TimeFormat.new(rulebook.zone, now)).begun((kind == "nudge") ? "reply" : kind)
        {"to" => begun[:to].map { written(_1) }, "cc" => begun[:cc].map { written(_1) }, "bcc" => [], "subject" => begun[:subject],
         "text" => "\n\n#{begun[:text]}#{signature}"}
      end

      def written(person) = person.name ? "#{person.name} <#{person.email}>" : person.email

      # Its files go along, as far as there is room.
      def hand_on(files, draft)
        room = MOST_BYTES
        files.first(MOST_FILES).each do |file|
          next if (room -= file.content.bytesize).negative?

          Store::DraftFile.create!(draft_id: draft.id, name: Core::Visible.file_name(file.name), media_type: file.type,
            bytes: file.content.bytesize, content: file.content)
        end
      end
    end
  end
end
