# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Where a message is, for lists of mail from everywhere.
      module Place
        SAID = {discarded: "discarded", cleared: "cleared", front: "on the Front", put_off: "put off", held: "held", views: "off the Front"}
          .freeze

        module_function

        # @param row [Row] @return [String] what lies in Sent and the like is in its mailbox
        def of(row) = SAID.fetch(row.stands.place) { row.message.mailbox }
      end
    end
  end
end
