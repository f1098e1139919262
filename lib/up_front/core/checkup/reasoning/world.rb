# frozen_string_literal: true

module UpFront
  module Core
    module Reasoning
      # The messages for which some answers come out as they do, as far as they are known: it is narrowed answer by answer, and knows
      # when no message is left. It may take longer to know than there is to know, but is never wrong about it.
      class World
        FAMILIES = [Numbers, Choices, Days, Spans, People, Texts].freeze

        # @return [World] of all messages
        def self.all = new(FAMILIES.to_h { [_1, _1.new] }, [])

        # @return [World] of those that are from one sender, or from nobody
        def self.of_one_sender = new(FAMILIES.to_h { [_1, (_1 == People) ? People.new(one_sender: true) : _1.new] }, [])

        # @param families [Hash{Class=>Object}] what each knows of its facts @param roles [Array<Form::Literal>] how they stand to the owner
        def initialize(families, roles)
          @families = families
          @roles = roles
        end

        # @param literal [Form::Literal] @return [World, nil] of those messages for which it comes out so, too; nil where there is none
        def with(literal)
          [literal, *Consequences.of(literal)].reduce(self) { |world, each| world&.narrowed(each) }
        end

        # @param dates [Range<Date>] of arrival @return [World, nil]
        def arriving(dates) = replaced(Days, @families[Days].arriving(dates))

        protected

        def narrowed(literal)
          return self unless (family = FAMILIES.find { _1.takes?(literal) })

          replaced(family, @families[family].with(literal))
        end

        private

        def replaced(family, narrower)
          return unless narrower

          families = @families.merge(family => narrower)
          World.new(families, @roles) unless Roles.contradict?(families[Choices], families[People])
        end
      end
    end
  end
end
