# frozen_string_literal: true

module UpFront
  module Desk
    # A change that would turn what was promised is saved only where the person has said that it is meant. Whoever can ask, asks: by
    # {Turning.asking}; elsewhere what turns is told by the check-up.
    module Turning
      # The change is not saved: what it would turn is to be shown first.
      class Asks < StandardError
        # @return [Array<Turned::Row>]
        attr_reader :rows

        # @param rows [Array<Turned::Row>]
        def initialize(rows)
          @rows = rows
          super("That would turn what was promised of your rules. Nothing was changed.")
        end
      end

      KEY = :up_front_turning
      private_constant :KEY

      module_function

      # @param meant [Boolean] whether the person has said that what turns is meant @yield what may change the rulebook
      # @raise [Asks] where it is not
      def asking(meant)
        former = Thread.current[KEY]
        Thread.current[KEY] = meant ? :meant : :asks
        yield
      ensure
        Thread.current[KEY] = former
      end

      # @param before [Core::Rulebook, nil] as it was @param after [#call] gives it as it would be
      # @return [Turned, nil] of which what turns is meant; nil where nobody asks @raise [Asks]
      def meant(before, after, now)
        return if Thread.current[KEY].nil? || before.nil? || (before.promises.empty? && before.examples.empty?)

        turned = Turned.new(before, after.call, now)
        raise Asks, turned.rows if turned.rows.any? && Thread.current[KEY] == :asks

        turned
      end
    end
  end
end
