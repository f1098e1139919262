# frozen_string_literal: true

module UpFront
  module Core
    # Somebody who writes, an address, a domain or a list, with what their mail of the last 90 days was and what became of it.
    # Times are seconds; `looks` and `answers` say for each message that was opened, or answered, how long that took: from when it came to
    # the Front to when it was first opened, and from when it arrived to when it was answered.
    #
    # - `counts`: messages that arrived in the last 7, 30 and 90 local days, today among them
    # - `kinds`: messages by what the fact `kind` says of them
    # - `straight`: those that came straight in
    # - `weeks`: messages in each of the last 13 times seven local days, the oldest first
    # - `first_at`, `last_at`: seconds since 1970 of the first and the newest message that ever came
    Sender = Struct.new(:key, :name, :members, :counts, :weeks, :kinds, :read, :answered, :looks, :answers, :alerts, :straight, :size,
      :first_at, :last_at, :unsubscribe, keyword_init: true) do
      # @param parts [Array<Sender>] of one domain, or of one list @return [Sender]
      def self.together(key, name, parts)
        newest = parts.max_by(&:last_at)
        new(key: key, name: name || newest.name, members: parts.sum(&:members),
          counts: Sender::DAYS.to_h { |days| [days, parts.sum { _1.counts[days] }] }, weeks: parts.map(&:weeks).transpose.map(&:sum),
          kinds: parts.map(&:kinds).reduce { |one, other| one.merge(other) { |_, a, b| a + b } },
          **%i[read answered alerts straight size].to_h { |name| [name, parts.sum(&name)] }, looks: parts.flat_map(&:looks).sort,
          answers: parts.flat_map(&:answers).sort, first_at: parts.map(&:first_at).min, last_at: newest.last_at,
          unsubscribe: parts.any?(&:unsubscribe))
      end

      # @return [Integer] messages of the whole stretch
      def count = counts[Sender::DAYS.last]

      # @return [String] of {Sender::KINDS}: what most of it is; of as many of each the first
      def kind = @kind ||= Sender::KINDS.max_by { |kind| [kinds.fetch(kind, 0), -Sender::KINDS.index(kind)] }

      # @return [Integer, nil] seconds, as it is for the middle one
      def look = middle(looks)
      def answer = middle(answers)

      # @return [Float] how much more comes than usual: of a week's mail the part that the last 7 days brought; 1.0 is as ever
      def growth = counts[7] / [count * 7.0 / Sender::DAYS.last, 0.1].max

      # @return [String] name and address, folded, for finding them; made once, since ten thousand are asked at every letter typed
      def folded = @folded ||= Text.fold("#{name} #{key}")

      # @return [String] what they are sorted by
      def sorted = @sorted ||= Text.sort_key(name)

      private

      def middle(numbers) = numbers.empty? ? nil : numbers[numbers.size / 2]
    end

    Sender::DAYS = [7, 30, 90].freeze
    Sender::WEEKS = 13 # a day more than the longest stretch
    Sender::KINDS = %w[person list newsletter notice invitation auto_reply].freeze
  end
end
