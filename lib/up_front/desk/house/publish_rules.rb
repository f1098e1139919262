# frozen_string_literal: true

require "active_support/core_ext/file/atomic"
require "digest"

module UpFront
  module Desk
    # Own rules made into an edition for others: shown first as they will see it, then written. What was marked is remembered for the next.
    class PublishRules < Act
      KEY = "published_house"
      GIVEN = %w[publisher contact note holds_from].freeze

      # An edition to look at. @!attribute edition [Hash] in the file's shape @!attribute faults [Array<Core::Fault>]
      # @!attribute personal [Array<Core::PersonalInEdition::Found>]
      Shown = Struct.new(:edition, :faults, :personal, keyword_init: true)

      # @return [Hash] what the next edition begins as, from what was published last; in the shape of {#preview}, no note yet.
      #   Before the first, publisher and contact are nil
      def self.following
        last = Store::Setting[KEY] || {}
        {"publisher" => last["publisher"], "contact" => last["contact"], "edition" => last["edition"].to_i + 1,
         "marked" => last["marked"] || {}, "templates" => last["templates"] || [], "days_off" => last["days_off"] == true}
      end

      # @param given [Hash] of {GIVEN}; "edition", "marked" (by name of the rule how firm), "templates", "days_off" @return [Shown]
      def preview(given)
        document = Store::CurrentRulebook.document
        publishing = Core::Publishing.new(document, header(given), given["marked"] || {}, templates: given["templates"] || [],
          days_off: given["days_off"] == true)
        faults = begin
          publishing.edition && []
        rescue Core::Refused => refused
          refused.faults
        end
        Shown.new(edition: publishing.to_h, faults: faults, personal: Core::PersonalInEdition.new(publishing.to_h, document).to_a)
      end

      # @return [Done] with the file's text as result; its checksum's is {checksum} @raise [Core::Refused, Impossible]
      def call(given)
        shown = preview(given)
        raise Core::Refused, shown.faults if shown.faults.any?
        raise Impossible.new("Mark a rule to publish first.", pointer: "/marked") if shown.edition["rules"].empty?

        transaction do
          Store::Setting[KEY] = {**shown.edition.slice("publisher", "contact", "edition"), "marked" => given["marked"],
                                 "templates" => given["templates"] || [], "days_off" => given["days_off"] == true}
          event("house")
          Done.new(message: "Edition #{shown.edition["edition"]} is made.", result: "#{JSON.pretty_generate(shown.edition)}\n")
        end
      end

      # @param text [String] @param name [String] of the file @return [String] as sha256sum prints it
      def self.checksum(text, name) = "#{Digest::SHA256.hexdigest(text)}  #{name}\n"

      # Writes both so that a reader finds the former or the new, and never half of one. @param path [String] @return [nil]
      def self.write(path, text)
        {path => text, "#{path}#{Post::PublishedFile::BESIDE}" => checksum(text, File.basename(path))}.each do |to, bytes|
          File.atomic_write(to) { _1 << bytes }
        end
        nil
      end

      private

      def header(given)
        zone = Store::CurrentRulebook.rulebook.zone
        texts = GIVEN.to_h { |key| [key, given[key].to_s.strip] }.reject { |_, text| text.empty? }
        {"publisher" => texts["publisher"], "contact" => texts["contact"], "edition" => given["edition"],
         "published" => zone.date(now).iso8601, "note" => texts["note"], "holds_from" => texts["holds_from"]}
      end
    end
  end
end
