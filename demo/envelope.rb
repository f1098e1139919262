# frozen_string_literal: true

require "zlib"

module Demo
  # Writes one message in the form of RFC 5322: headers as the sender's manner has them, plain or with an
  # HTML twin, with made-up files.
  module Envelope
    module_function

    # @param from [Cast::Person] @param to [Array<String>] headers' addresses @param at [Time] with its offset
    # @param id [String] what stands before the @ of the Message-ID @param references [Array<String>]
    # @return [String]
    def write(from:, to:, at:, subject:, text:, id:, cc: [], references: [], html: false, attach: nil, headers: [], manner: from.manner)
      lines = [
        "From: #{from.header}", "To: #{to.join(", ")}", *("Cc: #{cc.join(", ")}" if cc.any?), "Subject: #{subject(subject)}",
        "Date: #{at.rfc2822}",
        "Message-ID: <#{id}@#{from.email.split("@").last}>", *("In-Reply-To: #{references.last}" if references.any?),
        *("References: #{references.join(" ")}" if references.any?),
        *manner_headers(manner, from), *headers, "MIME-Version: 1.0"
      ]
      "#{lines.join("\n")}\n#{content(text, html ? html_of(text, from) : nil, attach && file(attach, subject, id, from, at))}"
    end

    # The Message-ID of a message so written. @return [String]
    def id_of(id, from) = "<#{id}@#{from.email.split("@").last}>"

    def subject(text)
      return text if text.ascii_only?

      text.scan(/.{1,30}(?:\s|\z)/m).map { Words.encoded(_1) }.select { _1.size > 2 }.join("\n ")
    end

    def manner_headers(manner, from)
      case manner
      when :list then ["List-Id: Facilities <facilities.lists.lanternquay.example>",
        "List-Post: <mailto:facilities@lists.lanternquay.example>", "Precedence: list"]
      when :notice then ["Auto-Submitted: auto-generated"]
      when :newsletter then ["List-Id: #{from.name} <#{from.email.sub("@", ".")}>",
        *leaving(from), "Precedence: bulk"]
      else []
      end
    end

    # One newsletter is left by one click (RFC 8058), one by mail, one only by a page of its own.
    def leaving(from)
      domain = from.email.split("@").last
      case domain
      when "culture-diary.example"
        signed = "h=from:to:subject:date:message-id:list-unsubscribe:list-unsubscribe-post"
        ["List-Unsubscribe: <https://#{domain}/leave/w4R-12>, <mailto:stop@#{domain}>", "List-Unsubscribe-Post: List-Unsubscribe=One-Click",
          "DKIM-Signature: v=1; a=rsa-sha256; d=#{domain}; s=spring;\n #{signed};\n bh=bm90IGEgcmVhbA==; b=bm90IGEgcmVhbA=="]
      when "museum-floor.example" then ["List-Unsubscribe: <https://#{domain}/your-letters?reader=1641>"]
      else ["List-Unsubscribe: <mailto:stop@#{domain}?subject=leave>"]
      end
    end

    def content(text, html, file)
      plain = "Content-Type: text/plain; charset=utf-8\nContent-Transfer-Encoding: 8bit\n\n#{text}\n"
      body = html ? multipart("alternative",
        [plain, "Content-Type: text/html; charset=utf-8\nContent-Transfer-Encoding: 8bit\n\n#{html}\n"]) : plain
      file ? multipart("mixed", [body, file]) : body
    end

    def multipart(kind, parts)
      mark = "=_#{kind}_#{Zlib.crc32(parts.join).to_s(16)}"
      "Content-Type: multipart/#{kind}; boundary=\"#{mark}\"\n\n#{parts.map { "--#{mark}\n#{_1}\n" }.join}--#{mark}--\n"
    end

    def html_of(text, from)
      paragraphs = text.split("\n\n").map do |part|
        "<p style=\"margin:0 0 12px\">#{part.gsub("&", "&amp;").gsub("<", "&lt;").gsub("\n", "<br>")}</p>"
      end
      "<div style=\"max-width:560px;border-top:4px solid #2F6B4F;padding:12px 0\"><h2 style=\"font-size:17px;margin:0 0 " \
        "10px\">#{from.name}</h2>" \
        "<img src=\"https://pictures.#{from.email.split("@").last}/head.png\" alt=\"A picture of the week\" " \
          "width=\"560\">#{paragraphs.join}" \
        "<p style=\"font-size:12px;color:#56635C\"><a href=\"https://#{from.email.split("@").last}/read\">Read it on our page</a></p></div>"
    end

    def file(kind, subject, id, from, at)
      name = "#{subject.unicode_normalize(:nfkd).gsub(/[^A-Za-z0-9]+/, "-").delete_suffix("-")[0, 40].downcase}.#{kind}"
      type, bytes = {"pdf" => ["application/pdf", pdf(subject)], "png" => ["image/png", png(id)],
                     "csv" => ["text/csv; charset=utf-8", csv(id)], "ics" => ["text/calendar; charset=utf-8", invitation(subject, from,
                       at)]}.fetch(kind)
      "Content-Type: #{type}; name=\"#{name}\"\nContent-Disposition: attachment; filename=\"#{name}\"\nContent-Transfer-Encoding: " \
        "base64\n\n#{[bytes].pack("m")}"
    end

    def pdf(title)
      stream = "BT /F1 18 Tf 60 760 Td (#{title.unicode_normalize(:nfkd).gsub(/[^\x20-\x7e]/, "").gsub(/[()\\]/, "")}) Tj ET"
      objects = ["<</Type/Catalog/Pages 2 0 R>>", "<</Type/Pages/Kids[3 0 R]/Count 1>>",
        "<</Type/Page/Parent 2 0 R/MediaBox[0 0 595 842]/Contents 4 0 R/Resources<</Font<</F1 5 0 R>>>>>>",
        "<</Length #{stream.bytesize}>>\nstream\n#{stream}\nendstream", "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>"]
      out = +"%PDF-1.4\n"
      places = objects.each_with_index.map { |object, index| out.bytesize.tap { out << "#{index + 1} 0 obj\n#{object}\nendobj\n" } }
      start = out.bytesize
      out << "xref\n0 6\n0000000000 65535 f \n#{places.map { format("%010d 00000 n \n", _1) }.join}trailer<</Size 6/Root 1 0 " \
        "R>>\nstartxref\n#{start}\n%%EOF\n"
    end

    def png(seed)
      random = Random.new(Zlib.crc32(seed))
      rows = Array.new(24) { |y|
        "\0".b +
          Array.new(24) { |x| [120 + x * 3 + random.rand(20), 150 + y * 3, 140 + random.rand(30)].map { _1.clamp(0, 255) }.pack("C3") }.join
      }
        .join
      chunk = ->(type, data) { [data.bytesize].pack("N") + type + data + [Zlib.crc32(type + data)].pack("N") }
      "\x89PNG\r\n\x1A\n".b + chunk.call("IHDR", [24, 24, 8, 2, 0, 0, 0].pack("NNC5")) + chunk.call("IDAT", Zlib.deflate(rows)) +
        chunk.call("IEND", "")
    end

    def csv(seed)
      random = Random.new(Zlib.crc32(seed))
      "number,height cm,width cm,weight kg\n" +
        Array.new(12) { |row| [row + 1, random.rand(30..140), random.rand(40..180), random.rand(4..96)].join(",") }.join("\n") + "\n"
    end

    # To an hour at eleven, on the day on which it was written (RFC 5546).
    def invitation(title, from, at)
      day = at.strftime("%Y%m%d")
      ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Lantern Quay//Diary//EN", "METHOD:REQUEST", "BEGIN:VEVENT",
        "UID:#{Zlib.crc32(title)}@lanternquay.example", "DTSTAMP:#{day}T070000Z", "ORGANIZER;CN=#{from.name}:mailto:#{from.email}",
        "ATTENDEE;CN=Wren Adeyemi;PARTSTAT=NEEDS-ACTION;RSVP=TRUE:mailto:#{Cast::WREN.email}",
        "ATTENDEE;CN=Finance desk;PARTSTAT=ACCEPTED:mailto:#{Cast[:finance].email}", "DTSTART;TZID=Europe/Lisbon:#{day}T110000",
        "DTEND;TZID=Europe/Lisbon:#{day}T120000", "LOCATION:Small meeting room", "SUMMARY:#{title}", "END:VEVENT", "END:VCALENDAR",
        ""].join("\r\n")
    end
    private_class_method :subject, :manner_headers, :leaving, :content, :multipart, :html_of, :file, :pdf, :png, :csv, :invitation
  end
end
