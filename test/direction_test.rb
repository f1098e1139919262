# frozen_string_literal: true

require "minitest/autorun"
require "open3"

# The core stands alone, and no room reaches up: post and store know the core, the desk knows those three,
# the web and the command line know the desk.
class DirectionTest < Minitest::Test
  ROOT = File.expand_path("..", __dir__)
  MAY_USE = {
    "core" => [], "clock" => [], "post" => %w[Core], "store" => %w[Core], "desk" => %w[Core Post Store],
    "web" => %w[Core Post Store Desk Web], "cli" => %w[Core Post Store Desk Web Clock CLI]
  }.freeze
  ROOMS = %w[Core Post Store Desk Web CLI].freeze

  def test_the_core_loads_alone
    script = <<~RUBY
      require "zeitwerk"; require "set"; require "json"; require "time"; require "date"
      module UpFront; module Core; end; end
      loader = Zeitwerk::Loader.new
      loader.push_dir("#{ROOT}/lib/up_front/core", namespace: UpFront::Core)
      loader.collapse("#{ROOT}/lib/up_front/core/*/")
      loader.setup
      loader.eager_load
      UpFront::Core::Facts.all
      print [UpFront.constants.sort.join(" "),
        %i[ActiveRecord Mail Sinatra SQLite3 Puma].select { Object.const_defined?(_1) }.join].join("|")
    RUBY
    out, error, status = Open3.capture3("bundle", "exec", "ruby", "-e", script, chdir: ROOT)
    assert status.success?, error
    assert_equal "Core|", out
  end

  def test_no_room_reaches_up
    broken = MAY_USE.flat_map do |room, allowed|
      above = ROOMS - allowed - [ROOMS.find { _1.casecmp?(room) }]
      next [] if above.empty?

      Dir["#{ROOT}/lib/up_front/#{room}/**/*.rb"].flat_map do |file|
        File.readlines(file).reject { _1.strip.start_with?("#") }.grep(/(?<![\w:])(?:#{above.join("|")})::/).map do
          "#{file.delete_prefix(ROOT)}: #{_1.strip}"
        end
      end
    end
    assert_empty broken
  end

  def test_only_the_clock_asks_what_time_it_is
    asks = Dir["#{ROOT}/lib/**/*.rb"].reject { _1.include?("/clock") }.flat_map do |file|
      File.readlines(file).grep(/\bTime\.now\b/).map { "#{file.delete_prefix(ROOT)}: #{_1.strip}" }
    end
    assert_empty asks
  end
end
