# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # What a text that cannot be read may have been meant as: other wordings for the same, brackets, quotes, a final point. Only
      # what can be read in the end is offered.
      class Repairs
        # @!attribute label [String] what would be written @!attribute text [String] the whole text with it
        Repair = Struct.new(:label, :text)

        MOST = 3
        MOST_STEPS = 9
        MOST_READINGS = 24 # bounds what one misreading costs
        LONGEST = 4_000 # letters of a text that is mended; longer ones are pointed at

        # What people write, and what is meant; looked for where the reading stopped.
        WORDS = [
          [/\bmark(?:ed)?(?: it)? as read\b/i, "mark it read"], [/\bmark read\b/i, "mark it read"],
          [/\bmark(?:ed)?(?: it)? (?:as )?unread\b/i, "leave it unread"], [/\ba attachment/i, "an attachment"],
          [/\b(?:urgent|very important|highest) priority\b/i, "top priority"], [/\b(?:important|higher) priority\b/i, "high priority"],
          [/\b(?:lower|lowest) priority\b/i, "low priority"], [/\bpriority (top|high|normal|low)\b/i, '\1 priority'],
          [/(?<=[:,]) urgent(?= *[,.]|\z)/i, " top priority"], [/(?<=[:,]) (top|high|normal|low)(?= *[,.]|\z)/i, ' \1 priority'],
          [/\A\s*(?:if|whenever|for|where)\b/i, "When"], [/\A\s*(?=the |it |any|none|all )/, "When "],
          [/\bthe (?:body|contents?|message text)\b/i, "the text"], [/\bthe (?:title|topic|heading)\b/i, "the subject"],
          [/\b(?:from|the from address|the address)(?= is\b)/i, "the sender"],
          [/(?<!the )\b(sender|subject|text|subject or text)\b(?= (?:is|does|mentions|contains|starts|ends))/i, 'the \1'],
          [/\b(?:delete|remove|trash|bin|throw away|delete) (?:it|them)\b|\b(?:delete|remove|trash)\b/i, "discard it"],
          [/\bdiscard\b(?! it)/i, "discard it"], [/\bflag\b(?! it)/i, "flag it"],
          [/\b(?:archive(?: it)?|hide(?: it)?|move (?:it )?to [^,.]+|file (?:it )?(?:in|under) [^,.]+)/i, "off the Front"],
          [/\b(?:deliver|let|show|bring)(?: it)?(?: straight)? (?:in|through|now|at once|immediately)\b/i, "straight in"],
          [/\b(?:now|at once|immediately)\b/i, "straight in"],
          [/\b(?:hold|wait|delay)(?: it)?(?: until| for| till)?(?: the)? next round\b/i, "wait for the next round"],
          [/\b(?:notify|alert)(?: me)?\b/i, "a tap"], [/\b(?:label it|tag(?: it)?(?: with)?|labelled)\b/i, "label"],
          [/\bincludes?\b/i, "contains"], [/\bhas the words?\b/i, "mentions"], [/\bbegins with\b/i, "starts with"],
          [/\bequals?\b/i, "is"], [/\bthe attachment's name\b/i, "an attachment's name"],
          [/,? then\b/i, ":"], [/ and(?= )/i, ","], [/;/, ","],
          [/ except (?:if|when)\b/i, ", unless"], [/ but not (?:if|when)\b/i, ", unless"]
        ].freeze

        STARTS = [*Facts.all.values, *StateFacts.all.values].flat_map { [_1.label, _1.denial] }.compact.map { Regexp.escape(_1) } +
          ["the header", "none of", "any of", "all of", "\\("]
        JOINT = /\s*(,|\band\b|\bor\b)\s+(?=(?:#{STARTS.join("|")})\b|\()/
        BARE = /\A\s*([^\s“”",.:;()]+(?:@[^\s“”",:;()]+)?)/
        QUOTE = /["“”]/

        # @param text [String] @yield [String] a text @yieldreturn [Object] whatever; raises {Misread} where it cannot be read
        def initialize(text, &hear)
          @text = text
          @hear = hear
          @readings = 0
          @found = []
        end

        # @param misread [Misread] of the text @return [Array<Repair>]
        def for(misread)
          return [] if @text.size > LONGEST

          mend(@text, misread, [])
          @found.uniq(&:text).first(MOST)
        end

        private

        def mend(text, misread, labels)
          candidates(text, misread).each do |label, mended|
            break if @readings >= MOST_READINGS || @found.size >= MOST

            try(mended, misread, [*labels, label])
          end
        end

        # What gets further is mended on.
        def try(text, before, labels)
          @readings += 1
          @hear.call(text)
          @found << Repair.new(labels.join(", "), text)
        rescue Misread => misread
          mend(text, misread, labels) if labels.size < MOST_STEPS && misread.place.from > before.place.from
        end

        # @return [Array<Array(String, String)>] what would be written, and the whole text with it
        def candidates(text, misread)
          at = misread.place.from
          [*brackets(text, misread), *ending(text, misread), *quotes(text, at, misread), *words(text, at), *nearest(text, misread)]
        end

        def words(text, at)
          WORDS.filter_map do |form, meant|
            found = matches(text, form).find { |one| one.begin(0) <= at + 1 && one.end(0) >= at - 1 } or next
            written = meant.is_a?(Proc) ? meant.call(found) : meant.gsub("\\1") { found[1].to_s.downcase }
            ["“#{written.strip}”", found.pre_match + written + found.post_match]
          end
        end

        def matches(text, form)
          found = []
          from = 0
          while from <= text.size && (one = text.match(form, from))
            found << one
            from = [one.end(0), from + 1].max
          end
          found
        end

        def nearest(text, misread)
          return [] unless misread.nearest && misread.place.length.positive?

          place = misread.place
          [["“#{misread.nearest}”", text[0, place.from] + misread.nearest + text[place.from + place.length..]]]
        end

        def ending(text, misread)
          (misread.place.from >= text.rstrip.size && !text.rstrip.end_with?(".")) ? [["a point at the end", "#{text.rstrip}."]] : []
        end

        # A quote that is not closed, or a word that stands without.
        def quotes(text, at, misread)
          return [] unless misread.expected.any? { _1.include?("in quotes") }

          rest = text[at..].to_s
          if rest.match?(/\A\s*["“]/)
            inner = text.index(QUOTE, at) + 1
            ends = [/(?=:)/, /(?=,)/, /(?= (?:and|or) )/, /(?=\.\s*\z)/, /\z/].filter_map { text.index(_1, inner) }.uniq
            return ends.map { |place| ["a closing quote", "#{text[0, inner - 1]}“#{text[inner...place].strip}”#{text[place..]}"] }
          end
          word = rest.match(BARE) or return []
          [["“#{word[1]}” in quotes", "#{text[0, at]}#{" " if rest.start_with?(" ")}“#{word[1]}”#{word.post_match}"]]
        end

        # "a or b and c": the one, and the other.
        def brackets(text, misread)
          return [] unless misread.mixed?

          whole = parts(text) or return []
          head, body, tail = whole
          members, joints = split(body)
          return [] unless joints.uniq.size == 2

          [%w[or and], %w[and or]].map do |inner, outer|
            said = group(members, joints, inner, outer)
            [said, "#{head}#{said}#{tail}"]
          end
        end

        # @return [Array(String, String, String)] what stands before the conditions, they, and what follows
        def parts(text)
          found = text.match(/\A(\s*(?:when|mail where)\s+)(.*?)(\s*(?:,?\s+unless\b|:|\.\s).*)?\z/im)
          found && [found[1], found[2], found[3].to_s]
        end

        # A comma means what the next word between two conditions means.
        def split(body)
          pieces = body.split(JOINT)
          members, joints = pieces.each_slice(2).map(&:first), pieces.each_slice(2).filter_map(&:last).first(pieces.size / 2)
          joints = joints.each_index.map { |place| joints[place..].find { _1 != "," } || "and" }
          [members, joints]
        end

        def group(members, joints, inner, outer)
          runs = [[members.first]]
          joints.each_with_index { |joint, place| (joint == inner) ? runs.last << members[place + 1] : runs << [members[place + 1]] }
          English.join(runs.map { _1.one? ? _1.first : "(#{English.join(_1, inner)})" }, outer)
        end
      end
    end
  end
end
