# frozen_string_literal: true

# Mail and our own files are UTF-8 whatever the machine's locale says.
Encoding.default_external = Encoding::UTF_8

require "set"
require "json"
require "time"
require "date"
require "zeitwerk"

# Up Front decides when and how each incoming message claims attention. It never moves a message.
module UpFront
  VERSION = "0.8.0"
  ROOT = File.expand_path("..", __dir__).freeze

  LOADER = Zeitwerk::Loader.for_gem(warn_on_extra_files: false).tap do |loader|
    loader.inflector.inflect("cli" => "CLI", "sql_reader" => "SQLReader", "state_sql" => "StateSQL", "html" => "HTML",
      "safe_html" => "SafeHTML", "api" => "API")
    loader.ignore("#{__dir__}/up_front/store/migrations")
    loader.collapse(*%w[core store desk].map { |room| "#{__dir__}/up_front/#{room}/*/" }) # a folder of them is no namespace
    loader.setup
  end
end
