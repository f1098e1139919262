# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # Before anybody is asked to send no more: which address is told what.
      module AskingPreview
        module_function

        # @param asked [Array<Desk::AskToStop::Asked>] @return [Array<Hash>]
        def rows(asked)
          asked.map do |each|
            {key: each.key, name: each.name, way: each.way&.kind&.to_s, target: each.way&.target, said: said(each), reason: each.reason,
             possible: each.reason.nil?}
          end
        end

        def said(asked)
          case asked.way&.kind
          when :one_click then "Posts “#{Core::Unsubscribe::POSTED}” to #{asked.way.target}, and nothing else of you goes along."
          when :mail
            from = Desk::ChangeDraft.own_address(asked.message.account, asked.message.addresses("to") + asked.message.addresses("cc"))
            "Writes “#{asked.way.subject}” from #{from} to #{asked.way.target}."
          when :page then "Has only a web page for it: #{asked.way.target}"
          else "None of its messages says in its headers how to stop it."
          end
        end
        private_class_method :said
      end
    end
  end
end
