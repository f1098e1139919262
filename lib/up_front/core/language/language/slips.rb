# frozen_string_literal: true

require "did_you_mean"

module UpFront
  module Core
    module Language
      # What a text says that can be read, and cannot be meant: a group or a label that is not there while one of nearly that name is;
      # in a rule, how a message stands, which is not known when the rule decides.
      module Slips
        # @!attribute from [Integer] the place in the text, in letters @!attribute repairs [Array<Repairs::Repair>]
        Slip = Struct.new(:message, :from, :length, :repairs, keyword_init: true)

        module_function

        # @param text [String] @param body [Hash] as it was heard @param known [Hash{String=>Array<String>}] names by kind
        # @param of [String] of {Language::HEARD} @return [Slip, nil] the first
        def of(text, body, known, of: "rule")
          ((of != "view") ? standing(text, body) : nil) || named(text, body, known)
        end

        def named(text, body, known)
          References.of(body).each do |kind, names|
            there = known.fetch(kind) { next }.to_h { [Text.fold(_1), _1] }
            names.reject { there.key?(Text.fold(_1)) }.each do |name|
              nearest = near(name, there.values) or next
              from = text.index(name) or next
              return Slip.new(message: "There is no #{FaultWords::KINDS.fetch(kind)} “#{name}” here. Did you mean “#{nearest}”?",
                from: from, length: name.size, repairs: [replaced(text, from, name, nearest)])
            end
          end
          nil
        end

        def replaced(text, from, name, nearest)
          quoted = text[from - 1] == "“" || text[from - 1] == "\""
          Repairs::Repair.new("“#{nearest}”", text[0, from] + (quoted ? nearest : Quoting.name(nearest)) + text[from + name.size..])
        end

        def near(name, there)
          close = there.map { [_1, DidYouMean::Levenshtein.distance(Text.fold(name), Text.fold(_1))] }.min_by(&:last)
          close[0] if close && close[1] <= [name.size / 3, 1].max
        end

        def standing(text, body)
          leaf = leaves(body["when"]).chain(leaves(body["unless"])).find { StateFacts.find(_1["fact"]) } or return
          fact = StateFacts.find(leaf["fact"])
          said = [fact.label, fact.denial].compact.find { text.match?(/#{Regexp.escape(_1)}/i) } or return
          from = text.index(/#{Regexp.escape(said)}/i)
          Slip.new(message: "“#{said}” is how a message stands, and a rule decides when it comes in. Ask that in a view, " \
            "and take it out here.", from: from, length: said.size, repairs: without(text, from, said))
        end

        # The same without that condition, where it is one of several.
        def without(text, from, said)
          before, after = text[0, from], text[from + said.size..]
          [[before.sub(/(?:,| and| or) \z/, ""), after], [before, after.sub(/\A(?:,| and| or) /, "")]]
            .reject { |parts| parts == [before, after] }.map { Repairs::Repair.new("without it", _1.join) }
            .select { |repair| heard?(repair.text) }.first(1)
        end

        def heard?(text)
          Language.hear_rule(text)
          true
        rescue Misread
          false
        end

        def leaves(node)
          return [] unless node.is_a?(Hash)

          node.key?("fact") ? [node] : node.values.flatten.flat_map { leaves(_1) }
        end
        private_class_method :named, :replaced, :near, :standing, :without, :heard?, :leaves
      end
    end
  end
end
