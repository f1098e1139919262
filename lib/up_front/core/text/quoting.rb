# frozen_string_literal: true

module UpFront
  module Core
    # How the written language sets off what is not its own words: texts in quotes, and names, addresses and
    # domains bare where they cannot be taken for anything else.
    module Quoting
      OPEN = "“"
      CLOSE = "”"
      ESCAPED = /[\\”]/
      NAME = /(?!I(?![\p{L}\p{Nd}]))\p{Lu}[\p{L}\p{Nd}]*/ # "I" begins a condition of its own
      ADDRESS = /[A-Za-z0-9][A-Za-z0-9._+-]*@[A-Za-z0-9](?:[A-Za-z0-9.-]*[A-Za-z0-9])?/
      DOMAIN = /[A-Za-z0-9](?:[A-Za-z0-9.-]*[A-Za-z0-9])?/
      HEADER = /[A-Za-z0-9](?:[A-Za-z0-9-]*[A-Za-z0-9])?/

      module_function

      # @return [String] “text”, with a backslash before each backslash and closing quote in it
      def text(value) = "#{OPEN}#{value.gsub(ESCAPED) { "\\#{_1}" }}#{CLOSE}"

      # @param inside [String] what stood between quotes @return [String]
      def plain(inside) = inside.gsub(/\\(.)/m, "\\1")

      def name(value) = bare(value, NAME)
      def address(value) = bare(value, ADDRESS)
      def domain(value) = bare(value, DOMAIN)
      def header(value) = bare(value, HEADER)

      def bare(value, form) = value.match?(/\A#{form}\z/) ? value : text(value)
      private_class_method :bare
    end
  end
end
