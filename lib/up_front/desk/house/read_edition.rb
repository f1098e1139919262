# frozen_string_literal: true

module UpFront
  module Desk
    # Reads the edition that is published at a place.
    module ReadEdition
      MOST_FAULTS = 3 # that are told; who publishes it has `check` for all of them

      # It cannot be had, or is none; the message is for the person.
      class Unusable < StandardError; end

      module_function

      # @param place [String] of a file, or an http(s) address @param known [String, nil] the checksum of what was read before
      # @return [Array(Core::HouseEdition, String), nil] with its checksum; nil where nothing has changed @raise [Unusable]
      def call(place, known: nil, line: nil)
        file = Post::PublishedFile.new(place, most: Core::HouseEdition::MAX_BYTES, **{line: line}.compact)
        bytes, sum = file.read(known: known)
        bytes && [Core::HouseEdition.parse(bytes), sum]
      rescue Post::PublishedFile::Unreached => unreached
        raise Unusable, unreached.message
      rescue Core::Refused => refused
        more = refused.faults.size - MOST_FAULTS
        raise Unusable, "#{refused.faults.first(MOST_FAULTS).map(&:said).join(" ")}" \
          "#{" And #{Core::English.count(more, "more fault")}." if more.positive?}"
      end
    end
  end
end
