# frozen_string_literal: true

module UpFront
  module Desk
    # Follows or mutes the conversation of a message, by what References and In-Reply-To bind together: mail that merely
    # has the same subject is not touched.
    class SetThreadPreference < Act
      WORDS = %w[followed muted neither].freeze

      # @param id [Integer] a message @param word ["followed", "muted", "neither"] @return [Done] @raise [Impossible]
      def call(id, word)
        transaction do
          raise Impossible.new("That message is not here.", status: 404) unless Store::Message.exists?(id: id)

          conversation = Store::Message.conversation(id)
          preference = Store::ThreadPreference.create!(message_id: id, word: word, at: now)
          rows = here(word, Store::State.where(message_id: conversation))
          AnswerAlert.new(clock).answered(rows.map { _1["key"] }) if word == "muted"
          text = send(word, rows.size)
          event("changed", ids: conversation)
          Done.new(message: text, undo_id: undo_step(text,
            {"ThreadPreference" => [trail(preference, before: {"word" => nil})], "State" => rows}))
        end
      end

      private

      # What is here already: held mail of what is followed comes in, mail of what is muted leaves the Front.
      def here(word, states)
        case word
        when "followed" then changed(states.held(now), surface_at: now, thread_word: word)
        when "muted" then changed(states.open.where(came: "arrived", put_off_at: nil), cleared_at: now, thread_word: word)
        else []
        end
      end

      def changed(states, **columns)
        states.to_a.map do |state|
          state.update!(**columns)
          trail(state)
        end
      end

      def followed(count)
        "You follow this conversation: what comes into it comes straight in, high at " \
          "least.#{" #{Core::English.sentence(Core::English.count(count, "held message"))} came in." if count.positive?}"
      end

      def muted(count)
        "This conversation is muted: what comes into it stays off the Front and silent, found in views and by " \
          "search.#{" #{Core::English.sentence(Core::English.count(count, "message"))} left the Front." if count.positive?}"
      end

      def neither(_count) = "This conversation is neither followed nor muted now: its mail comes as the rules say."
    end
  end
end
