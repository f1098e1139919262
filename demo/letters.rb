# frozen_string_literal: true

module Demo
  # Reads the hand-written letters (see letters/README.md).
  module Letters
    Reply = Struct.new(:from, :after_minutes, :text, keyword_init: true)
    Letter = Struct.new(:from, :at, :to, :attach, :html, :headers, :subject, :text, :replies, keyword_init: true)

    FOLDER = File.join(__dir__, "letters")

    # @param name [String] a file there, without its ending @return [Array<Letter>]
    def self.read(name)
      File.read(File.join(FOLDER, "#{name}.txt")).split(/^=== /).drop(1).map { letter(_1) }
    end

    def self.letter(block)
      first, *replies = block.split(/^--- /)
      head, *lines = first.lines(chomp: true)
      more, lines = lines.partition { _1.match?(/\A(?:attach|headers)=/) }
      options = options([head.sub(/headers=.*/, ""), *more.grep(/\Aattach/)].join(" "))
      headers = [head[/headers=(.*)/, 1], *more.filter_map { _1[/\Aheaders=(.*)/, 1] }].compact
      Letter.new(from: options["from"].to_sym, at: options["at"], to: options["to"], attach: options["attach"], html: options.key?("html"),
        headers: headers,
        subject: lines.first.strip, text: lines.drop(1).join("\n").strip, replies: replies.map { reply(_1) })
    end

    def self.reply(block)
      head, *lines = block.lines(chomp: true)
      options = options(head)
      Reply.new(from: options["from"].to_sym, after_minutes: options["after"].to_i * 60, text: lines.join("\n").strip)
    end

    def self.options(line) = line.split.to_h { |pair| pair.split("=", 2).then { |key, value| [key, value.to_s] } }
    private_class_method :letter, :reply, :options
  end
end
