# frozen_string_literal: true

require "tmpdir"

# Editions of house rules, as an office publishes them.
module HouseHelper
  PUBLISHER = "Lantern Quay Museum"
  PLACE = "/office/house.json"

  # In place of set_up: one's own rule “Mine”, and @place, a file where an edition may be put.
  def set_up_house(**mine)
    @folder = Dir.mktmpdir("up-front-house")
    @place = File.join(@folder, "house.json")
    set_up(rules: [rule("Mine", then: {"priority" => "low"}, **mine)])
  end

  def remove_house = FileUtils.rm_rf(@folder)

  def publish(*rules, **more) = File.write(@place, JSON.generate(edition(*rules, **more)))

  def house_rule(name, firmness, **more) = rule(name, **more).merge("firmness" => firmness)

  def edition(*rules, number: 1, **more)
    {"format" => "up-front-house-rules", "version" => 1, "publisher" => PUBLISHER, "edition" => number, "published" => "2027-03-01",
     "rules" => rules, **more.transform_keys(&:to_s)}
  end

  def following(edition, **more)
    {"place" => PLACE, "since" => "2027-03-02T09:00:00Z", "edition" => edition, **more.transform_keys(&:to_s)}
  end
end
