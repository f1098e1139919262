# frozen_string_literal: true

require "tty-progressbar"

module UpFront
  module CLI
    # Brings in files with a progress bar. A file that cannot be used is told and does not stop the others.
    class Import
      # Some of the files could not be used.
      class SomeFailed < Desk::Act::Impossible; end

      def initialize(account:, mailbox:, as_new:, clock: Clock::System.new, out: $stderr)
        @account = find(account)
        @mailbox = mailbox
        @as_new = as_new
        @clock = clock
        @out = out
      end

      # @param paths [Array<String>] @raise [SomeFailed]
      def call(paths)
        failed = paths.count { |path| !one(path) }
        raise SomeFailed, "#{failed} of #{paths.size} files could not be brought in." if failed.positive?
      end

      private

      def find(wanted)
        return Store::Account.first unless wanted

        Store::Account.all.find { |account|
          Core::Text.fold(account.name) == Core::Text.fold(wanted) ||
            account.addresses.any? { Core::Address.normalise(_1) == Core::Address.normalise(wanted) }
        } or
          raise Desk::Act::Impossible, "There is no account “#{wanted}”; there are #{Store::Account.pluck(:name).join(", ")}."
      end

      def one(path)
        file = Post::MailFile.new(path)
        bar = TTY::ProgressBar.new("#{File.basename(path)} [:bar] :percent :eta", total: file.size, output: @out, frequency: 5,
          clear: false, width: 30)
        report = Desk::ImportFile.new(@clock).call(file, account: @account, mailbox: @mailbox, as_new: @as_new) do |place|
          bar.current = place unless bar.complete?
        end
        bar.finish unless bar.complete?
        @out.puts "#{File.basename(path)}: #{report}."
        true
      rescue Post::MailFile::NoMail => no_mail
        @out.puts no_mail.message
        false
      end
    end
  end
end
