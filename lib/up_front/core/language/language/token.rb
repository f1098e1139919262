# frozen_string_literal: true

module UpFront
  module Core
    module Language
      # A run of letters of some form that the language leaves to the person: a text in quotes, a number, a name.
      class Token < Parslet::Atoms::Base
        attr_reader :expects

        # @param expects [String, nil] what it is, for a misreading; nil for what nobody misses
        # @yield [String] what it says, made of what is written
        def initialize(form, expects = nil, &meaning)
          super()
          @form = form
          @expects = expects
          @meaning = meaning
        end

        def kind = expects

        def try(source, context, _consume_all)
          bytes = source.matches?(@form)
          return context.err(self, source, expects) unless bytes&.positive?

          written = read(source, source.bytepos + bytes)
          succ(@meaning && Meaning::Meant.new(@meaning.call(written)))
        end

        def to_s_inner(_precedence) = expects.to_s

        private

        def read(source, ending)
          written = +""
          written << source.consume(1).to_s while source.bytepos < ending
          written
        end
      end
    end
  end
end
