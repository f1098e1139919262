# frozen_string_literal: true

require "digest"
require "fileutils"
require_relative "../../demo/demo"

# The demo's world, built once for what it is made of and kept: building it takes eight seconds, and two processes want it.
module KeptWorld
  ROOT = File.expand_path("../..", __dir__)
  PLACE = File.join(ROOT, "var", "test-worlds")
  MADE_OF = %w[lib/**/* demo/**/* Gemfile.lock].freeze

  # Lays a copy of it into a folder, with its mail read from where it will stand.
  # @param world [Demo::World] where it will stand @param weeks [Integer] of mail @param folder [String] not there yet
  def self.lay(world, weeks:, folder:)
    FileUtils.mkdir_p(PLACE)
    File.open(File.join(PLACE, "lock"), File::CREAT) do |lock|
      lock.flock(File::LOCK_EX)
      FileUtils.cp_r(built(weeks).folder, folder)
    end
    UpFront::Store::Database.open(File.join(folder, File.basename(world.database)))
    UpFront::Store::Source.find_each { _1.update_columns(path: File.join(world.mail, File.basename(_1.path))) }
    move_house(world)
    UpFront::Store::Database.close
  end

  # The house rules are followed where the world stands.
  def self.move_house(world)
    head = UpFront::Store::Rulebook.first
    house = head.document["house"].map { _1.merge("place" => world.house_rules) }
    head.update_columns(document: head.document.merge("house" => house))
    UpFront::Store::Rule.of_house.find_each do |rule|
      rule.update_columns(house: JSON.generate([world.house_rules, JSON.parse(rule.house).last]))
    end
    places = UpFront::Desk::HousePlaces.all.values
    UpFront::Store::Setting[UpFront::Desk::HousePlaces::KEY] = {world.house_rules => places.first}
  end

  def self.built(weeks)
    kept = Demo::World.new(File.join(PLACE, digest(weeks)), scenario: Demo::Scenario.new(weeks: weeks))
    return kept if kept.ready?

    Dir.children(PLACE).each { FileUtils.rm_rf(File.join(PLACE, _1)) if File.directory?(File.join(PLACE, _1)) }
    kept.build
    UpFront::Store::Database.close
    kept
  end
  private_class_method :built

  def self.digest(weeks)
    files = MADE_OF.flat_map { Dir[_1, base: ROOT] }.sort.map { File.join(ROOT, _1) }.select { File.file?(_1) }
    Digest::SHA256.hexdigest([RUBY_VERSION, weeks, *files.map { Digest::SHA256.file(_1).hexdigest }].join(" "))[0, 16]
  end
  private_class_method :digest
end
