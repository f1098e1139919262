# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # One sender: their mail, the hours at which they write, conversations and files.
      class Sender
        MAIL = 30
        THREADS = 20
        FILES = 30
        LOOKED_AT = 2_000 # messages in which conversations and files are looked for

        # @param by [String] @param key [String]
        def initialize(by, key, rulebook, now)
          @senders = Senders.new(by, rulebook, now)
          @by = by
          @key = key
          @rulebook = rulebook
          @now = now
          @zone = rulebook.zone
          @time_format = Core::TimeFormat.new(@zone, now)
        end

        # @return [Hash, nil] nil where nothing came of them in these days
        def whole
          sender = @senders.senders.find(@by, @key) or return
          ids = rows.message_ids([@key], most: LOOKED_AT)
          {row: @senders.rows_of([sender]).first, by: @by, hours: hours, messages: mail(ids.first(MAIL)), threads: threads(ids),
           files: files(ids), answered_last: rows.answered([@key]).last&.then { @time_format.day(@zone.date(_1)) }, ways: ways, view: view}
        end

        private

        def rows = @senders.rows

        # @return [Array<Array<Integer>>] by weekday, Monday first, messages in each of the 24 hours
        def hours
          found = Array.new(7) { Array.new(24, 0) }
          rows.arrivals([@key]).each { |at| found[@zone.date(at).cwday - 1][@zone.minutes(at) / 60] += 1 }
          found
        end

        def mail(ids)
          states = Store::State.where(message_id: ids).index_by(&:message_id)
          Row.of(ids.map { states.fetch(_1) }, @rulebook, @now).map(&:to_h)
        end

        def threads(ids)
          found = Store::MessageThread.where(message_id: ids).pluck(:thread, :message_id).group_by(&:first).transform_values { |of| of.map(&:last) }
          newest = found.values.map(&:max).sort.reverse.first(THREADS)
          subjects = Store::Message.where(id: newest).select(:id, :subject, :arrived_at).index_by(&:id)
          counts = found.values.to_h { [_1.max, _1.size] }
          newest.map do |id|
            {message: id, subject: subjects.fetch(id).subject, count: counts[id],
             last: @time_format.moment(subjects.fetch(id).arrived_at.to_time)}
          end
        end

        def files(ids)
          Store::Message.where(id: ids, has_attachment: true).order(arrived_at: :desc).limit(FILES).flat_map { |message|
            Files.new(message).to_a.map { |file|
              {**file.slice(:name, :size, :path), message: message.id, when: @time_format.moment(message.arrived_at.to_time)}
            }
          }.first(FILES)
        end

        # How they could be asked to send no more, before anything goes.
        def ways = AskingPreview.rows(Desk::AskToStop.ways(@by, [@key], @now))

        # The condition of a view that shows their mail.
        def view = Core::SenderList.of(@by, [@key]).condition
      end
    end
  end
end
