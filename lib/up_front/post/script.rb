# frozen_string_literal: true

module UpFront
  module Post
    # A day's mail, written down beforehand: a folder with the messages and an index of when each comes.
    class Script
      INDEX = "script.jsonl"
      Entry = Struct.new(:at, :to, :file, keyword_init: true)

      attr_reader :entries

      # @param folder [String] @raise [Errno::ENOENT] when there is no index
      def initialize(folder)
        @folder = folder
        @entries = File.readlines(File.join(folder, INDEX)).map { |line|
          given = JSON.parse(line)
          Entry.new(at: Time.iso8601(given["at"]).utc, to: given["to"], file: given["file"]).freeze
        }.sort_by(&:at).freeze
      end

      # @param messages [Array<Hash>] at (Time), to, raw
      def self.write(folder, messages)
        FileUtils.mkdir_p(folder)
        index = messages.sort_by { _1[:at] }.each_with_index.map do |message, number|
          file = format("%04d.eml", number + 1)
          File.binwrite(File.join(folder, file), message[:raw])
          JSON.generate(at: message[:at].iso8601, to: message[:to], file: file)
        end
        File.write(File.join(folder, INDEX), "#{index.join("\n")}\n")
      end

      def raw(entry) = File.binread(File.join(@folder, entry.file))

      # @return [Time, nil] when the next message comes
      def next_after(instant) = entries.find { _1.at > instant }&.at

      # @return [Array<Entry>] what is due in (after, upto]
      def due(after, upto) = entries.select { (after.nil? || _1.at > after) && _1.at <= upto }
    end
  end
end
