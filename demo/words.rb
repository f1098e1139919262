# frozen_string_literal: true

module Demo
  # Fills the slots of a letter, always the same for the same seed.
  class Words
    LOANS = [
      ["Chart of the mouth of the Tagus", 1641], ["The Sound at slack water", 1688], ["Harbour of Riga in ice", 1702],
      ["Coast from Danzig to Memel", 1655],
      ["The Wadden shallows", 1719], ["Pilot's roll of the Minho", 1598], ["Soundings off Cape Espichel", 1733],
      ["The Elbe by night", 1761],
      ["Northern passage, third attempt", 1613], ["Lantern rock and its two wrecks", 1780], ["Islands seen by few", 1624],
      ["The crooked firth", 1699],
      ["Atlas of a cautious captain", 1670], ["The ferryman's sketchbook", 1808], ["Portolan with a torn neck", 1571],
      ["Tides at the mill quay", 1794],
      ["A bay that moved", 1648], ["Whale road to Bergen", 1631], ["The widow's copy", 1752], ["Bar of Aveiro, four winters", 1743],
      ["Currents, in red chalk", 1711], ["The salt merchants' coast", 1664], ["Map for a lost lawsuit", 1729],
      ["Compass roses, bound", 1605],
      ["The long sandbank", 1786], ["Seven lighthouses", 1815], ["From Vigo to nowhere", 1659], ["Winter anchorages", 1677],
      ["The blind pilot's chart", 1692],
      ["Last sheet of the survey", 1820]
    ].freeze
    ITEMS = ["the print run", "case glass", "crate timber", "the water taxi", "wall paint", "two plinths", "the lamp", "children's labels",
      "lead weights", "the barge"].freeze
    CITIES = %w[Porto Riga Gdańsk Lübeck Aveiro Ghent].freeze
    DAYS = %w[Monday Tuesday Wednesday Thursday Friday].freeze

    # @param text [String] @return [String] an RFC 2047 word where it needs one, else a quoted name
    def self.encoded(text)
      return (text.match?(/\A[\w .'&-]+\z/) ? text : "\"#{text}\"") if text.ascii_only?

      "=?utf-8?B?#{[text].pack("m0")}?="
    end

    # @param random [Random] @param at [Time] local, when the letter is written
    def initialize(random, at)
      @random = random
      @at = at
      number = random.rand(LOANS.size)
      crate = random.rand(1..28)
      hour = format("%02d:%02d", random.rand(8..17), random.rand(4) * 15)
      @fixed = {"no" => number + 1, "title" => LOANS[number][0], "year" => LOANS[number][1], "crate" => crate, "crate2" => crate +
        random.rand(1..3),
                "day" => DAYS[random.rand(DAYS.size)], "hour" => hour, "item" => ITEMS[random.rand(ITEMS.size)],
                "city" => CITIES[random.rand(CITIES.size)],
                "month" => (at.to_date << 1).strftime("%B")}
    end

    # Automatic mail speaks of the hour at which it is sent.
    def on_the_hour
      @fixed["hour"] = @at.strftime("%H:00")
      self
    end

    def fill(text)
      text.gsub(/\{(\w+)(?::(\d+)-(\d+))?\}/) do
        case $1
        when "n" then @random.rand($2.to_i..$3.to_i)
        when "t" then format("%.1f", @random.rand(18.6..20.4))
        when "h" then format("%.1f", @random.rand(47.0..53.9))
        when "h2" then format("%.1f", @random.rand(44.0..46.9))
        else @fixed.fetch($1)
        end
      end
    end
  end
end
