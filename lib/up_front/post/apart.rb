# frozen_string_literal: true

require "io/wait"

module UpFront
  module Post
    # Reads what comes from outside in a process of its own. Parsers are other people's, and there is always one more input
    # that makes one run for ever or ask for all memory; nothing within a process can stop it safely. Here the kernel does: the
    # reader is ended, the next question starts another, and what was asked counts as more than can be read.
    #
    # A reader is forked, so that it costs a few milliseconds, and serves until the process that asks is gone.
    class Apart
      CPU_SECONDS = 2 # for a message; the kernel counts whole seconds, so it may be up to three
      LONGER = {calendar: 8}.freeze # for what holds thousands of them
      WALL_SECONDS = 60 # for one that waits without working
      MEMORY_BYTES = 1024**3 # beyond what the reader begins with: a letter of 64 MB is held several times while it is read
      READERS = 2 # so that a message can be opened while mail is taken in

      # It took more time or memory than one piece of mail may.
      class Exceeded < StandardError; end

      JOBS = {
        letter: ->(raw) { Letter.new(raw).parcel },
        letters: ->(raws) { raws.map { Letter.new(_1).parcel } },
        safe_html: ->(raw, **how) { Letter.new(raw).safe_html(**how) },
        inline: ->(raw, content_id) { Letter.new(raw).inline(content_id)&.copied },
        attachment: ->(raw, index) { Letter.new(raw).attachments[index]&.copied },
        calendar: ->(bytes, zone, **span) { CalendarFile.new(bytes, zone).read(**span) },
        cards: ->(bytes) { ContactCards.new(bytes).then { {people: _1.people, without: _1.without} } }
      }.freeze

      # @param job [Symbol] one of JOBS, with what it takes @return [Object] what it gives
      # @raise [Exceeded] @raise [StandardError] what the job raises
      def self.call(job, *given, **how) = start(job, *given, **how).value

      # As {call}, without waiting. @return [#value, #drop] one of both is to be called
      def self.start(job, *given, **how)
        return Done.new(JOBS.fetch(job).call(*given, **how)) if @reading

        here.start([job, given, how])
      end

      Done = Struct.new(:value) do
        def drop = nil
      end
      private_constant :Done

      # In a reader: what it asks for itself, it does itself.
      def self.reading! = @reading = true

      # One for this process: what was forked from another does not share its readers.
      def self.here
        LOCK.synchronize { @here = new unless @here&.mine? }
        @here
      end

      LOCK = Mutex.new
      private_constant :LOCK

      def initialize
        @pid = Process.pid
        @free = Queue.new
        READERS.times { @free << nil } # each is started when it is first wanted
      end

      def mine? = @pid == Process.pid

      def start(question)
        reader = @free.pop || Reader.new
        reader.put(question)
        Asked.new(reader, @free)
      end

      # What was asked of a reader and is not answered yet.
      class Asked
        def initialize(reader, free)
          @reader = reader
          @free = free
        end

        def value
          answered = nil
          kind, value = @reader.answer
          answered = @reader
          (kind == :gives) ? value : raise(value)
        ensure
          give_back(answered)
        end

        # The answer is not wanted any more.
        def drop
          @reader.finish
          give_back(nil)
        end

        private

        # A place for one that was ended, which is filled when it is wanted.
        def give_back(reader)
          @free << reader if @free
          @free = nil
        end
      end

      # The other side of a reader, and the reader itself.
      class Reader
        def initialize
          questions, @questions = IO.pipe(binmode: true)
          @answers, answers = IO.pipe(binmode: true)
          @pid = fork { serve(questions, answers) }
          Process.detach(@pid)
          [questions, answers].each(&:close)
        end

        # A reader that is gone is found out when it should answer.
        def put(question)
          Marshal.dump(question, @questions)
        rescue SystemCallError
          nil
        end

        # @return [Array(Symbol, Object)] :gives or :raises, and what
        def answer
          answered = false
          raise Exceeded, TOO_MUCH unless @answers.wait_readable(WALL_SECONDS)

          Marshal.load(@answers).tap { answered = true } # rubocop:disable Security/MarshalLoad -- of our own child
        rescue SystemCallError, EOFError
          raise Exceeded, TOO_MUCH
        ensure
          finish unless answered
        end

        TOO_MUCH = "It takes more than #{CPU_SECONDS} s, or more memory than one message may.".freeze

        def finish
          Process.kill("KILL", @pid)
        rescue Errno::ESRCH
          nil
        ensure
          [@questions, @answers].each(&:close)
        end

        private

        # In the child, which leaves the database, the port and the terminal to its parent.
        def serve(questions, answers)
          [@questions, @answers, $stdin].each(&:close)
          %w[INT TERM HUP].each { |signal| trap(signal, "IGNORE") } # it ends with its parent, however that ends
          Apart.reading!
          $stderr.reopen(File::NULL) # a parser that finds no memory says so, and that is told in our words
          close_sockets
          Process.setproctitle("up-front reader")
          bound(:AS, Integer(File.read("/proc/self/statm").split.first) * 4096 + MEMORY_BYTES) if File.exist?("/proc/self/statm")
          loop do
            question = Marshal.load(questions) # rubocop:disable Security/MarshalLoad -- of our own parent
            bound(:CPU, Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID).floor + LONGER.fetch(question.first, CPU_SECONDS) + 1)
            answers.write(Marshal.dump(carry_out(*question)))
          end
        ensure
          exit! # whatever happened: what was inherited is not tidied away twice
        end

        def carry_out(job, given, how)
          [:gives, JOBS.fetch(job).call(*given, **how)]
        rescue NoMemoryError, SystemStackError
          exit!
        rescue => error
          [:raises, error]
        end

        def bound(what, most) = Process.setrlimit(what, most, Process.getrlimit(what).last)

        def close_sockets
          ObjectSpace.each_object(BasicSocket) { |socket| socket.close unless socket.closed? }
        end
      end
      private_constant :Reader, :Asked
    end
  end
end
