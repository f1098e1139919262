# frozen_string_literal: true

module UpFront
  module Desk
    # Points Up Front at a Maildir. The folder is only ever read.
    class AddSource < Act
      # @param path [String] @param account_id [Integer, nil] the first account where nil
      # @return [Done] with the source as result @raise [Impossible]
      def call(path, account_id: nil)
        maildir = Post::Maildir.new(path).check
        account = account_id ? Store::Account.find_by(id: account_id) : Store::Account.first
        raise Impossible.new("There is no such account.", pointer: "/account_id") unless account
        if Store::Source.exists?(kind: "maildir", path: maildir.path)
          raise Impossible.new("#{maildir.path} is a source already.", pointer: "/path", status: 409)
        end

        transaction do
          source = Store::Source.create!(kind: "maildir", path: maildir.path, account: account, created_at: now)
          event("sources")
          text = "Mail in #{maildir.path} is taken in from now on. The folder is not changed."
          final_step(text, "A folder is no longer read once you say so under Mail in.")
          Done.new(message: text, result: source)
        end
      rescue Post::Maildir::Unusable => unusable
        raise Impossible.new(unusable.message, pointer: "/path")
      end
    end
  end
end
