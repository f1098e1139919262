# frozen_string_literal: true

module UpFront
  module Core
    # What a mail server answered, in plain English and with what to do (RFC 5321, section 4.2; RFC 3463).
    module ServerWords
      # By enhanced status code, the first two numbers after the class.
      ENHANCED = {
        "1.1" => "There is no such address there. Look at how it is spelled.",
        "1.2" => "There is no such domain. Look at what stands after the @.",
        "1.3" => "The address cannot be right. Look at how it is spelled.",
        "1.8" => "It does not take mail from your address. Look at your address under Mail out.",
        "2.1" => "Their mailbox takes no mail at present. Ask them in another way.",
        "2.2" => "Their mailbox is full. Try it later, or ask them in another way.",
        "2.3" => "It is too large for their mailbox. Send it without its files, or in parts.",
        "3.4" => "It is too large for their server. Send it without its files, or in parts.",
        "4.1" => "Their server does not answer.", "4.7" => "It could not be delivered in time.",
        "7.1" => "Their server does not take it from you. Ask whoever looks after your mail.",
        "7.8" => "The name or the password for sending is wrong. Look at both under Mail out.",
        "7.9" => "The name or the password for sending is wrong. Look at both under Mail out."
      }.freeze
      BASIC = {
        421 => "The server is busy.", 450 => "Their mailbox is busy.", 451 => "The server has trouble of its own.",
        452 => "The server has no room at present.", 530 => "The server wants a name and a password. Give them under Mail out.",
        535 => "The name or the password for sending is wrong. Look at both under Mail out.",
        550 => "The address is not known there, or takes no mail from you. Look at how it is spelled.",
        551 => "The address is elsewhere by now.", 552 => "It is too large, or their mailbox is full. Send it without its files.",
        553 => "The address cannot be right. Look at how it is spelled.", 554 => "Their server does not take it."
      }.freeze

      # @param said [String] the answer, with its number before it @return [String] sentences
      def self.plain(said)
        code = said[/\A\s*(\d{3})/, 1].to_i
        enhanced = said[/\A\s*\d{3}[ -][245]\.(\d{1,3}\.\d{1,3})\b/, 1]
        return BASIC.fetch(code, "The server cannot take it at present.") if code.between?(400, 499)

        ENHANCED[enhanced] || BASIC[code] || "The server does not take it."
      end
    end
  end
end
