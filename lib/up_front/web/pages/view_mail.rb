# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # All that a view shows as a file of mail, message by message, in the view's order.
      class ViewMail
        def initialize(view, rulebook, now)
          @ids = Store::ViewQuery.new(view, now, rulebook.zone).ordered.pluck(:message_id)
        end

        # @return [Enumerator<String>] each message as an entry of an mbox
        def entries
          Enumerator.new do |out|
            @ids.each do |id|
              sender, at = Store::Message.where(id: id).pick(:sender_key, :arrived_at)
              raw = Store::RawMessage.where(message_id: id).pick(:bytes)
              out << Post::MboxOut.entry(raw.to_s, from: sender, at: at.to_time) if raw
            end
          end
        end
      end
    end
  end
end
