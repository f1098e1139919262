# frozen_string_literal: true

module UpFront
  module Desk
    # Makes a saved view of the mail of some senders.
    class ViewSenders < Act
      # @param by ["address", "domain", "list"] @param keys [Array<String>] @param name [String, nil] of the view
      # @return [Done] with the view as result @raise [Core::Refused, Impossible]
      def call(by, keys, name)
        raise Impossible.new("Give the view a name.", pointer: "/name") if name.to_s.strip.empty?

        SaveView.new(clock).call({"name" => name.strip, "when" => Core::SenderList.of(by, keys).condition})
      end
    end
  end
end
