# frozen_string_literal: true

require_relative "../support/core_helper"

# People are read as a person writes and pastes them; what is nobody is said, and nothing of it is lost.
class PastedPeopleTest < Minitest::Test
  include CoreHelper

  def read(text, **given) = Core::PastedPeople.new(text, **given).then { [_1.terms, _1.unread] }

  READ = {
    "Ana Ferro <ana@x.example>, b@y.example; <c@z.example>" => %w[ana@x.example b@y.example c@z.example],
    "\"Lopes, João\" <joao@x.example> (registrar, north)" => %w[joao@x.example],
    "*@y.example\n@z.example\nanyone at Casa-do-Mar.example, lanternquay.example" => %w[@y.example @z.example @Casa-do-Mar.example
      @lanternquay.example],
    "mailto:ana@x.example?subject=Hello" => %w[ana@x.example],
    "a@x.example b@x.example\tc@x.example" => %w[a@x.example b@x.example c@x.example],
    "Lenders: a@x.example, b@x.example;" => %w[a@x.example b@x.example],
    "ana@münchen.example, @museu.例え.example" => %w[ana@münchen.example @museu.例え.example],
    "a@x.example, A@x.example,, a@x.example" => %w[a@x.example A@x.example]
  }.freeze

  def test_lists_are_read_as_they_are_pasted
    READ.each { |text, terms| assert_equal [terms, []], read(text), text }
  end

  def test_what_is_nobody_is_said
    assert_equal [%w[a@x.example], ["Ana Ferro", "me", "ana at x", "a@b@c"]], read("Ana Ferro, a@x.example; me, ana at x, a@b@c")
    assert_equal [[], []], read(" ,;\n \t")
  end

  def test_groups_oneself_and_known_names_where_they_may_stand
    known = ->(name) { (name == "Ana Ferro") ? %w[ana@x.example ana@y.example] : [] }
    assert_equal [["group:Lenders", "me", "my_organisation", "contacts", "ana@x.example", "ana@y.example"], ["Rui"]],
      read("one of lenders, me, my organisation, my contacts, Ana Ferro, Rui", groups: ["Lenders"], known: known)
  end

  def test_at_random_nothing_hangs_or_raises_and_all_that_is_read_the_rulebook_takes
    random = Random.new(Minitest.seed)
    signs = ["a", "@", ".", ",", ";", "<", ">", "\"", "(", ")", " ", "\n", ":", "*", "é", "x.example", "mailto:", "\\"]
    400.times do
      text = Array.new(random.rand(40)) { signs.sample(random: random) }.join
      terms, = read(text, groups: [])
      Core::Rulebook.read(document(groups: [{"name" => "G", "members" => terms - %w[me contacts my_organisation]}]))
    end
    assert_operator cpu_seconds { read("<" * 400_000) }, :<, 5
    assert_operator cpu_seconds { read("a@x.example," * 33_000) }, :<, 10
  end
end
