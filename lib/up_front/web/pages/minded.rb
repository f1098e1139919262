# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The conversations that the person follows or mutes, and how many messages each of them covers.
      class Minded
        MOST = 200

        def initialize(rulebook, now)
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @return [Hash] the last said first
        def to_h
          seen = Set.new
          said = Store::ThreadPreference.where.not(word: nil).order(at: :desc, id: :desc).limit(MOST * 5).filter_map do |preference|
            ids = Store::Message.conversation(preference.message_id)
            shown(preference, ids) if ids.any? && seen.add?(ids.min) && preference.word != "neither"
          end
          {conversations: said.first(MOST)}
        end

        private

        def shown(preference, ids)
          message = Store::Message.select(:id, :subject, :sender_name, :sender_key).find(ids.max)
          {id: message.id, subject: message.subject, sender: message.sender_name, word: preference.word,
           since: @time_format.moment(preference.at), count: ids.size}
        end
      end
    end
  end
end
