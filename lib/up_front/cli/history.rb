# frozen_string_literal: true

module UpFront
  module CLI
    # What earlier mail tells, of the files that are given as history and of nothing else.
    class History
      # @param paths [Array<String>] mbox or .eml @param names [Core::Names]
      def initialize(paths, names)
        @met = {}
        @mine = Set.new
        @answered = Hash.new { |known, id| known[id] = Set.new }
        paths.each { |path| Post::Batch.of(Post::MailFile.new(path)) { |letter| take(letter, names) } }
      end

      # @return [Boolean] whether no mail of the history that arrived before is from or to that address
      def first_contact?(address, before)
        return false unless address

        met = @met[address.key]
        met.nil? || met >= before
      end

      # @return [Boolean] whether the thread holds mail that the owner sent (RFC 5322, section 3.6.4)
      def reply_to_mine?(message_id, references)
        references.any? { @mine.include?(_1) } || [*references, message_id].compact.any? do |id|
          (@answered.fetch(id, Set.new) - [message_id]).any?
        end
      end

      private

      # A letter that tells no arrival counts as the earliest of all.
      def take(letter, names)
        fields = letter.fields
        arrival = letter.arrival || Time.at(0).utc
        people = fields.values_at(:from, :to, :cc).compact.flatten
        people.each { |address| @met[address.key] = [@met[address.key], arrival].compact.min }
        return unless fields.fetch(:from, []).any? { names.me.include?(_1) }

        @mine << fields[:message_id] if fields[:message_id]
        fields.fetch(:references, []).each { @answered[_1] << fields[:message_id] }
      end
    end
  end
end
