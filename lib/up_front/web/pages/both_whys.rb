# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Why a message comes as it does, by each of two rulebooks. Heads-down and what was done by hand play no part.
      class BothWhys
        # @param sides [Array(Hash, Hash)] see {Desk::ReplaySides#book} @param id [Integer] of the message @raise [Desk::Act::Impossible]
        def initialize(rulebook, now, sides, id)
          @books = sides.map { Desk::ReplaySides.new(rulebook).book(_1) }
          @message = Store::Message.find_by(id: id) or raise Desk::Act::Impossible.gone("message")
          @wording = Core::AlertWording.of(@message, rulebook.zone)
          @why = ClaimWhy.new(rulebook, now)
        end

        def to_h
          message = @message.to_core
          {whys: @books.map { @why.of(_1.decide(message), @wording) }}
        end
      end
    end
  end
end
