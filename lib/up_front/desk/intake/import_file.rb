# frozen_string_literal: true

require "digest"

module UpFront
  module Desk
    # Brings in a file of mail. Stopped at any moment, it goes on where it was; brought in twice, it
    # doubles nothing; what was removed for good comes in again, since the person brings it.
    class ImportFile < Act
      FINGERPRINT_BYTES = 65_536

      Report = Struct.new(:taken, :arrived, :doubles, :resumed, keyword_init: true) do
        def to_s
          parts = ["#{taken} taken in"]
          parts << "#{arrived} of them as arriving" if arrived.positive?
          parts << "#{doubles} here already" if doubles.positive?
          "#{parts.join(", ")}#{" (went on where it had stopped)" if resumed}"
        end
      end

      # @param file [Post::MailFile] @param account [Store::Account] @param as_new [Boolean]
      # @yield [Integer] the place in bytes, after each batch
      # @return [Report]
      def call(file, account:, mailbox: "INBOX", as_new: false, name: File.basename(file.path))
        mark = Store::Import.create_or_find_by!(fingerprint: fingerprint(file, account, mailbox)) do
          _1.assign_attributes(name: name, at: now)
        end
        mark.update!(place: 0) if mark.place >= file.size
        report = Report.new(taken: 0, arrived: 0, doubles: 0, resumed: mark.place.positive?)
        Post::Batch.each(letters(file, mark.place)) do |batch|
          outcomes = transaction do
            mark.update_columns(place: batch.last[1])
            taking = TakeIn.new(clock)
            batch.map { |letter, _| take(taking, letter, account: account, mailbox: mailbox, as_new: as_new) }
          end
          report.doubles += outcomes.count(:double)
          report.taken += outcomes.count { _1 != :double }
          report.arrived += outcomes.count(:arrived)
          yield batch.last[1] if block_given?
        end
        event("sources") if report.taken.positive?
        report
      end

      private

      def take(taking, letter, **way)
        taken = taking.call(letter, by_hand: true, **way)
        Store::ImapLetter.also_elsewhere(taken.id) if taken.outcome == :double
        taken.outcome
      end

      # @return [Enumerator] of letters, each with the place after it
      def letters(file, from) = file.enum_for(:each, from: from).lazy.map { |raw, place| [Post::Letter.new(raw), place] }

      def fingerprint(file, account, mailbox)
        head = File.binread(file.path, FINGERPRINT_BYTES)
        Digest::SHA256.hexdigest([file.size, account.id, mailbox, head].join("\n".b))
      end
    end
  end
end
