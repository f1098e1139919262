# frozen_string_literal: true

require "json"

# A process that has the whole product loaded and forks a server of it whenever it is asked to, and the reader of its mail: starting
# one from nothing takes seconds, nearly all of it loading, and every browser test wants a server of its own.
class Nursery
  COMMAND = [RbConfig.ruby, "-e", <<~RUBY, File.expand_path("../..", __dir__)].freeze
    require "json"
    $stdout.sync = true
    root = ARGV.shift
    ENV["BUNDLE_GEMFILE"] ||= File.join(root, "Gemfile")
    require "bundler/setup"
    require File.join(root, "lib/up_front")
    UpFront::LOADER.eager_load
    UpFront::Web::App.prototype # reads the description of the API, which takes longer than all the rest of a start
    require "tmpdir"
    Dir.mktmpdir do |folder| # what Active Record loads with the first database, and makes of its tables
      UpFront::Store::Database.open(File.join(folder, "first.sqlite3"))
      UpFront::Store::Record.subclasses.each(&:define_attribute_methods)
      UpFront::Store::Record.connection_handler.clear_all_connections!
    end
    UpFront::Post::Letter.new("From: a@b.example\nSubject: Loan\n\nText").parcel # what its parsers load
    GC.start
    # What goes to it and comes from it. It ends with the server.
    reader = lambda do
      questions, answers = [IO.pipe(binmode: true), IO.pipe(binmode: true)]
      pid = fork do
        [questions.last, answers.first].each(&:close)
        UpFront::Post::Apart::Reading.new(questions.first, answers.last).call
        exit!
      end
      Process.detach(pid)
      [questions.first, answers.last].each(&:close)
      [pid, questions.last, answers.first]
    end
    while (line = $stdin.gets)
      arguments = JSON.parse(line)
      read = reader.call
      pid = fork do
        UpFront::Post::Apart.adopt(*read)
        $stdin.reopen(File::NULL)
        $stdout.reopen(File::NULL)
        $stderr.reopen(ENV.fetch("SERVER_LOG", File::NULL), "a")
        exit UpFront::CLI::App.run(arguments)
      end
      Process.detach(pid)
      read.last(2).each(&:close)
      $stdout.puts pid
    end
  RUBY

  # @return [Nursery] one for this process
  def self.here = @here ||= new

  def initialize
    @pipe = IO.popen(COMMAND, "r+")
  end

  # @param arguments [Array<String>] of bin/upfront @return [Integer] the pid; it is no child of this process
  def start(arguments)
    @pipe.puts JSON.generate(arguments)
    Integer(@pipe.gets)
  end
end
