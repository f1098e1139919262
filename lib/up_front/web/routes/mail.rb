# frozen_string_literal: true

module UpFront
  module Web
    module Routes
      # One message: its sheet, its HTML, its files, and what a rule may begin from.
      module Mail
        FRAME = "default-src 'none'; style-src 'unsafe-inline'; sandbox allow-same-origin allow-popups allow-popups-to-escape-sandbox; " \
          "frame-ancestors 'self'; base-uri 'none'; form-action 'none'; "
        MOST_FILES = 100_000 # that no message has
        FILE = "default-src 'none'; img-src 'self' data:; style-src 'unsafe-inline'; frame-ancestors 'self'"
        PICTURES = %w[image/png image/jpeg image/gif image/webp].freeze
        PAGE = <<~HTML
          <!doctype html><html><head><meta charset="utf-8"><style>
          body{margin:0;font:14px/1.55 system-ui,sans-serif;color:#17211D;background:#fff;overflow-wrap:anywhere}
          img{max-width:100%%;height:auto}table{max-width:100%%}
          summary{color:#14594A;cursor:pointer;font-weight:600;margin:6px 0}
          mark{background:none;color:inherit;box-shadow:inset 0 -2px 0 #9AA59F}
          </style></head><body>%s</body></html>
        HTML

        def self.registered(app)
          app.get("/api/messages/:id") { |id| json(Pages::Sheet.new(message(id), rulebook, now).to_h) }
          app.get("/api/messages/:id/html") do |id|
            remote = flag?("remote")
            message = message(id)
            html, left_out = Desk::MakeSafe.of(message, remote: remote)
            halt_problem 404, "The message has no HTML that can be shown. Its text is there." unless html
            marking = Core::Marking.of(message.claim.trace, rulebook.by_name)
            html = Post::HTML.folded(marking.any? ? Post::HTML.marked(html, marking) : html)
            headers "content-security-policy" => "#{FRAME}img-src 'self' data:#{" https: http:" if remote}", "x-left-out" => left_out.to_s
            content_type "text/html; charset=utf-8"
            format(PAGE, Core::Visible.turns(html))
          end
          app.get("/api/messages/:id/remote") do |id|
            json(left_out: Desk::MakeSafe.of(message(id))&.last || false)
          end
          app.get("/api/messages/:id/inline/:cid") do |id, cid|
            picture = apart { Post::Apart.call(:inline, message(id).raw, cid) }
            halt_problem 404, "The message holds no such picture." unless picture && PICTURES.include?(picture.type)
            content_type picture.type
            picture.content
          end
          app.get("/api/messages/:id/attachments/:index") do |id, index|
            message = message(id)
            place = (index.size < 6) ? Integer(index, 10) : MOST_FILES
            kept = message.attachments[place]
            file = kept && apart { Post::Apart.call(:attachment, message.raw, place, kept["name"]) }
            halt_problem 404, "The message holds no such file." unless file
            flag?("view") ? look_at(file) : download(file.name, file.content)
          end
          app.get("/api/messages/:id/files") do |id|
            files = apart { Post::Apart.call(:attachments, message(id).raw) }
            halt_problem 404, "The message holds no files." if files.nil? || files.empty?
            download("files of message #{id.to_i}.zip", Post::FilesArchive.of(files))
          end
          app.get("/api/messages/:id/source") { |id| json(Pages::Source.new(message(id)).to_h) }
          app.get("/api/messages/:id/raw") do |id|
            content_type "application/octet-stream"
            headers "content-disposition" => "attachment; filename=\"message-#{id.to_i}.eml\""
            message(id).raw
          end
          app.helpers Helpers
          app.get("/api/messages/:id/why-not") do |id|
            rule = rulebook.rules.find { _1.id == params["rule"].to_i } || halt_problem(404, "That rule is not there any more.")
            json(Pages::WhyNot.new(message(id), rule, rulebook, now).to_h)
          end
          app.get("/api/messages/:id/starts") { |id| json(Pages::Starts.new(message(id), rulebook, now).to_h) }
        end

        # What these routes share.
        module Helpers
          def download(name, bytes)
            content_type "application/octet-stream"
            headers "content-disposition" => "attachment; filename*=UTF-8''#{Rack::Utils.escape_path(name)}"
            bytes
          end

          # In the page, without leaving it: pictures, pages and plain text; nothing that could run.
          def look_at(file)
            kind = Pages::Files.kind(file.type)
            halt_problem 415, "That kind of file cannot be looked at here; save it and open it with its own program." unless kind
            content_type((kind == "text") ? "text/plain; charset=utf-8" : file.type)
            headers "content-disposition" => "inline", "content-security-policy" => "#{FILE}#{"; sandbox" unless kind == "page"}"
            (kind == "text") ? Core::Visible.lines(Post::Charset.utf8(file.content)) : file.content
          end

          # @return [Object, nil] nil for what takes more to read than a message may
          def apart
            yield
          rescue Post::Apart::Exceeded
            nil
          end
        end
        private_constant :Helpers
      end
    end
  end
end
