# frozen_string_literal: true

require_relative "../test/support/hostile_letters"

# What letters that are made to hurt cost, and how that grows with their size: to read one, and to make its HTML safe.
class Hurting
  include UpFront

  SIZES = [20_000, 200_000, 2_000_000].freeze

  def initialize(figures)
    @figures = figures
  end

  def call
    HostileLetters::LETTERS.each do |name, letter|
      least, less, most = SIZES.map { |size| letter.call(size).then { |raw| @figures.measure { read(raw) }.seconds } }
      @figures.add("a letter of 2 MB: #{name}", most, "s", beside: format("200 KB; %.2f s and %.2f s for 20 KB", less, least),
        ratio: most / less)
    end
    @figures.add("a letter that would take all memory", @figures.measure { read(HostileLetters::BOMB) }.seconds, "s",
      budget: "3 s of work")
  end

  private

  def read(raw)
    letter = Post::Letter.new(raw).read
    Core::Text.fold(letter.fields[:body])
    Desk::MakeSafe.now(1, raw) unless letter.rough?
  end
end
