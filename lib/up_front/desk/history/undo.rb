# frozen_string_literal: true

module UpFront
  module Desk
    # Takes an act back: puts the columns that it changed as they were. What was changed again since is not
    # lost: such a column of a message's state stays, and a rule or rulebook that was changed again is refused.
    class Undo < ChangeRulebook
      MODELS = {"State" => Store::State, "Rule" => Store::Rule, "Rulebook" => Store::Rulebook, "View" => Store::View,
                "ThreadPreference" => Store::ThreadPreference, "Account" => Store::Account,
                "LeftAlone" => Store::LeftAlone, "ProposalAnswer" => Store::ProposalAnswer, "Draft" => Store::Draft,
                "Awaited" => Store::Awaited, "Task" => Store::Task, "Appointment" => Store::Appointment}.freeze

      FOLLOWED = [Store::Awaited, Store::Task, Store::Appointment].freeze # what stands beside a message

      NAMES = "AppliedNames" # names of labels and inks on mail

      LAST_SECONDS = 86_400 # what was done longer ago is taken back where it is listed

      # Takes back the last act that is not taken back yet; again and again, step by step. @return [Done] @raise [Impossible]
      def last
        step = Store::UndoStep.reversible.where("at > ?", now - LAST_SECONDS).order(:id).last
        return call(step.id) if step

        raise Impossible.new("There is nothing more of today to undo. What was done before stands under What was done.", status: 409)
      end

      # @param id [Integer] of the undo step @return [Done] @raise [Impossible]
      def call(id)
        transaction do
          step = Store::UndoStep.find_by(id: id) or raise Impossible.new("There is nothing of that number to undo.", status: 404)
          raise Impossible.new("That was undone already.", status: 409) if step.undone_at
          if (final = step.changes_made.find_by(model: Store::UndoStep::FINAL))
            raise Impossible.new(final.after["why"], status: 409)
          end

          stop(step)
          many = UndoMany.messages(step)
          next DoLarge.new(clock).begin("undo", {"step" => step.id}, many) if many.size > DoLarge::AT_ONCE

          touched = step.changes_made.reorder(nil).distinct.pluck(:model)
          keeping_whole(touched) do
            # The last first: one record may have been changed more than once.
            step.changes_made.reorder(nil).find_each(order: :desc) { |change| put_back(change) }
            MODELS.slice("Rule", "View").each { |name, model| restore_order(step, model) if touched.include?(name) }
          end
          too_late! if @asked&.none?
          step.update!(undone_at: now)
          Store::FormerClaim.restore(step.id, many)
          tell(touched, many, looks: looks_alone?(step, touched), said: "Undone: #{step.message}")
          Done.new(message: "Undone: #{step.message}#{asked_already}")
        end
      end

      private

      def too_late! = raise(Impossible.new("They were asked already; that cannot be taken back.", status: 409))

      # Of several who were to be asked to send no more, those whom the request had reached.
      def asked_already
        count = @asked.to_a.count(false)
        " #{Core::English.sentence(Core::English.count(count, "of them was", "of them were"))} asked already." if count.positive?
      end

      # What is still going on stops here, and what was done of it is taken back.
      def stop(step)
        Store::Job.going.where(undo_step_id: step.id).each do |job|
          raise Impossible.new("That is being taken back already.", status: 409) if job.kind == "undo"

          DoLarge.new(clock).stopped(job)
          step.reload
        end
      end

      def put_back(change)
        case change.model
        when NAMES then rename(change)
        when SendDraft::MODEL then ChangeOutgoing.new(clock).take_back(change.key)
        when AskToStop::MODEL then (@asked ||= []) << AskToStop.new(clock).taken?(change.key)
        when PauseRules::MODEL then @unpaused = PauseRules.new(clock).take_back(change.before, change.after)
        else restore(MODELS.fetch(change.model), change)
        end
      end

      def rename(change) = Store::AppliedNames.rename(change.after["kind"], change.after["name"], change.before["name"])

      def restore(model, change)
        if model == Store::Account
          return if model.take_back(change)

          raise Impossible.new("The account was changed again since, or mail has come into it.", status: 409)
        end
        record = model.find_by(model.primary_key => change.key) or return
        return record.take_back(change) if model == Store::State
        columns = change.after.keys - ["position"]
        unless (columns - change.untouched(record)).empty?
          raise Impossible.new("#{called(record)} was changed again since; undo that first.", status: 409)
        end

        before = change.before.slice(*columns)
        record.is_a?(Store::Task) ? record.put_back(before, now, Store::CurrentRulebook.rulebook.zone) : record.update!(before)
        (@follow ||= []).concat([record.message_id].compact) if FOLLOWED.include?(model)
        keep_restored(record) if record.is_a?(Store::Rule) && columns.any?
      end

      def restore_order(step, model)
        order = RestoreOrder.new(step, model)
        unless order.free?
          raise Impossible.new("The #{model.table_name} were put into another order again since; undo that first.", status: 409)
        end

        order.call
        names_are_free!(model)
      end

      def called(record)
        case record
        when Store::Rule then "The rule “#{record.name}”"
        when Store::View then "The view “#{record.name}”"
        when Store::Draft then "What is written"
        when Store::Awaited then "What you await"
        when Store::Appointment then "The event “#{record.title}”"
        when Store::Task then "The task “#{record.words}”"
        else "The rulebook"
        end
      end

      # As what is named cannot be deleted, it cannot be taken back: nothing may be left that cannot be read for it.
      # @param touched [Array<String>] models
      def keeping_whole(touched)
        return yield unless touched.intersect?(%w[Rulebook Rule View])

        before = unreadable
        yield
        lost = unreadable - before
        return if lost.empty?

        raise Impossible.new("#{Core::English.sentence(Core::English.join(lost, "and"))} #{(lost.size == 1) ? "names" : "name"} what " \
          "this would take away. Take it out there first, then undo this.", status: 409)
      end

      # @return [Array<String>] the rules, views and so on that cannot be read, as they are called
      def unreadable
        document = Store::CurrentRulebook.document or return []
        Core::Rulebook.read(document)
        []
      rescue Core::Refused => refused
        refused.faults.filter_map { |fault|
          kind, place = fault.pointer.match(/\A\/(rules|views|promises|examples|routines)\/(\d+)/)&.captures
          "the #{kind.delete_suffix("s")} “#{document[kind][place.to_i]["name"]}”" if kind
        }.uniq
      end

      # A rule or view that comes back may find its name taken.
      def names_are_free!(model)
        names = model.in_order.group_by { Core::Text.fold(_1.name) }
        twice = names.values.find { _1.size > 1 } or return
        raise Impossible.new("Another #{(model == Store::Rule) ? "rule" : "view"} is called “#{twice.first.name}” now; rename it first.",
          status: 409)
      end

      def keep_restored(rule)
        rule.update!(version: Store::RuleVersion.where(rule_id: rule.id).maximum(:version).to_i + 1)
        keep_version(rule, "undone")
      end

      # @param touched [Array<String>] models
      def follow_through(touched)
        event("awaited") if touched.include?("Awaited")
        event("tasks") if touched.intersect?(%w[Task Appointment])
        event("changed", ids: @follow.uniq) if @follow&.any?
      end

      # Whether nothing was put back but how labels and inks look.
      def looks_alone?(step, touched)
        (touched - [NAMES]) == ["Rulebook"] && step.changes_made.where(model: "Rulebook").all? do |change|
          [change.before, change.after].all? { _1.key?("document") } &&
            Store::CurrentRulebook.decide_alike?(change.before["document"], change.after["document"])
        end
      end

      # Held mail is decided anew by the rules that are back.
      # @param touched [Array<String>] models @param ids [Array<Integer>] messages @param looks [Boolean] @param said [String]
      def tell(touched, ids, said:, looks: false)
        event("changed", ids: ids) if ids.any?
        PauseRules.new(clock).decide_anew(@unpaused) if touched.include?(PauseRules::MODEL)
        event("proposals") if touched.include?("ProposalAnswer")
        event("check_up") if touched.include?("LeftAlone")
        event("outbox") if touched.include?("Draft")
        follow_through(touched)
        views = touched.include?("View")
        event("views") if views
        return views && Store::CurrentRulebook.turn_views unless touched.intersect?(%w[Rule Rulebook])

        if looks
          Store::CurrentRulebook.turn_views
          return event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        end

        event("rules", revision: turned(said))
        DecideAnew.new(clock).call
      end
    end
  end
end
