# frozen_string_literal: true

module UpFront
  module Core
    # How days and times are written in English, German and Portuguese, for {SaidMoments}. Letters are folded before they are compared
    # with the names here ({Text.fold}).
    module MomentWords
      MONTH_NAMES = [
        %w[january jan januar jänner janeiro], %w[february feb febr februar fevereiro fev], %w[march mar märz mrz março],
        %w[april apr abril abr], %w[may mai maio], %w[june jun juni junho], %w[july jul juli julho], %w[august aug agosto ago],
        %w[september sept sep setembro set], %w[october oct oktober okt outubro out], %w[november nov novembro],
        %w[december dec dezember dez dezembro]
      ].freeze
      MONTHS = MONTH_NAMES.flat_map.with_index(1) { |names, number| names.map { [Text.fold(_1), number] } }.to_h.freeze

      WEEKDAY_NAMES = [
        %w[monday montag segunda-feira segunda], %w[tuesday dienstag terça-feira terça], %w[wednesday mittwoch quarta-feira quarta],
        %w[thursday donnerstag quinta-feira quinta], %w[friday freitag sexta-feira sexta], %w[saturday samstag sonnabend sábado],
        %w[sunday sonntag domingo]
      ].freeze
      WEEKDAYS = WEEKDAY_NAMES.flat_map.with_index(1) { |names, number| names.map { [Text.fold(_1), number] } }.to_h.freeze

      # Days from the one on which it was written; the longer first.
      NEAR = {"day after tomorrow" => 2, "depois de amanhã" => 2, "übermorgen" => 2, "tomorrow" => 1, "morgen" => 1, "amanhã" => 1,
              "tonight" => 0, "today" => 0, "heute" => 0, "hoje" => 0}.transform_keys { Text.fold(_1) }.freeze

      COUNT_NAMES = [
        %w[a one einem einer einen um uma], %w[two zwei dois duas], %w[three drei três], %w[four vier quatro], %w[five fünf cinco],
        %w[six sechs seis], %w[seven sieben sete], %w[eight acht oito], %w[nine neun nove], %w[ten zehn dez]
      ].freeze
      COUNTS = COUNT_NAMES.flat_map.with_index(1) { |names, count| names.map { [Text.fold(_1), count] } }.to_h.freeze
      UNITS = {%w[day days tag tage tagen dia dias] => 1, %w[week weeks woche wochen semana semanas] => 7}
        .flat_map { |names, days| names.map { [Text.fold(_1), days] } }.to_h.freeze

      NOON = %w[noon midday mittag meio-dia].map { Text.fold(_1) }.freeze

      SHORT_WEEKDAYS = %w[segunda terça quarta quinta sexta].freeze # ordinals too: days only where a word before them says so

      # The longer first, in letters of any case. @return [String] of a regular expression
      def self.any(names) = names.sort_by { -_1.size }.map { Regexp.escape(_1) }.join("|")

      month = any(MONTH_NAMES.flatten)
      weekday = any(WEEKDAY_NAMES.flatten - SHORT_WEEKDAYS)
      year = /(?:\d{4}|'?\d{2}(?!\d|[:.]\d))/

      # What may stand before a day without a year, so that no number is taken for one.
      LEAD = /(?:\b(?:on|by|until|till|before|from|to|since|after|am|vom|bis|zum|den|dem|der|ab|vor|nach|dia|até|em|no|na|de|antes)|
        \b(?:#{weekday}),?(?:\s+(?:dem|den|der))?)\s+/xi

      DAY = /(?:
        \b(?<iso_year>\d{4})-(?<iso_month>\d\d)-(?<iso_day>\d\d)\b|
        (?<![\d.,\/])(?<dot_day>\d{1,2})\.\s?(?<dot_month>\d{1,2})\.\s?(?<dot_year>\d{4}|\d{2})(?![\d.]\d|\d)|
        (?<![\d.,\/])(?<bar_day>\d{1,2})\/(?<bar_month>\d{1,2})\/(?<bar_year>\d{4}|\d{2})(?![\d\/])|
        #{LEAD}(?<short_day>\d{1,2})(?:\.(?<short_month>\d{1,2})\.(?!\d)|\/(?<slash_month>\d{1,2})(?![\d\/]))|
        (?<![\d.,:])(?<named_day>\d{1,2})(?:st|nd|rd|th|\.|º)?\s+(?:of\s+|de\s+)?(?<named_month>#{month})\b\.?
          (?:,?\s+(?:de\s+)?(?<named_year>#{year}))?|
        \b(?<first_month>#{month})\s+(?<first_day>\d{1,2})(?:st|nd|rd|th)?\b(?![.:]\d)(?:,?\s+(?<first_year>\d{4}))?|
        (?:\b(?<which>next|this|coming|last|nächste[nr]?|kommende[nr]?|diese[nr]?|letzte[nr]?|
          vergangene[nr]?|próxim[ao]|est[ae]|passad[ao])\s+)?
          \b(?<weekday>#{weekday})\b(?<passed>\s+passad[ao])?|
        \b(?:na|até|à|próxima|esta|nesta)\s+(?<weekday>#{any(SHORT_WEEKDAYS)})\b(?!-)(?<passed>\s+passad[ao])?|
        \b(?<near>#{any(["day after tomorrow", "depois de amanhã", "übermorgen", "tomorrow", "amanhã", "tonight", "today", "heute",
          "hoje"])})\b|
        (?<morning>\b(?:am|guten|heute|jeden|der|den|diesen)\s+)?\b(?<near>morgen)\b|
        \b(?:in|within|daqui\ a|dentro\ de)\s+(?<count>\d{1,2}|#{any(COUNT_NAMES.flatten)})\s+
          (?<unit>days?|weeks?|tage?n?|wochen?|dias?|semanas?)\b
      )/xi

      TIME = /(?:
        (?<![\d.:,])(?<hour>[01]?\d|2[0-3])(?::|\.(?=\d\d\s?(?:uhr|[ap]\.?m)))(?<minute>[0-5]\d)(?![\d:])\s*(?:uhr)?\s*
          (?<half>[ap]\.?m\b\.?)?|
        (?<![\d.:,])(?<hour>[01]?\d|2[0-3])\s?h(?<minute>[0-5]\d)?\b|
        (?<![\d.:,])(?<hour>[01]?\d|2[0-3])\s+uhr(?:\s+(?<minute>[0-5]\d)\b)?|
        (?<![\d.:,])(?<hour>1[0-2]|0?[1-9])\s?(?<half>[ap]\.?m\b\.?)|
        (?<![\d.:,])(?<hour>1[0-2]|[1-9])\s+o'clock|
        \b(?<noon>noon|midday|mittags|meio-dia)\b
      )/xi
      TO = /\A\s*(?:-|–|—|to|until|till|bis|às|até(?:\s+às)?|a)\s*\z/i
    end
  end
end
