# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A message as lists show it.
      class Row
        # What a row needs of a message's columns: not its text, which may be long.
        COLUMNS = %i[id account_id mailbox subject sender_name sender_key excerpt arrived_at has_attachment kind unreadable].freeze

        # @param ids [ActiveRecord::Relation, Array] of states @return [Array<Row>]
        def self.of(states, near)
          ids = states.map(&:message_id)
          messages = Store::Message.where(id: ids).select(*COLUMNS).index_by(&:id)
          claims = Store::Claim.where(message_id: ids).select(:message_id, :surface_at, :round, :held, :priority, :ink, :labels).index_by(&:message_id)
          states.map { new(messages.fetch(_1.message_id), claims.fetch(_1.message_id), _1, near) }
        end

        attr_reader :message, :claim, :state

        def initialize(message, claim, state, near)
          @message = message
          @claim = claim
          @state = state
          @near = near
        end

        def priority = claim.priority
        def straight? = !claim.held && state.let_in_at.nil?

        def back? = !state.put_off_at.nil?

        # What was brought back, then priority, then people before notices, then the newest.
        def rank = [back? ? 0 : 1, -Core::Effects::PRIORITIES.index(priority), (message.kind == "person") ? 0 : 1, -message.arrived_at.to_f]

        def to_h
          {
            id: message.id, sender: sender, subject: subject, excerpt: message.excerpt, priority: priority,
            time: @near.moment(state.surface_at || message.arrived_at), arrived: @near.moment(message.arrived_at), came: came,
            unread: state.unread, flagged: state.flagged, labels: claim.labels, ink: claim.ink, has_attachment: message.has_attachment,
            account_id: message.account_id, back: back?
          }
        end

        def sender = message.sender_name.empty? ? "(no sender)" : message.sender_name
        def subject = message.subject.strip.empty? ? "(no subject)" : message.subject

        # How it came: "straight in", "08:00 round", "let in", "window's end"
        def came
          return "put off #{@near.moment(state.put_off_at)}#{": #{state.put_off_reason}" if state.put_off_reason}" if back?
          return "let in" if state.let_in_at
          return "off the Front" if state.surface_at.nil? && !claim.held
          return "straight in" if straight?
          return "no moment" unless state.surface_at

          claim.round ? "#{@near.moment(state.surface_at)} round" : @near.moment(state.surface_at)
        end
      end
    end
  end
end
