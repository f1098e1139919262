# frozen_string_literal: true

require_relative "../support/desk_helper"

# What promises and examples name follows, and cannot be taken away under them.
class KeptPromisesTest < Minitest::Test
  include DeskHelper

  HELD = {"fact" => "in_window", "op" => "is", "value" => ["Night"]}.freeze
  LENDERS = {"fact" => "from", "op" => "is", "value" => ["group:Lenders"]}.freeze

  def setup
    super
    set_up
    message = mail(subject: "A loan")
    @example = Core::Example.document("Loan", message, {"labels" => ["Border"]})
    put("promises" => [{"name" => "Lenders", "when" => LENDERS, "holds" => {"comes_in" => "P2D"}},
      {"name" => "Nights", "unless" => HELD, "holds" => {"on_front" => true}}], "examples" => [@example])
  end

  def put(parts) = Desk::ImportRulebook.new(clock).call(Store::CurrentRulebook.document.merge(parts))
  def in_force = Store::CurrentRulebook.rulebook.document
  def asked(place, part) = in_force["promises"][place][part]["value"]

  def test_new_names_go_into_them_and_back
    done = Desk::SaveThing.new(clock).call("groups", {"name" => "Houses"}, was: "Lenders")
    assert_equal ["group:Houses"], asked(0, "when")
    Desk::SaveThing.new(clock).call("labels", {"name" => "Grenze"}, was: "Border")
    assert_equal ["Grenze"], in_force["examples"][0]["shall"]["labels"]
    week = in_force["plan"]
    windows = week["windows"].map { (_1["name"] == "Night") ? _1.merge("name" => "Nacht") : _1 }
    Desk::SavePlan.new(clock).call(week.merge("windows" => windows), renamed: [{"kind" => "windows", "was" => "Night", "name" => "Nacht"}])
    assert_equal ["Nacht"], asked(1, "unless")
    assert_equal [2, 1], [Store::CurrentRulebook.rulebook.promises.size, Store::CurrentRulebook.rulebook.examples.size]
    assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(done.undo_id) } # other names came after it
  end

  def test_undo_puts_the_former_name_back
    before = in_force
    done = Desk::SaveThing.new(clock).call("groups", {"name" => "Houses"}, was: "Lenders")
    Desk::Undo.new(clock).call(done.undo_id)
    assert_equal before, in_force
  end

  def test_what_they_name_stays
    refused = assert_raises(Desk::Act::Impossible) { Desk::DeleteThing.new(clock).call("groups", "Lenders") }
    assert_equal "The group “Lenders” is named by “Lenders”. Take it out there first.", refused.message
    assert_match(/“Loan”/, assert_raises(Desk::Act::Impossible) { Desk::DeleteThing.new(clock).call("labels", "Border") }.message)
    week = in_force["plan"]
    gone = assert_raises(Core::Refused) { Desk::SavePlan.new(clock).call(week.merge("windows" => week["windows"].drop(1))) }
    assert_match(/The promise “Nights” names the window “Night”, which would be gone/, gone.faults.first.message)
    made = Desk::SaveThing.new(clock).call("labels", {"name" => "New", "colour" => "#112233"})
    put("examples" => [@example.merge("shall" => {"labels" => ["New"]})])
    assert_match(/undo that first/, assert_raises(Desk::Act::Impossible) { Desk::Undo.new(clock).call(made.undo_id) }.message)
  end

  # One that cannot be read takes no other with it, nor the rules.
  def test_one_that_cannot_be_read_is_left_out
    head = Store::Rulebook.first
    broken = head.document["promises"].first.merge("name" => "Odd", "holds" => {"sings" => true})
    head.update!(document: head.document.merge("promises" => [broken, *head.document["promises"]]), revision: head.revision + 1)
    Store::CurrentRulebook.forget
    assert_equal %w[Lenders Nights], Store::CurrentRulebook.rulebook.promises.map(&:name)
  end
end
