# frozen_string_literal: true

module UpFront
  module CLI
    # Makes an edition of house rules from the database's rules, and writes it with its checksum beside it.
    class Publish
      # @param options [Hash] see {App#publish} @param clock [#now]
      def initialize(options, clock:)
        @options = options
        @act = Desk::PublishRules.new(clock)
      end

      # @param path [String] @yield [String] a line to be told @raise [Unusable, Core::Refused, Desk::Act::Impossible]
      def call(path)
        personal = @act.preview(given).personal.map(&:said)
        personal.each { yield "Personal: #{_1}" }
        raise Unusable, "Nothing was written. Use --yes where others may see that." if personal.any? && !@options[:yes]

        done = @act.call(given)
        Desk::PublishRules.write(path, done.result)
        yield "#{done.message} #{path} holds it, and #{path}#{Post::PublishedFile::BESIDE} its checksum."
      rescue SystemCallError => error
        raise Unusable, "#{path} cannot be written: #{Store::Fault.told(error)}."
      end

      private

      def given
        said = {"publisher" => @options[:publisher], "contact" => @options[:contact], "edition" => @options[:edition]&.to_i,
                "note" => @options[:note], "holds_from" => @options[:holds_from], "marked" => marked}
        Desk::PublishRules.following.merge(said.compact)
      end

      # @return [Hash, nil] nil where no rule is named
      def marked
        named = Core::HouseMark::FIRMNESS.flat_map { |firmness| @options[firmness.to_sym].map { [_1, firmness] } }.to_h
        known = Store::CurrentRulebook.rulebook.own.to_h { [Core::Text.fold(_1.name), _1.name] }
        unknown = named.keys.reject { known.key?(Core::Text.fold(_1)) }
        raise Unusable, "There is no rule “#{unknown.first}”." if unknown.any?

        named.transform_keys { known.fetch(Core::Text.fold(_1)) } unless named.empty?
      end
    end
  end
end
