# frozen_string_literal: true

module UpFront
  module Desk
    # Makes, changes or takes out what is kept with the rulebook and decides nothing: a promise, an example, a routine.
    class SaveKept < ChangeRulebook
      KINDS = {"promises" => "promise", "examples" => "example", "routines" => "routine"}.freeze
      MOST = 200 # of each

      # @param kind [String] promises, examples or routines
      def initialize(clock, kind)
        super(clock)
        @kind = kind
      end

      # @param body [Hash] in the file's shape @param was [String, nil] the name it had @return [Done] @raise [Core::Refused, Impossible]
      def call(body, was: nil)
        transaction do
          things = Store::CurrentRulebook.document.fetch(@kind, []).dup
          index = was ? place(things, was) || raise(gone(was)) : things.size
          raise Impossible.new("There are #{MOST} #{@kind} already: take one out first.", status: 409) if index >= MOST

          body = body.merge("name" => body["name"].to_s.strip)
          things[index] = body
          put(things, index, "#{was ? "Changed" : "Made"} the #{KINDS.fetch(@kind)} “#{body["name"]}”.")
        end
      end

      # @return [Done] @raise [Impossible]
      def delete(name)
        transaction do
          things = Store::CurrentRulebook.document.fetch(@kind, []).dup
          index = place(things, name) or raise gone(name)
          thing = things.delete_at(index)
          put(things, nil, "Deleted the #{KINDS.fetch(@kind)} “#{thing["name"]}”.")
        end
      end

      private

      def put(things, index, text)
        document = Store::CurrentRulebook.document.merge(@kind => things)
        begin
          Core::Rulebook.read(document)
        rescue Core::Refused => refused
          raise refused.within("/#{@kind}/#{index}")
        end
        head = put_head(document)
        event("rules", revision: Store::CurrentRulebook.rulebook.revision)
        Done.new(message: text, undo_id: undo_step(text, {"Rulebook" => [head]}))
      end

      def place(things, name) = things.index { Core::Text.fold(_1["name"]) == Core::Text.fold(name) }
      def gone(name) = Impossible.new("There is no #{KINDS.fetch(@kind)} “#{name}” any more.", status: 404)
    end
  end
end
