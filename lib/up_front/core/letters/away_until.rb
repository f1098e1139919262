# frozen_string_literal: true

module UpFront
  module Core
    # Until when an automatic reply says that its sender is away, in English, German or Portuguese.
    module AwayUntil
      BACK = /\b(?:until|till|back|return|again|through|bis|wieder|zurück|ab|até|volt[oa]|regress[oa]|de volta)\b/i
      AWAY = /\b(?:away|out\ of\ (?:the\ )?office|absent|leave|holiday|vacation|abwesend|urlaub|nicht\ (?:im|am|erreichbar)|ausente|
        férias|fora)\b/xi

      module_function

      # @param text [String] @param written_at [Time] @param zone [Zone] @return [Date, nil] the last day that it names beside a word of
      #   coming back, or of being away
      def of(text, written_at, zone)
        moments = SaidMoments.of(text, written_at, zone)
        [BACK, AWAY].each do |words|
          found = moments.select { _1.sentence.match?(words) }.map(&:date).max
          return found if found
        end
        nil
      end
    end
  end
end
