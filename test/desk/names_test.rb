# frozen_string_literal: true

require_relative "../support/desk_helper"

# A name is one, however it is spelled: settled as the rulebook has it where it is read, and compared in one way everywhere.
class NamesTest < Minitest::Test
  include DeskHelper

  LABELS = %w[Écru Ägypten Łódź Ørsted].freeze

  def setup
    super
    set_up(labels: LABELS.map { {"name" => _1, "colour" => "#2F6B4F"} }, inks: [{"name" => "Vert Pâle", "colour" => "#9A4A12"}],
      groups: [{"name" => "Prêteurs", "members" => ["ana@casadomar.example"]}])
  end

  # As a hurried person types it.
  def spellings(name)
    plain = Core::Text.fold(name)
    [name.upcase, name.downcase, name.swapcase, plain, plain.upcase, name.unicode_normalize(:nfd), " #{name} ", name.sub(" ", "  ")].uniq
  end

  def save(body, **more) = Desk::SaveRule.new(clock).call(body, **more)
  def stored(done) = done.result.reload.body

  def test_a_rule_gets_the_rulebooks_spelling_of_all_that_it_names
    LABELS.each do |label|
      spellings(label).each_with_index do |spelled, number|
        done = save(rule("#{label} #{number}", then: {"labels" => [spelled]}))
        assert_equal [label], stored(done)["then"]["labels"], spelled.inspect
      end
    end
    spellings("Vert Pâle").each_with_index do |spelled, number|
      body = rule("Ink #{number}", when: leaf("from", "is", ["group:#{spellings("Prêteurs")[number % 4]}"]),
        then: {"ink" => spelled, "timing" => {"round" => "mID"}})
      kept = stored(save(body))
      assert_equal ["Vert Pâle", {"round" => "Mid"}, ["group:Prêteurs"]],
        [kept["then"]["ink"], kept["then"]["timing"], kept["when"]["value"]], spelled.inspect
    end
  end

  def test_mail_wears_the_rulebooks_spelling_and_every_view_finds_it
    save(rule("All", then: {"labels" => LABELS.map(&:upcase), "ink" => "VERT PALE", "timing" => {"now" => true}}))
    id = take.id
    assert_equal [LABELS.sort, "Vert Pâle"], Store::Claim.find(id).then { [_1.labels.sort, _1.ink] }
    LABELS.flat_map { spellings(_1) }.each do |spelled|
      view = Core::View.read({"name" => "V", "when" => leaf("label", "is", [spelled])}, Core::Check.new, Store::CurrentRulebook.rulebook.names)
      assert_equal [id], Store::ViewQuery.new(view, clock.now, LISBON).states.pluck(:message_id), spelled.inspect
    end
    LABELS.each do |label|
      Desk::ChangeLabels.new(clock, off: [Core::Text.fold(label)]).call([id])
      refute_includes Core::MessageState.new(Store::State.find(id), Store::Claim.find(id), clock.now).labels, label
    end
  end

  def test_the_same_name_in_another_spelling_is_taken
    spellings("Ägypten").each do |spelled|
      error = assert_raises(Desk::Act::Impossible) { Desk::SaveThing.new(clock).call("labels", {"name" => spelled, "colour" => "#112233"}) }
      assert_equal ["There is a label “Ägypten” already.", 409], [error.message, error.status], spelled.inspect
    end
    save(rule("Über alles"))
    assert_raises(Core::Refused) { save(rule("UBER ALLES")) }
    Desk::SaveView.new(clock).call({"name" => "Öffentlich", "when" => {"all" => []}})
    assert_raises(Core::Refused) { Desk::SaveView.new(clock).call({"name" => "offentlich", "when" => {"all" => []}}) }
  end

  def test_renaming_goes_by_any_spelling_and_reaches_rules_views_and_mail
    made = save(rule("All", then: {"labels" => ["lodz"], "timing" => {"now" => true}}))
    view = Desk::SaveView.new(clock).call({"name" => "V", "when" => leaf("label", "is", ["LODZ"])}).result
    id = take.id
    done = Desk::SaveThing.new(clock).call("labels", {"name" => "Lodz (city)"}, was: "LÓDZ")
    now = -> { [made.result.reload.body["then"]["labels"], view.reload.body["when"]["value"], Store::Claim.find(id).labels] }
    assert_equal [["Lodz (city)"]] * 3, now.call
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal [["Łódź"]] * 3, now.call
  end

  def test_what_is_named_in_any_spelling_is_not_taken_away
    save(rule("All", then: {"labels" => ["orsted"]}))
    error = assert_raises(Desk::Act::Impossible) { Desk::DeleteThing.new(clock).call("labels", "ØRSTED") }
    assert_includes error.message, "is named by “All”"
    assert Desk::DeleteThing.new(clock).call("labels", "ecru").undo_id
    assert_equal LABELS - ["Écru"], Store::CurrentRulebook.document["labels"].map { _1["name"] }
  end

  def test_the_written_language_takes_names_in_any_spelling
    heard = Core::Language.hear_rule("When the sender is one of “PRETEURS”: label “agypten”, ink “vert pale”.")
    kept = stored(save(heard.merge("name" => "Heard")))
    assert_equal [["group:Prêteurs"], {"labels" => ["Ägypten"], "ink" => "Vert Pâle"}], [kept.dig("when", "all", 0, "value"), kept["then"]]
  end

  def test_a_file_that_spells_otherwise_brings_no_second
    document = Store::CurrentRulebook.document
    given = document.merge("rules" => [rule("One", then: {"labels" => ["ÉCRU"]})])
    Desk::ImportRulebook.new(clock).call(Core::Rulebook.read(given).document)
    assert_equal LABELS, Store::CurrentRulebook.document["labels"].map { _1["name"] }
    assert_equal ["Écru"], Store::CurrentRulebook.document["rules"][0]["then"]["labels"]
  end

  # A label or an ink decides nothing: what was decided stands as it was told.
  def test_how_labels_and_inks_look_changes_no_account
    id = take(subject: "Loan").id
    stale = -> { Web::Pages::Sheet.new(Store::Message.find(id), Store::CurrentRulebook.rulebook, clock.now).to_h[:why][:stale] }
    done = Desk::SaveThing.new(clock).call("labels", {"name" => "Fresh", "colour" => "#2F6B4F"})
    Desk::SaveThing.new(clock).call("labels", {"name" => "Fresh", "colour" => "#AA3311"}, was: "Fresh")
    assert_equal [false, "#AA3311"], [stale.call, Store::CurrentRulebook.rulebook.document["labels"].last["colour"]]
    Desk::Undo.new(clock).call(Store::UndoStep.last.id)
    assert_equal [false, "#2F6B4F"], [stale.call, Store::CurrentRulebook.rulebook.document["labels"].last["colour"]]
    Desk::Undo.new(clock).call(done.undo_id)
    refute stale.call
    revision = Store::CurrentRulebook.rulebook.revision
    Desk::SaveThing.new(clock).call("groups", {"name" => "Fresh", "members" => ["ana@b.example"]})
    assert_operator Store::CurrentRulebook.rulebook.revision, :>, revision, "a group decides"
  end

  # What delete refuses, undo refuses too; what is exported can be brought in.
  def test_what_a_rule_or_a_view_names_is_not_taken_back
    made = Desk::SaveThing.new(clock).call("labels", {"name" => "Fresh", "colour" => "#2F6B4F"})
    Desk::SaveRule.new(clock).call(rule("Wears it", when: leaf("subject", "mentions", ["loan"]), then: {"labels" => ["Fresh"]}))
    Desk::SaveView.new(clock).call({"name" => "Fresh ones", "when" => leaf("label", "is", ["Fresh"])})
    refused = assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(made.undo_id) }
    assert_equal "The rule “Wears it” and the view “Fresh ones” name what this would take away. Take it out there first, then undo this.",
      refused.message
    assert Core::Rulebook.read(Store::CurrentRulebook.document)
    2.times { Desk::Undo.new(clock).last }
    assert_equal "Undone: Made the label “Fresh”.", Desk::Undo.new(clock).call(made.undo_id).message
  end

  # The account of each rule stays with the rules that decided.
  def test_how_each_rule_was_read_is_told_by_the_rules_that_decided
    straight_in = rule("Loans now", when: leaf("subject", "mentions", ["loan"]), then: {"timing" => {"now" => true}})
    made = Desk::SaveRule.new(clock).call(straight_in)
    id = take(subject: "Loan").id
    sheet = -> { Web::Pages::Sheet.new(Store::Message.find(id), Store::CurrentRulebook.rulebook, clock.now).to_h[:why] }
    before = sheet.call[:readings]
    Desk::DeleteRule.new(clock).call(made.result.id)
    3.times { |turn| Desk::SaveThing.new(clock).call("groups", {"name" => "G#{turn}", "members" => ["ana@b.example"]}) }
    assert_equal [true, before], sheet.call.values_at(:stale, :readings)
    assert_includes before.map { _1["rule"] }, "Loans now"
    assert_equal 1, Store::RulebookRevision.count, "one for each revision that decided"
    take(subject: "Another")
    Store::RulebookRevision.prune
    assert_equal 2, Store::RulebookRevision.count
    Store::Claim.where(message_id: id).update_all(revision: Store::CurrentRulebook.rulebook.revision)
    assert_equal 1, Store::RulebookRevision.prune
  end
end
