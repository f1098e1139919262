# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A list as a table (RFC 4180), in UTF-8, with a line for each row; of mail, part by part however much there is. A text that a
      # spreadsheet would take for a formula has an apostrophe before it.
      class Table
        MOST = 200_000 # rows
        AT_ONCE = 500
        MAIL = %w[arrived from address to subject priority labels read flagged account mailbox where bytes attachments].freeze

        # @param list [String] a key of LISTS @param wanted [Hash] of a view its id, of a search its text
        def initialize(list, wanted, rulebook, now)
          @list = list
          @wanted = wanted
          @rulebook = rulebook
          @now = now
        end

        LISTS = {
          "view" => :view, "front" => :front, "held" => :held, "found" => :found, "senders" => :senders, "tasks" => :tasks,
          "awaited" => :awaited, "contacts" => :contacts, "outbox" => :outbox, "alerts" => :alerts, "done" => :done
        }.freeze

        # @return [Enumerator<String>] lines, the names of the columns first @raise [Desk::Act::Impossible]
        def lines
          names, rows = send(LISTS.fetch(@list))
          Enumerator.new do |out|
            out << Post::TableLine.of(names)
            rows.each { |row| out << Post::TableLine.of(row) }
          end
        end

        private

        def zone = @rulebook.zone
        def iso(at) = at && zone.iso(at.to_time)

        def view = mail(Store::ViewQuery.new(saved_view, @now, zone).ordered)

        def saved_view
          @rulebook.views.find { _1.id == @wanted["view"].to_i } || raise(Desk::Act::Impossible.gone("view"))
        end

        def front = mail(Store::State.surfaced(@now).order(surface_at: :desc, message_id: :desc))
        def held = mail(Store::State.held(@now).order(:surface_at, :message_id))

        def found
          mail(Find.new(@wanted["text"].to_s, @wanted.slice(*Core::Narrowing::KEYS), @rulebook, @now).finding&.states || Store::State.none)
        end

        # @param states [ActiveRecord::Relation] in their order
        def mail(states)
          ids = states.limit(MOST).pluck(:message_id)
          [MAIL, ids.each_slice(AT_ONCE).lazy.flat_map { rows_of(_1) }]
        end

        def rows_of(ids)
          states = Store::State.where(message_id: ids).index_by(&:message_id)
          claims = Store::Claim.where(message_id: ids).index_by(&:message_id)
          messages = Store::Message.where(id: ids).includes(:account).select(*(Row::COLUMNS | %i[size attachments])).index_by(&:id)
          ids.filter_map { |id| messages[id] && row(messages[id], Core::MessageState.new(states.fetch(id), claims.fetch(id), @now)) }
        end

        def row(message, stands)
          [iso(message.arrived_at), message.sender_name, message.sender_key, message.addresses("to").map(&:email).join(" "),
            message.subject, stands.priority, stands.labels.join(", "), stands.unread? ? 0 : 1, stands.flagged? ? 1 : 0,
            message.account.name, message.mailbox, Place::SAID.fetch(stands.place) { message.mailbox }, message.size,
            message.attachments.size]
        end

        def senders
          found = Store::Senders.at(zone, @now).by("address")
          rows = found.lazy.map do |each|
            seen = [each.first_at, each.last_at].map { iso(Time.at(_1)) }
            [each.key, each.name, each.kind, *each.counts.values, each.answered, *seen]
          end
          [%w[address name kind messages_7_days messages_30_days messages_90_days answered first last], rows]
        end

        def tasks
          rows = Store::Task.standing.order(:due_at, :id).to_a + Desk::FollowUps.all(zone)
          subjects = Store::Message.where(id: rows.filter_map(&:message_id)).pluck(:id, :subject).to_h
          [%w[words note day time done made_by rule message],
            rows.map { |task|
              time = task.due_minutes && Core::Clockface.of(task.due_minutes)
              [task.words, task.note, task.due_on&.iso8601, time, iso(task.done_at), task.made_by, task.rule, subjects[task.message_id]]
            }]
        end

        def awaited
          [%w[subject from asked since by state ended],
            Store::Awaited.order(:due_at, :id).map { |each|
              [each.subject, each.from.map(&:email).join(" "), each.asked, iso(each.since),
                Desk::Expect.day_of(each.due_at.to_time, zone).iso8601, each.state, iso(each.over_at)]
            }]
        end

        def contacts
          [%w[name addresses organisation phone note],
            Core::Contact.all(@rulebook.document).map { [_1.name, _1.addresses.join(" "), _1.organisation, _1.phone, _1.note] }]
        end

        def outbox
          rows = Store::Outgoing.order(:id).limit(MOST).lazy.map do |each|
            [iso(each.created_at), iso(each.over_at || each.goes_at), each.subject, each.recipients.map { _1["email"] }.join(" "),
              each.state, each.why]
          end
          [%w[created goes_or_went subject to state why], rows]
        end

        def alerts
          [%w[at level text rule silenced_by opened],
            Store::Alert.order(:id).limit(MOST).lazy.map { |each|
              [iso(each.at), each.level, each.text, each.rule, each.silenced_by, iso(each.opened_at)]
            }]
        end

        def done
          [%w[at what taken_back], Store::UndoStep.order(:id).limit(MOST).lazy.map { |each|
            [iso(each.at), each.message, iso(each.undone_at)]
          }]
        end
      end
    end
  end
end
