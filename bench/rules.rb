# frozen_string_literal: true

# Rulebooks of any size in the manner of real ones: people, domains, words of subjects and texts, kinds.
class Rules
  WORDS = %w[
    loan crate border proof lift lunch humidity invoice catalogue label courier glass opening trustee paint figures water ladder
  ].freeze
  THEN = [{"priority" => "high"}, {"timing" => {"now" => true}}, {"labels" => ["Loans"]},
    {"timing" => {"next_round" => true}, "priority" => "low"}].freeze

  def initialize(seed:) = @random = Random.new(seed)

  # @return [UpFront::Core::Rulebook]
  def rulebook(count)
    document = JSON.parse(File.read(Demo::World::RULEBOOK))
    UpFront::Core::Rulebook.read(document.merge("rules" => Array.new(count) { |number|
      {"name" => "Rule #{number}",
       "when" => {"all" => conditions(number)}, "then" => THEN[number % THEN.size]}
    }))
  end

  private

  def leaf(fact, op, value) = {"fact" => fact, "op" => op, "value" => value}

  def conditions(number)
    word = "#{WORDS[@random.rand(WORDS.size)]}#{number if number > 30}"
    case number % 5
    when 0 then [leaf("from", "is", ["person#{number}@house#{number % 700}.example"])]
    when 1 then [leaf("from", "is", ["@house#{number}.example"]), leaf("subject", "mentions", [WORDS[number % WORDS.size]])]
    when 2 then [leaf("subject", "mentions", [word, "topic#{number}"])]
    when 3 then [leaf("subject_or_body", "mentions", ["matter#{number}", "#{word}*"]), leaf("to_list", "is", false)]
    else [{"any" => [leaf("from", "is", ["@guild#{number}.example"]), leaf("body", "mentions_all", [word, "case#{number}"])]}]
    end
  end
end
