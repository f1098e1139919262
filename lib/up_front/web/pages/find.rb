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
        NARROWED = %w[sender label month account].freeze

        # @param text [String] as typed @param narrowed [Hash{String=>String}] some of {NARROWED}
        def initialize(text, narrowed, rulebook, now, offset: 0)
          @text = text
          @typed = Core::SearchText.new(text)
          @narrowed = narrowed.slice(*NARROWED).compact
          @rulebook = rulebook
          @now = now
          @offset = offset
          @near = Core::Near.new(rulebook.zone, now)
        end

        def to_h
          return {lead: "Type to find mail.", count: 0, of: 0, facets: [], messages: [], condition: nil, heard: nil} unless @typed.any?

          {lead: lead, count: found.size, of: hits.size, heard: heard && Core::Sentence.condition(heard), condition: heard ? heard.to_h : @typed.condition, facets: facets, messages: rows}
        end

        private

        # A condition of the written language, where it is one whole.
        def heard
          return @heard if defined?(@heard)

          body = Core::Language.hear_condition(@text.strip.delete_suffix("."))
          @heard = Core::Condition.read(body, check = Core::Check.new, @rulebook.names, state: true).then { _1 if check.faults.empty? }
        rescue Core::Language::Misread
          @heard = nil
        end

        # @return [Array<Integer>] all that fits, the best first
        def hits
          @hits ||= if heard then asked(heard)
          elsif @typed.terms.any? then Store::SearchIndex.find(@typed.terms)
          else asked(Core::Condition.read(@typed.condition, Core::Check.new, @rulebook.names))
          end
        end

        def asked(node) = all.where(Store::SQLReader.new(@now).sql(node)).order(arrived_at: :desc).limit(Store::SearchIndex::MOST_HITS).pluck("messages.id")
        def all = Store::Message.joins(:state, :claim)

        def found
          @found ||= begin
            narrowed = NARROWED.reduce(all) { |relation, key| @narrowed.key?(key) ? narrow(relation, key, @narrowed[key]) : relation }
            @narrowed.empty? ? hits : hits & narrowed.where(messages: {id: hits}).pluck("messages.id")
          end
        end

        def narrow(relation, key, value)
          case key
          when "sender" then relation.where(messages: {sender_key: value})
          when "account" then relation.where(messages: {account_key: Core::Text.fold(value)})
          when "label" then relation.where("EXISTS (SELECT 1 FROM worn_labels worn WHERE worn.message_id = messages.id AND worn.label = ?)", value)
          else relation.where("strftime('%Y-%m', messages.arrived_at) = ?", value)
          end
        end

        def lead
          return "Nothing in all your mail fits that." if hits.empty?

          words = "#{Core::Words.sentence(Core::Words.count(found.size, "message"))} found"
          (found.size < hits.size) ? "#{words}, of #{Core::Words.count(hits.size, "message")}." : "#{words}."
        end

        # Over what is found, so that each click narrows further.
        def facets
          messages = all.where(messages: {id: found})
          [facet("sender", "From", messages.group("messages.sender_key").order(Arel.sql("count(*) DESC")).limit(MOST_FACETS).pluck("messages.sender_key", Arel.sql("max(messages.sender_name)"), Arel.sql("count(*)"))),
            facet("label", "Labelled", messages.joins("JOIN worn_labels worn ON worn.message_id = messages.id").group("worn.label").order(Arel.sql("count(*) DESC")).limit(MOST_FACETS).pluck(Arel.sql("worn.label"), Arel.sql("worn.label"), Arel.sql("count(*)"))),
            facet("month", "Month", months(messages)), facet("account", "Account", messages.joins(:account).group("accounts.name").pluck(Arel.sql("accounts.name"), Arel.sql("accounts.name"), Arel.sql("count(*)")))]
        end

        def months(messages)
          rows = messages.group(Arel.sql("strftime('%Y-%m', messages.arrived_at)")).order(Arel.sql("1 DESC")).limit(MOST_FACETS).pluck(Arel.sql("strftime('%Y-%m', messages.arrived_at)"), Arel.sql("count(*)"))
          rows.map { |month, count| [month, Date.strptime(month, "%Y-%m").strftime("%B %Y"), count] }
        end

        def facet(key, title, rows)
          {key: key, title: title, chosen: @narrowed[key], choices: rows.filter_map { |value, words, count| {value: value, words: words.to_s.empty? ? value : words, count: count} if value }}
        end

        def rows
          ids = found[@offset, PAGE].to_a
          states = Store::State.where(message_id: ids).index_by(&:message_id)
          texts = Store::Message.where(id: ids).pluck(:id, Arel.sql("substr(body, 1, #{FOLDED})")).to_h
          Row.of(ids.map { states.fetch(_1) }, @rulebook, @now).map { |row| shown(row, texts.fetch(row.message.id)) }
        end

        def shown(row, body)
          excerpt = around(body) || row.message.excerpt
          row.to_h.merge(because: "#{@near.moment(row.message.arrived_at)} · #{place(row)}", subject_pieces: marking.pieces(row.subject), excerpt: excerpt, excerpt_pieces: marking.pieces(excerpt))
        end

        def marking = @marking ||= Core::Marking.new(heard ? Core::Marking.sought(heard) : @typed.patterns)

        # The stretch of a text in which the first of the words stands.
        def around(body)
          folded = Core::Text.fold(body)
          at = marking.patterns.filter_map { folded.index(_1) }.min or return
          start = [at - AROUND, 0].max
          body.gsub(/[[:space:]]+/, " ")[start, AROUND * 3].to_s.then { start.zero? ? _1 : "… #{_1}" }
        end

        # Where it is, in a word: nothing is moved, and so it is in its mailbox whatever this says.
        def place(row)
          state = row.state
          return row.message.mailbox if state.came == "quiet"
          return "discarded" if state.discarded_at
          return "cleared" if state.cleared_at
          return "off the Front" unless state.surface_at || row.claim.held
          return "on the Front" if state.surface_at && state.surface_at <= @now

          state.put_off_at ? "put off" : "held"
        end
      end
    end
  end
end
