# frozen_string_literal: true

module UpFront
  module Core
    # Every fact with its words and operators as a table in Markdown, for docs/rulebook.md.
    module FactTable
      START = "<!-- facts: made by bin/upfront facts -->"
      FINISH = "<!-- end of facts -->"

      # @return [String]
      def self.to_s
        rows = Facts.all.values.map { row(_1.name, _1.label, _1.type) } << row("header:NAME", "the header NAME", Types::Text)
        ["| fact | in a sentence | operators |", "|---|---|---|", *rows].join("\n")
      end

      def self.row(name, label, type) = "| `#{name}` | #{label} | #{type.ops.keys.map { "`#{_1}`" }.join(", ")} |"
      private_class_method :row
    end
  end
end
