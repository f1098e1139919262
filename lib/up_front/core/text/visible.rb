# frozen_string_literal: true

module UpFront
  module Core
    # Text from outside as it may be shown on a line: what would turn it round, hide in it or break the line is made visible. An
    # override of direction (Unicode Standard Annex 9, "Explicit Directional Overrides") makes "gpj.exe" look like "exe.jpg".
    module Visible
      TURNS = {"\u202D" => "⟪left to right⟫", "\u202E" => "⟪right to left⟫"}.freeze
      TURN = /[\u202D\u202E]/
      BREAKS = /[\t\n\r\u2028\u2029]+/
      CONTROLS = /[\u0000-\u001F\u007F-\u009F\u{E0000}-\u{E007F}]/ # tags of no language among them
      HIDING = /[\t\n\r\u0000-\u001F\u007F-\u009F\u2028\u2029\u202D\u202E\u{E0000}-\u{E007F}]/
      EMPTY = /[\u00AD\u200B-\u200F\u2060-\u2064\uFEFF]+/ # of no width
      GAP = /[[:space:]]{3,}/
      PICTURES = 0x2400 # U+2400 and on: a picture of each control character

      module_function

      # @param text [String] a subject, a name @return [String] one line
      def line(text) = text.match?(HIDING) ? turns(text.gsub(BREAKS, " ")).gsub(CONTROLS) { picture(_1) } : text

      # @param text [String] of several lines
      def lines(text) = if text.match?(HIDING)
                          turns(text).gsub(CONTROLS) { (_1 == "\n" || _1 == "\t") ? _1 : picture(_1) }
                        else
                          text
                        end

      # Nothing may stand between a file's name and its ending unseen.
      def file_name(name) = line(name).gsub(GAP, " … ").gsub(EMPTY, "⟪hidden⟫")

      def turns(text) = text.gsub(TURN, TURNS)

      def picture(control) = (control.ord < 0x20) ? [PICTURES + control.ord].pack("U") : "�"
      private_class_method :picture
    end
  end
end
