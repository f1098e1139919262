# frozen_string_literal: true

module UpFront
  module Desk
    # An act on any number of messages: begun here, gone through part by part, each in a transaction of its own with its progress. A few
    # are done at once; of many the rest is gone through by whoever calls {step}, after a stop of the program too. What is told is
    # what was done.
    class DoLarge < Act
      AT_ONCE = ChangeStates::AT_ONCE

      # @param kind [String] of {LargeActs} @param given [Hash] what is kept of it @param ids [Array<Integer>, nil] of messages
      # @return [Done] its result is the job
      # @raise [Impossible] where nothing would change
      def begin(kind, given, ids)
        act = LargeActs.of(clock, kind, given)
        changing = act.changing_ids(ids)
        raise Impossible.new(act.nothing(ids.to_a.size), status: 409) if changing.empty?

        job = transaction do
          Store::Job.keep(changing, AT_ONCE, undo_step_id: act.step_id || undo_step(act.said(0), {}), kind: kind, given: given,
            said: act.said(0)).tap { told(_1) }
        end
        step(job) if changing.size <= AT_ONCE
        job.reload
        Done.new(message: words(job), undo_id: job.undo_step_id, result: job)
      end

      # Goes through the next part of the oldest job there is. @return [Boolean] whether there was one
      def next
        job = Store::Job.going.order(:id).first or return false
        step(job)
        true
      end

      # @param job_id [Integer] @return [Done] @raise [Impossible]
      def stop(job_id)
        transaction do
          job = Store::Job.find_by(id: job_id) or raise Impossible.gone("work")
          raise Impossible.new("That is over already.", status: 409) unless job.going?

          Done.new(message: stopped(job), undo_id: job.undo_step_id)
        end
      end

      # Within another act's transaction. @return [String] what was done of it
      def stopped(job)
        job.stop
        told(job)
      end

      private

      def step(job)
        transaction do
          job = Store::Job.find(job.id)
          part = job.going? && job.parts.first or next
          go_through(job, LargeActs.of(clock, job.kind, job.given), part)
        end
      rescue Impossible => impossible # it was possible when it began: the rule is gone, the moment is past
        transaction do
          job = Store::Job.find(job.id)
          job.said = "#{job.said} #{impossible.message}"
          stopped(job)
        end
      end

      def go_through(job, act, part)
        job.changed_count += act.part(job.undo_step_id, part.ids)
        job.gone_through += part.ids.size
        job.said = act.said(job.changed_count)
        part.destroy!
        job.state = "done" if job.parts.none?
        job.save!
        act.finished if job.state == "done"
        told(job)
      end

      # What is true at this moment. @return [String]
      def words(job)
        of = "#{Core::English.thousands(job.left)} of #{Core::English.count(job.total, "message")}"
        case job.state
        when "going" then "#{job.said} This is going on: #{of} are left."
        when "stopped" then "#{job.said} It was stopped: #{of} are left as they are."
        else job.said
        end
      end

      def told(job)
        words(job).tap do |text|
          job.undo_step.update!(message: text) unless job.kind == "undo"
          event("progress", progress(job).merge(over(job, text)))
        end
      end

      # Of one that went on beside what the person did, they hear when it is over.
      def over(job, text)
        return {} if job.going? || job.total <= AT_ONCE

        {message: text, undo_id: (job.undo_step_id unless job.kind == "undo")}.compact
      end

      def progress(job) = {job: job.id, step: job.undo_step_id, done: job.gone_through, of: job.total, state: job.state}
    end
  end
end
