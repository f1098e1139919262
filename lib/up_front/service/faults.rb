# frozen_string_literal: true

module UpFront
  module Service
    # What fails at the moment in the running server, each since when, for the page to tell. It lies in memory alone: what fails may be
    # the database.
    class Faults
      Fault = Struct.new(:name, :words, :since, keyword_init: true)

      # @yield whenever the list has changed
      def initialize(&changed)
        @lock = Mutex.new
        @list = {}
        @changed = changed || -> {}
      end

      # @param name [String] what failed @param words [String] for the person @return [Boolean] whether it is news
      def tell(name, words, at)
        change { @list[name] = Fault.new(name: name, words: words, since: @list[name]&.since || at).freeze if @list[name]&.words != words }
      end

      def over(name) = change { @list.delete(name) }

      # @return [Array<Fault>] the oldest first, one for several that failed alike
      def list = @lock.synchronize { @list.values }.sort_by(&:since).uniq(&:words)

      private

      def change(&block)
        news = @lock.synchronize(&block)
        @changed.call if news
        !news.nil?
      end
    end
  end
end
