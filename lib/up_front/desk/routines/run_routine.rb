# frozen_string_literal: true

module UpFront
  module Desk
    # Does what a routine says to messages: each act as it is done by hand, all of them one step. As {LargeActs} go through any number.
    class RunRoutine < Act
      MOST_SENT = 20 # messages at once, where letters go out
      MOST_MADE = 200 # where tasks are made

      attr_reader :routine

      # @return [RunRoutine] @raise [Impossible] where what it names is not there any more
      def self.possible(clock, body)
        new(clock, body)
      rescue Core::Refused
        raise Impossible.new("“#{body["name"]}” names what is not there any more. Look at it under Routines.", status: 409)
      end

      # @param body [Hash] in the file's shape @raise [Core::Refused]
      def initialize(clock, body)
        super(clock)
        check = Core::Check.new
        @routine = Core::Routine.read(body, check, rulebook.names)
        raise Core::Refused, check.faults if check.faults.any?

        @left_out = []
      end

      # @param ids [Array<Integer>] @return [Array<Integer>] those that it is done to @raise [Impossible]
      def changing_ids(ids)
        bounded!(ids.size)
        ids.each_slice(1_000).flat_map { |some| Store::State.where(message_id: some).pluck(:message_id) } & ids
      end

      # Within the transaction of whoever goes through them. @return [Integer] how many were changed
      def part(step_id, ids)
        changed = Set.new
        gathering(step_id) { each_step(ids) { |done| changed.merge(done) } }
        changed.size
      end

      # Each step and what it does. @yield [Array<Integer>, String] messages that it changed, and what was done, in a sentence
      def each_step(ids)
        acts.each do |act|
          changing = act.changing_ids(ids)
          yield changing, act.call(ids, step: true).message if changing.any?
        end
        sending(ids) { |id, text| yield [id], text }
        tasks(ids) { |id, text| yield [id], text }
        away&.then { |act| act.changing_ids(ids).then { |changing| yield changing, act.call(ids).message if changing.any? } }
      end

      def said(count)
        return "“#{routine.name}” changed nothing." if count.zero?

        "“#{routine.name}”: #{Core::English.count(count, "message")}.#{left_out}"
      end

      def nothing(_count) = "There is nothing to do."
      def step_id = nil
      def finished = nil

      private

      def rulebook = Store::CurrentRulebook.rulebook
      def said_of(topic) = routine.effects[topic]

      def bounded!(count)
        if routine.sends? && count > MOST_SENT
          raise Impossible.new("“#{routine.name}” sends mail: it is done to at most #{MOST_SENT} messages at once.", status: 409)
        end
        return unless routine.makes_tasks? && count > MOST_MADE

        raise Impossible.new("“#{routine.name}” makes tasks: it is done to at most #{MOST_MADE} messages at once.", status: 409)
      end

      # What changes how messages stand, but for what takes them away.
      def acts
        [(ChangeLabels.new(clock, on: said_of("labels")) if said_of("labels")), priority,
          (ChangeInk.new(clock, said_of("ink")) if said_of("ink")), (Flag.new(clock) if said_of("flag")),
          (KeepAtTop.new(clock) if said_of("keep_at_top")), (MarkRead.new(clock) if said_of("mark_read"))].compact
      end

      def priority
        given = said_of("priority")
        case given
        when String then SetPriority.new(clock, given)
        when Hash then ChangePriority.new(clock, given.key?("raise") ? 1 : -1)
        end
      end

      def away
        return Clear.new(clock) if routine.clear?
        return Discard.new(clock) if said_of("discard")

        BringBack.new(clock, back_at) if routine.put_off
      end

      def back_at
        zone = rulebook.zone
        return Core::Duration.parse(routine.put_off["in"]).after(now, zone) if routine.put_off["in"]

        minutes = Core::Check.new.time(routine.put_off["at"])
        today = zone.date(now)
        [today, today + 1].map { zone.instant(_1, minutes) }.find { _1 > now }
      end

      def sending(ids)
        return unless routine.sends?

        ids.each do |id|
          letters(id).each { |text| yield id, text }
        rescue Impossible, Core::Refused => refused
          @left_out << refused.message
        end
      end

      # @return [Array<String>] what was put out
      def letters(id)
        [(answer(id, said_of("reply")) if said_of("reply")), (forward(id, said_of("forward")) if said_of("forward")),
          (forward(id, said_of("forward_inline")) if said_of("forward_inline"))].compact
      end

      def answer(id, template)
        send_draft("reply", id) do |body|
          text = Core::Template.new(TemplateValues.template(template)["text"])
          person = GivenRecipients.read(body["to"], "/to", rulebook.document).first
          values = TemplateValues.of(person, body["subject"], now)
          lacking = text.lacking(values)
          raise Impossible, "{#{lacking.first}} of the template “#{template}” has no value." if lacking.any?

          {"text" => "#{text.fill(values)}\n#{body["text"]}"}
        end
      end

      def forward(id, addresses) = send_draft("forward", id) { {"to" => addresses} }

      # @yield [Hash] the draft as it is begun @yieldreturn [Hash] what is written of it
      def send_draft(kind, id)
        changing = ChangeDraft.new(clock)
        draft = changing.begin(kind, id: id).result
        draft = changing.keep(draft.id, yield(draft.body), draft.version).result
        sent = SendDraft.new(clock).call(draft.id, version: draft.version)
        sent.result.update!(draft: nil) # nobody wrote it: taken back, it is no draft
        sent.message
      rescue Impossible, Core::Refused
        draft&.destroy!
        raise
      end

      def tasks(ids)
        return unless routine.makes_tasks?

        subjects = Store::Message.where(id: ids).pluck(:id, :subject).to_h
        making = ChangeTasks.new(clock)
        ids.each do |id|
          [task(subjects[id].to_s), follow_up(subjects[id].to_s)].compact.each do |given|
            yield id, making.make(given, message_id: id, made_by: "routine").message
          end
        end
      end

      def task(subject)
        of = routine.task or return
        date = of["in_days"] && rulebook.zone.date(now) + of["in_days"]
        {"words" => of["words"].gsub("{subject}", subject), "on" => date&.iso8601, "at" => of["at"]}
      end

      def follow_up(subject)
        duration = said_of("follow_up") or return
        at = Core::Duration.parse(duration["in"]).after(now, rulebook.zone)
        zone = rulebook.zone
        {"words" => FollowUps.words(subject), "on" => zone.date(at).iso8601, "at" => Core::Clockface.of(zone.minutes(at))}
      end

      def left_out
        return if @left_out.empty?

        " Not sent for #{Core::English.count(@left_out.size, "of them", "of them")}: #{@left_out.first.sub(/\A./, &:downcase)}"
      end
    end
  end
end
