# frozen_string_literal: true

require "zip"

module UpFront
  module Post
    # The files of a message in one (ZIP, ISO/IEC 21320-1).
    module FilesArchive
      LONGEST = 180 # letters of a name, which most file systems take

      module_function

      # @param files [Array<#name, #content>] @return [String] bytes
      def of(files)
        taken = Set.new
        Zip::OutputStream.write_buffer { |zip|
          files.each do |file|
            zip.put_next_entry(free(name(file.name), taken))
            zip.write(file.content)
          end
        }.string
      end

      # A name that leads nowhere else, and is no folder.
      def name(given)
        Core::Visible.file_name(given.to_s.scrub).tr("/\\:", "___").sub(/\A\.+/, "_")[0, LONGEST].then { _1.empty? ? "file" : _1 }
      end

      def free(name, taken)
        base, ending = name.match(/\A(.+?)(\.[^.]*)?\z/m).captures
        found = [name].chain((2..).lazy.map { "#{base} (#{_1})#{ending}" }).find { !taken.include?(Core::Text.fold(_1)) }
        taken << Core::Text.fold(found)
        found
      end
      private_class_method :name, :free
    end
  end
end
