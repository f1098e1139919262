# frozen_string_literal: true

module UpFront
  module Core
    # Every fact there is. A file in facts/ defines one, or one family; adding a fact adds a file.
    module Facts
      HEADER = /\Aheader:(.+)\z/m

      # @return [Hash{String=>Fact}] in the order of their files' names
      def self.all
        @all ||= Dir[File.join(__dir__, "facts", "*.rb")].sort.flat_map { |file|
          Array(const_get(File.basename(file, ".rb").split("_").map(&:capitalize).join)::FACTS)
        }.to_h { [_1.name, _1] }.freeze
      end

      # @return [Fact, nil]
      def self.find(name)
        return unless name.is_a?(String)
        return all[name] unless name.start_with?("header:")

        header = name[HEADER, 1].to_s.strip
        Header.named(header) if header.match?(/\A[!-9;-~]+\z/)
      end
    end
  end
end
