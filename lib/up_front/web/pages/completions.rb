# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What a value may be, from the mail that is here: who writes and is written to, words that occur, accounts and mailboxes.
      class Completions
        MOST = 12
        SUBJECTS = 5_000 # the newest, in which words are looked for
        OWN = {"me" => "me", "my_organisation" => "my organisation", "contacts" => "my contacts"}.freeze

        # @param fact [String] @param typed [String] what the person has written so far
        def initialize(fact, typed, rulebook)
          @fact = Core::Facts.find(fact) || Core::StateFacts.find(fact)
          @typed = Core::Text.fold(typed)
          @rulebook = rulebook
        end

        # @return [Array<Hash>] value, words, count
        def to_a
          return [] unless @fact

          offered = {Core::Types::People => :people, Core::Types::Text => :words, Core::Types::Window => :windows}[@fact.type]
          return send(offered) if offered
          return named(@rulebook.things(@fact.type.kind.to_s).map { _1["name"] }) if @fact.type.is_a?(Core::Types::Named)
          return [] unless @fact.type.is_a?(Core::Types::Choice)

          @fact.is_a?(Core::StateFact) ? named(@rulebook.rules.map(&:name)) : answers
        end

        private

        def row(value, label = value, count = nil) = {value: value, label: label, count: count}
        def fits?(text) = @typed.empty? || Core::Text.fold(text).include?(@typed)

        def people
          own = OWN.select { |term, label| fits?(label) && somebody?(term) }.map { |value, label| row(value, label) }
          groups = @rulebook.things("groups").map { _1["name"] }.select { fits?(_1) }
            .map { row("group:#{_1}", "one of #{_1}") }
          found = groups + domains + addresses
          (found + contacts(found) + (@typed.empty? ? [] : own)).first(MOST) + (@typed.empty? ? own : [])
        end

        # Those who have not written yet.
        def contacts(found)
          known = found.to_set { _1[:value] }
          people = Core::Contact.terms(@rulebook.document).reject { _1.start_with?("@") || known.include?(Core::Address.normalise(_1)) }
          people.select { fits?(_1) }.map { row(Core::Address.normalise(_1)) }
        end

        # Contacts are offered where there are any.
        def somebody?(term) = term != "contacts" || @rulebook.document.fetch("contacts", []).any?

        def met = Store::MessagePerson.where(role: roles).where.not(key: "")
        def roles = @fact.columns.map(&:to_s)

        def addresses
          found = met.where("instr(key, :typed) > 0 OR instr(name_key, :typed) > 0 OR :typed = ''", typed: @typed).group(:key)
            .order(Arel.sql("count(*) DESC")).limit(MOST).pluck(:key, Arel.sql("max(name_key)"), Arel.sql("count(*)"))
          shown = Store::Message.where(sender_key: found.map(&:first)).group(:sender_key).pluck(:sender_key, Arel.sql("max(sender_name)"))
            .to_h
          found.map { |key, _, count| row(key, [shown[key] && Core::Address.shown(shown[key], key), key].compact.uniq.join(" · "), count) }
        end

        def domains
          found = met.where("instr(key, '@') > 0").group(Arel.sql("substr(key, instr(key, '@') + 1)")).order(Arel.sql("count(*) DESC"))
            .pluck(Arel.sql("substr(key, instr(key, '@') + 1)"), Arel.sql("count(*)"))
          typed = @typed.delete_prefix("@")
          found.select { |domain, _| domain.include?(typed) }.first(4).map { |domain, count|
            row("@#{domain}", "anyone at #{domain}", count)
          }
        end

        # Those that mail has, as they are spelled where they have a spelling of their own.
        def answers
          return [] if @fact.type.choices

          counts.select { |name, _| fits?(name) }.sort_by { |name, count| [-count, name] }.first(MOST).map do |name, count|
            row(name, name, count)
          end
        end

        # @return [Hash{String=>Integer}]
        def counts
          case @fact.name
          when "account" then Store::Message.group(:account_id).count.then { |counts|
            Store::Account.all.to_h { [_1.name, counts.fetch(_1.id, 0)] }
          }
          when "mailbox" then Store::Message.group(:mailbox).count
          else Store::Message.group(@fact.columns.first).count
          end
        end

        def windows = named(@rulebook.plan.windows.map(&:name))
        def named(names) = names.select { fits?(_1) }.map { row(_1) }

        # Whole words of subjects or file names that begin so, the more frequent the earlier.
        def words
          return [] if @typed.size < 2

          column = (@fact.name == "attachment_name") ? :attachment_names_words : :subject_words
          texts = Store::MessageText.where("instr(#{column}, ?) > 0", " #{@typed}").order(message_id: :desc).limit(SUBJECTS).pluck(column)
          counts = texts.flat_map { |text| text.split.uniq }.select { _1.start_with?(@typed) }.tally
          counts.sort_by { |word, count| [-count, word] }.first(MOST).map { |word, count| row(word, word, count) }
        end
      end
    end
  end
end
