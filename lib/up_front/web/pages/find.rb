# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a search finds over all mail, the best first, wherever it is; narrowed by sender, label, month and account.
      class Find
        PAGE = 50
        MOST_FACETS = 8
        AROUND = 90 # letters of the text shown before and after the words
        FOLDED = 40_000 # letters of a text in which the words are looked for, to show them
        TITLES = {"sender" => "From", "label" => "Labelled", "month" => "Month", "account" => "Account", "read" => "Read",
                  "files" => "Files", "state" => "Where"}.freeze
        WORDS = {"unread" => "unread", "read" => "read", "with" => "with files", "without" => "without", "front" => "on the Front",
                 "held" => "held", "cleared" => "cleared", "discarded" => "discarded", "sent" => "sent by me"}.freeze
        MORE_FACETS = 80

        # @param text [String] as typed @param narrowed [Hash{String=>String}] some of {Core::Narrowing::KEYS}
        # @param newest [Boolean] the newest first, in place of the best
        def initialize(text, narrowed, rulebook, now, newest: false)
          @newest = newest
          @text = text
          @typed = Core::SearchText.new(text)
          @narrowed = narrowed
          @rulebook = rulebook
          @now = now
          @time_format = Core::TimeFormat.new(rulebook.zone, now)
        end

        # @param offset [Integer] of the first to show
        def to_h(offset: 0)
          return {lead: "Type to find mail.", count: 0, of: 0, messages: [], condition: nil, heard: nil} unless @typed.any?

          {lead: lead, count: finding.count, of: whole, heard: heard && Core::Sentence.condition(heard),
           condition: condition, for_rules: for_rules?, messages: rows(offset)}
        end

        # Over what is found, so that each click narrows further. @param all [Boolean] many choices of each, not the first few
        # @return [Hash]
        def facets(all: false) = {facets: if @typed.any?
                                            TITLES.keys.map { facet(_1, all ? MORE_FACETS : MOST_FACETS) }
                                          else
                                            []
                                          end}

        # @return [Store::Finding, nil] nil where nothing was typed
        def finding = (@finding ||= Store::Finding.new(sought, @narrowed, @now, @rulebook.names, newest: @newest) if @typed.any?)

        private

        def sought
          return heard if heard
          return @typed.terms.map { Core::Phrase.new(_1.to_s) } if @typed.terms.any?

          Core::Condition.read(@typed.condition, Core::Check.new, @rulebook.names)
        end

        # What is found as a condition, all that it is narrowed by among it. @return [Hash]
        def condition
          said = heard ? heard.to_h : @typed.condition
          @narrowed.empty? ? said : {"all" => [*(said["all"] || [said]), *@narrowed.flat_map { |key, value| Core::Narrowing.conditions(key, value) }]}
        end

        # Whether a rule may ask the same: it decides when mail arrives, and how a message stands then is not known, nor which labels it
        # wears.
        def for_rules?
          @narrowed.all? { |key, value| Core::Narrowing.for_rules?(key, value) } && (heard.nil? || heard.leaves.none? {
            _1.fact.is_a?(Core::StateFact)
          })
        end

        def whole = @whole ||= @narrowed.empty? ? finding.count : finding.whole.count

        # A condition of the written language, where it is one whole.
        def heard
          return @heard if defined?(@heard)

          body = Core::Language.hear_condition(@text.strip.delete_suffix("."))
          @heard = Core::Condition.read(body, check = Core::Check.new, @rulebook.names, state: true).then { _1 if check.faults.empty? }
        rescue Core::Language::Misread
          @heard = nil
        end

        def lead
          return "Nothing in all your mail fits that." if whole.zero?

          text = "#{Core::English.sentence(Core::English.count(finding.count, "message"))} found"
          (finding.count < whole) ? "#{text}, of #{Core::English.count(whole, "message")}." : "#{text}."
        end

        def facet(key, most)
          choices = finding.facet(key, most).map(&:to_h)
          choices = choices.map { _1.merge(label: WORDS.fetch(_1[:value])) } if Core::Narrowing::STANDING.key?(key)
          {key: key, title: TITLES.fetch(key), chosen: @narrowed[key], choices: choices}
        end

        def rows(offset)
          ids = finding.page(offset, PAGE)
          states = Store::State.where(message_id: ids).index_by(&:message_id)
          texts = Store::Message.where(id: ids).pluck(:id, Arel.sql("substr(body, 1, #{FOLDED})")).to_h
          Row.of(ids.map { states.fetch(_1) }, @rulebook, @now).map { |row| shown(row, texts.fetch(row.message.id)) }
        end

        def shown(row, body)
          excerpt = around(body) || row.message.excerpt
          row.plain.merge(because: "#{@time_format.moment(row.message.arrived_at)} · #{Place.of(row)}",
            subject_pieces: marking.pieces(row.subject), excerpt: excerpt, excerpt_pieces: marking.pieces(excerpt))
        end

        def marking = @marking ||= Core::Marking.new(heard ? Core::Marking.sought(heard) : @typed.patterns)

        # The stretch of a text in which the first of the words stands.
        def around(body)
          folded = Core::Text.fold(body)
          at = marking.patterns.filter_map { folded.index(_1) }.min or return
          start = [at - AROUND, 0].max
          body.gsub(/[[:space:]]+/, " ")[start, AROUND * 3].to_s.then { start.zero? ? _1 : "… #{_1}" }
        end
      end
    end
  end
end
