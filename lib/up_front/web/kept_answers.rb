# frozen_string_literal: true

require "digest"
require "zlib"

module UpFront
  module Web
    # Pages that were made are given again while nothing they hang on has changed: nothing was committed, no message's moment has
    # come, and it is the same minute.
    class KeptAnswers
      MOST = 20

      Answer = Struct.new(:body, :packed, :tag, :version, :at, keyword_init: true)

      # @param commits [Store::Commits]
      def initialize(commits)
        @commits = commits
        @lock = Mutex.new
        @kept = {}
      end

      # @param key [Object] which page @yield makes it: the body @return [Answer]
      def fetch(key, now)
        version, kept = @lock.synchronize { [@commits.version, @kept[key]] } # the version before the page that is made of it
        return kept if kept && kept.version == version && same?(kept.at, now)

        body = yield
        Answer.new(body: body, packed: Zlib.gzip(body, level: Zlib::BEST_SPEED), tag: KeptAnswers.tag(body), version: version, at: now).freeze.tap { keep(key, _1) }
      end

      # @return [String] for an ETag (RFC 9110, section 8.8.3)
      def self.tag(body) = Digest::SHA256.hexdigest(body)[0, 32]

      private

      def same?(at, now) = at <= now && at.to_i / 60 == now.to_i / 60 && !Store::Moments.any?(at, now)

      def keep(key, answer)
        @lock.synchronize do
          @kept.delete(key)
          @kept[key] = answer
          @kept.shift if @kept.size > MOST
        end
      end
    end
  end
end
