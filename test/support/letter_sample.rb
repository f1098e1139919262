# frozen_string_literal: true

# Two hundred letters, each with what it asks and the moments it names, as a reader judged: against them the methods of core/letters are
# measured. Written on 1 March 2027, a Monday, in Lisbon.
#
# A letter begins with a line "# asks 2027-03-05 2027-03-08T10:30", or "# -" for one that asks nothing.
module LetterSample
  Letter = Struct.new(:language, :asks, :moments, :text, keyword_init: true)
  Measured = Struct.new(:right, :wrong, :missed, keyword_init: true) do
    def precision = right.size.fdiv(right.size + wrong.size)
    def recall = right.size.fdiv(right.size + missed.size)
  end

  FOLDER = File.expand_path("../samples", __dir__)
  ZONE = UpFront::Core::Zone.new("Europe/Lisbon")
  WRITTEN_AT = ZONE.instant(Date.new(2027, 3, 1), 9 * 60)

  module_function

  def letters
    Dir[File.join(FOLDER, "letters_*.txt")].sort.flat_map do |path|
      File.read(path).split(/^# /).drop(1).map do |entry|
        head, _, text = entry.partition("\n")
        Letter.new(language: path[/_(\w+)\.txt/, 1], asks: head.start_with?("asks"), moments: head.split.drop(1), text: text.strip)
      end
    end
  end

  # @return [Measured] of letters
  def asking(letters = self.letters)
    found, left = letters.partition { UpFront::Core::Asking.any?(_1.text) }
    Measured.new(right: found.select(&:asks), wrong: found.reject(&:asks), missed: left.select(&:asks))
  end

  # @return [Measured] of pairs of a letter and a moment
  def moments(letters = self.letters)
    pairs = letters.map { |letter| [letter, UpFront::Core::SaidMoments.of(letter.text, WRITTEN_AT, ZONE).map(&:iso)] }
    measured = {right: [], wrong: [], missed: []}
    pairs.each do |letter, said|
      measured[:right].concat((said & letter.moments).map { [letter, _1] })
      measured[:wrong].concat((said - letter.moments).map { [letter, _1] })
      measured[:missed].concat((letter.moments - said).map { [letter, _1] })
    end
    Measured.new(**measured)
  end
end
