# frozen_string_literal: true

require "mini_mime"

module UpFront
  module Post
    # Names for parts that came without one, by their type: what a person would call such a file.
    module PartNames
      KINDS = {"image" => "picture", "audio" => "sound", "video" => "film", "message" => "message"}.freeze
      KNOWN = {
        "application/pdf" => "document.pdf", "text/calendar" => "invitation.ics", "text/vcard" => "contact.vcf",
        "message/rfc822" => "message.eml", "message/delivery-status" => "delivery report.txt",
        "message/disposition-notification" => "receipt.txt", "text/rfc822-headers" => "headers.txt",
        "application/pgp-signature" => "signature.asc", "application/pkcs7-signature" => "signature.p7s",
        "application/x-pkcs7-signature" => "signature.p7s", "application/pgp-encrypted" => "encryption.asc"
      }.freeze
      MOST = 80 # letters of a subject

      module_function

      # @param type [String] "image/png" @param title [String] what it says of itself, such as an attached message's subject
      # @return [String]
      def made(type, title = "")
        title = title.gsub(/[\/\\\p{Cntrl}]+/, " ").strip[0, MOST]
        return "#{title}.eml" if type == "message/rfc822" && !title.empty?

        KNOWN.fetch(type) { "#{KINDS.fetch(type.split("/").first, "file")}.#{extension(type)}" }
      end

      def extension(type) = MiniMime.lookup_by_content_type(type)&.extension || (type.start_with?("text/") ? "txt" : "bin")

      # No two alike, so that each can be told from the others: "picture.png", "picture 2.png".
      # @param names [Array<String>] @param made [Array<Boolean>] which of them were made up @return [Array<String>]
      def apart(names, made)
        taken = Hash.new(0)
        names.zip(made).map do |name, own|
          count = taken[name] += 1
          (own && count > 1) ? name.sub(/(\.\w+)?\z/) { " #{count}#{_1}" } : name
        end
      end
      private_class_method :extension
    end
  end
end
