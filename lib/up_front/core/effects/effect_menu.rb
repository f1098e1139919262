# frozen_string_literal: true

module UpFront
  module Core
    # Every effect as a person may look for it, each with what it begins as.
    module EffectMenu
      # @!attribute words [String] as a sentence says it @!attribute also [String] other words for it
      Entry = Struct.new(:topic, :words, :also, :value, keyword_init: true)

      ENTRIES = [
        ["timing", "comes straight in", "now at once immediately through", {"now" => true}],
        ["timing", "waits for the next round", "hold batch later delay", {"next_round" => true}],
        ["timing", "waits for a certain round", "hold batch later named", {"round" => nil}],
        ["timing", "waits until a time of day", "later tomorrow morning delay hold", {"until" => {"days" => 1, "at" => "09:00"}}],
        ["timing", "waits until a day of the week", "weekly monday friday once a week later", {"until" => {"weekday" => "fri", "at" => "15:00"}}],
        ["timing", "waits for so long", "hours delay later", {"until" => {"after" => "PT2H"}}],
        ["timing", "stays off the Front", "never hide not shown silent", {"off_front" => true}],
        *Effects::PRIORITIES.reverse.map { |level| ["priority", "has #{level} priority", "important urgent", level] },
        ["priority", "has its priority raised", "higher up more important", {"raise" => 1}], ["priority", "has its priority lowered", "lower down less important", {"lower" => 1}],
        ["alert", "raises a tap", "alert banner notify tell", {"level" => "tap"}], ["alert", "raises a chime", "alert sound bell notify ring", {"level" => "chime"}],
        ["alert", "raises a call-out", "alert loud notify big stays", {"level" => "call_out"}], ["alert", "raises no alert", "silent quiet mute", "none"],
        ["ink", "is shown in an ink", "highlight colour mark bold stand out", nil], ["labels", "is labelled", "label tag word category", []],
        ["mark_words", "has words marked in it", "highlight words text stand out", []],
        ["keep_at_top", "is kept at top", "pin stays first", true], ["flag", "is flagged", "flag mark star", true], ["mark_read", "is marked read", "seen unread", true],
        ["discard", "is discarded", "delete remove throw away bin", true], ["follow_up", "is to be followed up", "remind answer due task", {"in" => "P2D"}],
        ["forward", "is forwarded", "send on pass", []], ["reply", "is answered", "answer template automatic", nil]
      ].map { |topic, words, also, value| Entry.new(topic: topic, words: words, also: also, value: value).freeze }.freeze
    end
  end
end
