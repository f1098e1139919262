# frozen_string_literal: true

# How well letters are read, by language, with each that was read wrongly.

require "bundler/setup"
require_relative "../../lib/up_front"
require_relative "letter_sample"

row = ->(name, letters, measured) {
  puts format("%-28s %7d letters   precision %.3f   recall %.3f   %d right, %d wrong, %d missed", name, letters.size, measured.precision,
    measured.recall, measured.right.size, measured.wrong.size, measured.missed.size)
}
all = LetterSample.letters
{**all.group_by(&:language), "all" => all}.each do |language, letters|
  row["asks something, #{language}", letters, LetterSample.asking(letters)]
  row["days and times, #{language}", letters, LetterSample.moments(letters)]
end
LetterSample.asking.then { |asking|
  asking.wrong.each { puts "Asks nothing: #{_1.text}" }
  asking.missed.each { puts "Asks: #{_1.text}" }
}
LetterSample.moments.then { |moments|
  moments.wrong.each { |letter, said| puts "Not #{said}: #{letter.text}" }
  moments.missed.each { |letter, said| puts "#{said}: #{letter.text}" }
}
