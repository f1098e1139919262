# frozen_string_literal: true

require "io/wait"

module UpFront
  module Post
    # Reads what comes from outside in a process of its own. Parsers are other people's, and there is always one more input
    # that makes one run for ever or ask for all memory; nothing within a process can stop it safely. Here the kernel does: the
    # reader is ended, the next question starts another, and what was asked counts as more than can be read.
    #
    # A reader takes half a second to start, and serves until the process that asks is gone.
    class Apart
      CPU_SECONDS = 2 # for a message; the kernel counts whole seconds, so it may be up to three
      LONGER = {calendar: 8, calendar_items: 8}.freeze # for what holds thousands of them
      WALL_SECONDS = 60 # for one that waits without working
      MEMORY_BYTES = 1024**3 # beyond what the reader begins with: a letter of 64 MB is held several times while it is read
      READERS = 2 # so that a message can be opened while mail is taken in

      # It took more time or memory than one piece of mail may.
      class Exceeded < StandardError; end

      # The machine has no room for another process at the moment: nothing is said of the mail, which is to be read later.
      class NotNow < StandardError; end

      JOBS = {
        letter: ->(raw) { Letter.new(raw).parcel },
        letters: ->(raws) { raws.map { Letter.new(_1).parcel } },
        safe_html: ->(raw, **how) { Letter.new(raw).safe_html(**how) },
        inline: ->(raw, content_id) { Letter.new(raw).inline(content_id)&.copied },
        attachment: ->(raw, index, name) { Letter.new(raw).attachment(index, name)&.copied },
        attachments: ->(raw) { Letter.new(raw).attachments.map(&:copied) },
        calendar: ->(bytes, zone, **span) { CalendarFile.new(bytes, zone).read(**span) },
        invitation: ->(raw, zone) { Invitation.of(Letter.new(raw).calendar, zone) },
        invitation_reply: ->(raw, **answer) { InvitationReply.new(Letter.new(raw).calendar, **answer).to_s },
        calendar_items: ->(bytes, zone) { CalendarItems.read(bytes, zone) },
        cards: ->(bytes) { ContactCards.new(bytes).then { {people: _1.people, cards: _1.contacts, without: _1.without} } }
      }.freeze

      # @param job [Symbol] one of JOBS, with what it takes @return [Object] what it gives
      # @raise [Exceeded] @raise [NotNow] @raise [StandardError] what the job raises
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

      # Has a reader start that will be needed soon, beside whatever is done before. Where none can be, it is told when one is asked.
      def self.ahead = here.ahead

      # Takes one that somebody else has started, as {Reading} has it. @param pid [Integer] @param questions [IO] @param answers [IO]
      def self.adopt(pid, questions, answers) = here.adopt(Reader.new(pid, questions, answers))

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
        @places = Queue.new
        READERS.times { @places << true }
        @idle = Queue.new # those that were started and wait; one is started when none does
      end

      def mine? = @pid == Process.pid

      def start(question)
        @places.pop
        reader = idle || Reader.start
        reader.put(question)
        Asked.new(reader) { |free| give_back(free) }
      rescue SystemCallError => error
        give_back(nil)
        raise NotNow, "No process could be started to read it (#{error.message})."
      end

      def ahead
        @idle << Reader.start if @idle.empty?
      rescue SystemCallError
        nil
      end

      def adopt(reader) = @idle << reader

      private

      def idle
        @idle.pop(true)
      rescue ThreadError
        nil
      end

      def give_back(reader)
        @idle << reader if reader
        @places << true
      end

      # What was asked of a reader and is not answered yet.
      class Asked
        # @yield [Reader, nil] once it is free again; nil for one that was ended
        def initialize(reader, &given_back)
          @reader = reader
          @given_back = given_back
        end

        def value
          answered = nil
          kind, value = @reader.answer
          answered = @reader
          (kind == :gives) ? value : raise(value)
        ensure
          give_back(answered)
        end

        # The answer is not wanted any more, if it has not come.
        def drop
          return unless @given_back

          @reader.finish
          give_back(nil)
        end

        private

        def give_back(reader)
          @given_back&.call(reader)
          @given_back = nil
        end
      end

      # A reader, as the process sees it that asks. It is a Ruby of its own: one that is forked would hold the database, the port and
      # all else that is open here.
      class Reader
        # Everything is on the load path already, so the plain require serves, which takes two thirds of the time of the one that looks
        # for gems.
        PROGRAM = <<~RUBY.freeze
          module Kernel
            alias_method :require, :gem_original_require if private_method_defined?(:gem_original_require)
            private :require
          end
          require #{File.join(ROOT, "lib", "up_front").dump}
          UpFront::Post::Apart::Reading.new($stdin, $stdout).call
        RUBY
        LEAN = "--disable=did_you_mean,error_highlight" # who asks is told what went wrong, not how it was spelled

        def self.start
          its_questions, questions = IO.pipe(binmode: true)
          answers, its_answers = IO.pipe(binmode: true)
          pid = Process.spawn({"RUBYOPT" => nil}, RbConfig.ruby, LEAN, *$LOAD_PATH.flat_map { ["-I", _1.to_s] }, "-e", PROGRAM,
            in: its_questions, out: its_answers, err: File::NULL)
          Process.detach(pid)
          new(pid, questions, answers)
        ensure
          [its_questions, its_answers].compact.each(&:close)
        end

        # @param pid [Integer] @param questions [IO] to it @param answers [IO] from it
        def initialize(pid, questions, answers)
          @pid = pid
          @questions = questions
          @answers = answers
        end

        # A reader that is gone is found out when it should answer.
        def put(question)
          Marshal.dump(question, @questions)
        rescue SystemCallError, IOError
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
      end

      # What goes on in a reader: it answers until whoever asks is gone.
      class Reading
        PARSERS = -> { [LetterHeaders, LetterParts, Core::Message, Core::Attachment] } # loaded while nothing is asked yet

        # @param questions [IO] @param answers [IO] that nothing else shall write to
        def initialize(questions, answers)
          @questions = questions.binmode
          @answers = answers.dup.binmode
          answers.reopen(File::NULL)
        end

        def call
          Apart.reading!
          %w[INT TERM HUP].each { |signal| trap(signal, "IGNORE") } # it ends with whoever asks, however that ends
          Process.setproctitle("up-front reader")
          PARSERS.call
          bound(:AS, memory + MEMORY_BYTES)
          loop { answer(Marshal.load(@questions)) } # rubocop:disable Security/MarshalLoad -- of the process that started this one
        rescue EOFError, ArgumentError, Errno::EPIPE # whoever asks is gone: before a question, within it, or before its answer
          nil
        end

        private

        def answer(question)
          bound(:CPU, Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID).floor + LONGER.fetch(question.first, CPU_SECONDS) + 1)
          @answers.write(Marshal.dump(done(*question)))
          @answers.flush
        end

        def done(job, given, how)
          [:gives, JOBS.fetch(job).call(*given, **how)]
        rescue NoMemoryError, SystemStackError
          exit!
        rescue => error
          [:raises, error]
        end

        # Address space so far, in bytes (proc(5)); where that is not told, none.
        def memory
          Integer(File.read("/proc/self/statm").split.first) * 4096
        rescue SystemCallError
          0
        end

        def bound(what, most) = Process.setrlimit(what, most, Process.getrlimit(what).last)
      end
      private_constant :Reader, :Asked
    end
  end
end
