# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What applying a rule to mail already here would change, by kind and message by message.
      class ApplyRule
        MOST_ROWS = 200

        def initialize(items, rulebook, now)
          @items = items
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        def to_h
          counts = @items.flat_map(&:topics).tally
          kinds = Desk::ApplyRule::TOPICS.select { counts.key?(_1) }.map { |topic| {topic: topic, label: title(topic), count: counts[topic]} }
          {count: @items.size, kinds: kinds, messages: rows}
        end

        private

        def title(topic) = (topic == "timing") ? "leaves the Front" : Core::Effects.find(topic).title

        def rows
          shown = @items.first(MOST_ROWS)
          messages = Store::Message.where(id: shown.map(&:id)).select(:id, :sender_name, :sender_key, :subject).index_by(&:id)
          shown.map do |item|
            {id: item.id, sender: messages.fetch(item.id).sender_name, subject: messages.fetch(item.id).subject,
             when: @time_format.moment(item.arrived_at), matched: true, changes: changes(item), reason: nil}
          end
        end

        MARKS = {"timing" => ["off the Front", "on the Front"], "flag" => ["flagged", "not flagged"], "mark_read" => %w[read unread],
                 "discard" => ["discarded", "kept"]}.freeze

        def changes(item)
          said = Core::ClaimDifference.new(item.row, item.claim, @time_format, topics: item.topics - MARKS.keys).changes.map(&:to_h)
          said + (item.topics & MARKS.keys).map { |topic| {topic: topic, now: MARKS[topic].first, was: MARKS[topic].last} }
        end
      end
    end
  end
end
