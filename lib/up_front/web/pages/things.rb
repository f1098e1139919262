# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Groups, labels and inks, each with the rules that name it and what it stands for in the last month's mail.
      class Things
        DAYS = 30

        def initialize(rulebook, now)
          @rulebook = rulebook
          @match_index = Store::MatchIndex.at(now)
          @within = @match_index.days_bits(DAYS, rulebook.zone, now)
          @rules = rulebook.rules.map { [_1.name, Core::References.of(_1.to_h)] }
        end

        def to_h
          {groups: list("groups") { |thing| {members: thing["members"], count: mail_of(thing)} },
           labels: list("labels") { |thing| {colour: thing["colour"]} },
           inks: list("inks") { |thing| {colour: thing["colour"], weight: thing["weight"] || "normal", mark: thing["mark"] == true} }}
        end

        private

        def list(kind)
          @rulebook.document.fetch(kind, []).map { |thing| {name: thing["name"], rules: users(kind, thing["name"]), **yield(thing)} }
        end

        def users(kind, name) = @rules.select { |_, names| names[kind].any? { Core::Text.fold(_1) == Core::Text.fold(name) } }.map(&:first)

        def mail_of(group)
          node = Core::Condition.read({"fact" => "from", "op" => "is", "value" => ["group:#{group["name"]}"]}, Core::Check.new,
            @rulebook.names)
          @match_index.count(@match_index.bits(node, @rulebook.context) & @within)
        end
      end
    end
  end
end
