# frozen_string_literal: true

module UpFront
  module Store
    # Which thread each message belongs to, found in small steps behind intake. Messages that References and In-Reply-To
    # bind together are a conversation; conversations about one base subject are one thread (RFC 5256, {Core::Threads}).
    module Threads
      KEY = "threads_upto"
      STEP = 100 # messages in one transaction: some tens of milliseconds
      MOST = Core::Threads::MOST
      SHOWN = 200 # of a thread, beside one of its messages
      UPTO = PreparedQuery.new("SELECT value FROM settings WHERE key = '#{KEY}'")
      NAMED = PreparedQuery.new("SELECT threads.conversation FROM message_references refs JOIN message_threads threads ON " \
        "threads.message_id = refs.message_id WHERE refs.reference = ? LIMIT 1")
      CALLED = PreparedQuery.new("SELECT threads.conversation FROM messages JOIN message_threads threads ON threads.message_id = " \
        "messages.id WHERE messages.message_id = ? LIMIT 1")
      JOIN = PreparedInsert.new("message_threads", :message_id, :conversation, :thread)
      UNITE = PreparedStatement.new("UPDATE message_threads SET conversation = ? WHERE conversation = ?")

      module_function

      # @yield [Array<Integer>] within the transaction, those of them that joined others
      # @return [Integer] how many messages were gone through
      def step(limit: STEP)
        return 0 unless Message.where("id > ?", UPTO.call.to_i).exists?

        Record.transaction do
          ids = Message.where("id > ?", UPTO.call.to_i).order(:id).limit(limit).pluck(:id)
          next 0 if ids.empty?

          joined = PreparedStatement.hold { call(ids) }
          Setting[KEY] = ids.last
          yield joined if block_given?
          ids.size
        end
      end

      def catch_up = (nil while step.positive?)

      # @!attribute count [Integer] of all @!attribute places [Array<Array(Integer, Integer)>] messages with their depth, from the top down
      Whole = Struct.new(:count, :places)

      # @param id [Integer] of a message @return [Whole] its thread; of a very long one, the newest and itself; while
      #   the message has not been gone through yet, its conversation
      def around(id)
        thread = MessageThread.where(message_id: id).pick(:thread)
        ids = thread ? MessageThread.where(thread: thread).order(message_id: :desc).pluck(:message_id) : Message.conversation(id)
          .sort.reverse
        found = []
        Core::Threads.new(letters(ids.first(SHOWN) | [id])).roots.each do |root|
          root.each_letter { |letter, depth| found << [letter.id, depth] }
        end
        Whole.new(ids.size, found)
      end

      # @return [String] the name of a thread without a subject, which no subject folds to; and of a message that was not gone through yet
      def alone(id) = " #{id}"

      # @return [Array<Integer>] those that joined a conversation
      def call(ids)
        references = MessageReference.where(message_id: ids).pluck(:message_id, :reference).group_by(&:first)
        joined = Message.where(id: ids).order(:id).pluck(:id, :message_id, :subject).to_h do |id, message_id, subject|
          [id, join(id, [message_id, *references.fetch(id, []).map(&:last)].compact, subject)]
        end.compact
        name(joined.values.uniq)
        joined.keys
      end

      # @return [Integer, nil] the conversation that it joined, where there was one
      def join(id, names, subject)
        first, *others = names.flat_map { [CALLED.call(_1), NAMED.call(_1)] }.compact.uniq.sort
        others.each { UNITE.call([first, _1]) }
        JOIN.call(message_id: id, conversation: first || id, thread: first ? "" : thread(Core::BaseSubject.new(subject), id))
        first
      end

      # A conversation is mostly one thread; where its letters disagree on who answers whom, it may be several. What a
      # thread is about is what its first message is about: found again when another joins.
      def name(conversations)
        conversations = MessageThread.where(conversation: conversations).distinct.pluck(:conversation)
        conversations.each do |conversation|
          ids = MessageThread.where(conversation: conversation).limit(MOST).pluck(:message_id)
          Core::Threads.new(letters(ids)).roots.each do |root|
            own = []
            root.each_letter { |letter, _| own << letter.id }
            MessageThread.where(message_id: own).update_all(thread: thread(Core::Threads.subject(root), own.min))
          end
        end
      end

      # @return [String] the folded subject, where there is one
      def thread(subject, id) = subject.key.empty? ? alone(id) : subject.key

      def letters(ids)
        references = MessageReference.where(message_id: ids).pluck(:message_id, :reference).group_by(&:first)
        Message.where(id: ids).order(:id)
          .pluck(:id, :message_id, :subject, :sent_at, :arrived_at, Arel.sql("json_extract(headers, '$.references')"))
          .map do |id, message_id, subject, sent_at, arrived_at, given|
          Core::Threads::Letter.new(id: id, message_id: message_id, references: line(given, references.fetch(id, []).map(&:last)),
            subject: subject, sent_at: (sent_at || arrived_at).to_time)
        end
      end

      # In-Reply-To says the parent only where References say none (RFC 5256, section 3, step 1).
      def line(references, all)
        named = all.select { references.to_s.include?(_1) }
        named.empty? ? all.first(1) : named
      end
      private_class_method :call, :join, :name, :thread, :letters, :line
    end
  end
end
