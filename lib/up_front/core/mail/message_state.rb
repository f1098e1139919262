# frozen_string_literal: true

module UpFront
  module Core
    # How a message stands at a moment: made of what its claim says and of what the person and the clock have done with it.
    # Every page, act and view goes by this; {Store::StateSQL} asks the same of the database.
    class MessageState
      # @!method claim the decision: surface_at, round (its name), held (Boolean: it waited, or waits for ever), priority, labels, ink,
      #   keep_at_top, follow_up_at
      # @!method state what was done: came ("arrived", "history" or "quiet"), unread, flagged, surface_at, cleared_at,
      #   discarded_at, put_off_at, let_in_at, moved_at, thread_word, answered_elsewhere, and the person's own priority, labels_on,
      #   labels_off, ink, keep_at_top, keep_until (nil and empty where they have none)
      attr_reader :now, :state, :claim

      # What only mail beside the message tells. @!attribute alerted [Boolean] @!attribute replies [Array<Boolean>] for each
      #   message that answers it, whether the owner wrote it @!attribute asks_others [Boolean] whether the owner wrote it to
      #   somebody else @!attribute decided_by [Array<String>] the rules that spoke @!attribute awaited [Time, nil] by when an answer to it
      #   is awaited @!attribute asks_me [Boolean] whether somebody else asks the owner something in it @!attribute tasks [Boolean] whether
      #   there is something to do for it
      Beside = Struct.new(:alerted, :replies, :asks_others, :decided_by, :awaited, :asks_me, :tasks, keyword_init: true)

      # @param state [#came, …] @param claim [#held, …] @param now [Time] the moment at which it is looked at
      # @param arrived_at [Time, nil] @param beside [Beside, nil] both for those who ask for them
      def initialize(state, claim, now, arrived_at: nil, beside: nil)
        @state = state
        @claim = claim
        @now = now
        @arrived_at = arrived_at
        @beside = beside
        freeze
      end

      def arrived_at = @arrived_at || raise(ArgumentError, "the arrival was not handed in")
      def unread? = state.unread
      def flagged? = state.flagged
      def cleared? = !state.cleared_at.nil?
      def discarded? = !state.discarded_at.nil?

      # @return [Boolean] whether it is neither cleared nor discarded: it is on the Front, or may come to it
      def open? = !cleared? && !discarded?

      def on_front? = open? && come?(state.surface_at)

      # @return [Boolean] whether it waits for a round or a time, or for ever, without the person having said so
      def held? = open? && state.came == "arrived" && !put_off_once? && (state.surface_at ? !come?(state.surface_at) : claim.held)

      # @return [Boolean] whether the person put it off and it is not back yet
      def put_off? = open? && put_off_once? && !state.surface_at.nil? && !come?(state.surface_at)

      # @return [Boolean] whether it was put off and is on the Front again
      def back? = put_off_once? && on_front?

      # @return [Boolean] whether letting it in brings it to the Front
      def waits? = held? || put_off?

      # @return [Boolean] whether its moment brings it to the Front, or brought it: it was not done with before
      def comes? = state.came == "arrived" && !state.surface_at.nil? && [state.cleared_at, state.discarded_at].none? { before_moment?(_1) }

      # @return [Boolean] whether it comes, or came, with a round: the plan's or a rule's, or one to which the person moved it
      def by_round? = comes? && state.let_in_at.nil? && !put_off_once? && (!state.moved_at.nil? || claimed_round?)

      # @return [Time, nil] the moment of the round that brings it, or brought it, though it was put off since
      def round_at
        return state.surface_at if by_round?

        claim.surface_at if put_off_after_its_round?
      end

      # @param at [Time] the moment of a round @return [Boolean] whether it comes then, or came: with the round, or since a heads-down
      #   ended with it
      def with_round?(at)
        round_at == at || (comes? && state.surface_at == at && claim.held && state.let_in_at.nil? && !put_off_once?)
      end

      # How it came, or comes, as lists tell it: by the minute. @return [Array(Time, Boolean)] when, nil for never, and whether with a
      #   round
      def arrives_at = [state.surface_at && Time.at(state.surface_at.to_i / 60 * 60).utc, by_round?]

      # By hand or by rule, until its moment where it has one.
      def keep_at_top? = (state.keep_at_top.nil? ? claim.keep_at_top : state.keep_at_top) && !come?(state.keep_until)

      # @return [Boolean] whether a rule's follow-up waits, or is due, that is no task of the person's own yet
      def follow_up? = !claim.follow_up_at.nil? && open? && !state.taken_up
      def follow_up_due? = follow_up? && come?(claim.follow_up_at)
      def priority = state.priority || claim.priority
      def labels = ((claim.labels | state.labels_on) - (state.labels_off - state.labels_on))

      # By hand or by rule; an empty one by hand stands for none.
      def ink = state.ink.nil? ? claim.ink : state.ink.then { _1 unless _1.empty? }

      # @return [Boolean] whether it surfaced, or surfaces, the moment it arrives
      def straight_in? = !state.surface_at.nil? && (!claim.held || state.thread_word == "followed") && state.let_in_at.nil?

      def alerted? = beside.alerted

      # @return [Boolean] whether the owner has written into it: here, or by what its mailbox tells
      def answered? = beside.replies.include?(true) || state.answered_elsewhere

      # @return [Boolean] whether the owner wrote it to somebody else, and nobody else has written into it since
      def sent_unanswered? = beside.asks_others && beside.replies.all?

      # @return [Boolean] whether the person awaits an answer to it
      def awaiting_reply? = !beside.awaited.nil?
      def answer_overdue? = awaiting_reply? && come?(beside.awaited)

      # @return [Boolean] whether it asks the owner something, has no answer of theirs, and is not done with
      def awaits_mine? = open? && beside.asks_me && !answered?

      # @return [Time, nil] since when it waits for the owner's answer
      def awaits_mine_since = (arrived_at if awaits_mine?)
      def has_task? = beside.tasks
      def decided_by = beside.decided_by

      # @return [Symbol] where a person finds it: :mailbox (it lies in Sent, Drafts and the like), :discarded, :cleared, :front,
      #   :put_off, :held, or :views where it never surfaces by itself
      def place
        return :mailbox if state.came == "quiet"
        return :discarded if discarded?
        return :cleared if cleared?
        return :front if on_front?
        return :put_off if put_off?

        held? ? :held : :views
      end

      private

      def come?(moment) = !moment.nil? && moment <= now
      def before_moment?(moment) = !moment.nil? && moment < state.surface_at
      def claimed_round? = !claim.round.nil? && claim.surface_at == state.surface_at

      def put_off_after_its_round?
        state.came == "arrived" && put_off_once? && !claim.round.nil? && !claim.surface_at.nil? && state.put_off_at >= claim.surface_at &&
          [state.let_in_at, state.moved_at].none? { !_1.nil? && _1 < claim.surface_at }
      end

      def put_off_once? = !state.put_off_at.nil?
      def beside = @beside || raise(ArgumentError, "what mail beside it tells was not handed in")
    end
  end
end
