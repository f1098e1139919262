# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # The files of a message, each with whether and as what it can be looked at in the page.
      class Files
        PICTURES = %w[image/png image/jpeg image/gif image/webp].freeze
        TEXTS = %w[application/json message/rfc822 application/xml].freeze

        # @return [String, nil] picture, page or text
        def self.kind(type)
          return "picture" if PICTURES.include?(type)
          return "page" if type == "application/pdf"

          "text" if TEXTS.include?(type) || type.start_with?("text/")
        end

        # @param message [Store::Message]
        def initialize(message)
          @message = message
        end

        # @return [Array<Hash>]
        def to_a
          @message.files.each_with_index.map do |file, index|
            {name: file["shown"], type: file["type"], bytes: file["bytes"], size: Files.size(file["bytes"]),
             view: Files.kind(file["type"].to_s),
             path: "/api/messages/#{@message.id}/attachments/#{index}"}
          end
        end

        # @param count [Integer] of bytes @return [String] "12 kB"
        def self.size(count)
          return "#{count} bytes" if count < 1024

          (count < 1024 * 1024) ? "#{(count / 1024.0).round} kB" : "#{(count / 1024.0 / 1024).round(1)} MB"
        end
      end
    end
  end
end
