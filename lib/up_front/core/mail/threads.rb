# frozen_string_literal: true

module UpFront
  module Core
    # Messages put together in threads: the REFERENCES algorithm of RFC 5256, section 3 (threading by References, or
    # In-Reply-To where there is none, then by base subject).
    class Threads
      MOST = 2_000 # messages that are looked at together; a longer thread is no conversation

      # @!attribute id [Object] the caller's own @!attribute message_id [String, nil]
      # @!attribute references [Array<String>] oldest first, the parent last
      # @!attribute subject [String] decoded @!attribute sent_at [Time, nil] Date, or the arrival where there is none
      Letter = Struct.new(:id, :message_id, :references, :subject, :sent_at, keyword_init: true)

      # A place in the tree; without a letter where one is known of and not here.
      Node = Struct.new(:letter, :parent, :children) do
        def dummy? = letter.nil?
        def first_letter = letter || children.first&.first_letter
        def sent_at = (letter || first_letter)&.sent_at || Time.at(0)
        def within?(other) = equal?(other) || !!parent&.within?(other)

        # Puts it under another. @return [self]
        def under(node)
          parent&.children&.delete_if { _1.equal?(self) }
          self.parent = node
          node&.children&.push(self)
          self
        end

        # @yield [Letter, Integer] each letter with its depth, from the top down
        def each_letter(depth = 0, &block)
          yield letter, depth if letter
          children.each { _1.each_letter(dummy? ? depth : depth + 1, &block) }
        end

        def ==(other) = equal?(other)
        def hash = object_id
        alias_method :eql?, :==
      end

      # @param letters [Array<Letter>]
      def initialize(letters)
        @letters = letters.first(MOST)
        @known = {}
        @root = node
        link
        prune(@root)
        in_order(@root)
        gather
        sort(@root)
      end

      # @return [Array<Node>] the threads, the oldest first
      def roots = @root.children

      # What a thread is about: of its first message, or where that is not here, of the first answer.
      # @return [BaseSubject]
      def self.subject(node) = BaseSubject.new(node.first_letter.subject)

      private

      def node(letter = nil) = Node.new(letter, nil, [])
      def known(message_id) = @known[message_id] ||= node

      # Step 1, and 2: whoever has no parent stands under the root.
      def link
        own = @letters.map { |letter| [letter, place(letter)] }
        own.each { |letter, here| chain(letter, here) }
        (@known.values + own.map(&:last)).uniq.each { _1.under(@root) unless _1.parent }
      end

      # A message without a Message-ID, or with one that another has, gets a place of its own.
      def place(letter)
        return node(letter) if letter.message_id.nil?

        here = known(letter.message_id)
        return node(letter) if here.letter

        here.tap { _1.letter = letter }
      end

      def chain(letter, here)
        line = letter.references.reject { _1 == letter.message_id }.map { known(_1) }
        line.each_cons(2) { |parent, child| child.under(parent) unless child.parent || parent.within?(child) }
        last = line.last
        here.under((last && !last.within?(here)) ? last : nil) if last || here.parent
      end

      # Step 3: what is not here goes; its children take its place, at the top only where there is one.
      def prune(node)
        node.children.dup.each do |child|
          prune(child)
          next unless child.dummy?
          next if node.equal?(@root) && child.children.size > 1

          at = node.children.index(child)
          node.children.delete_at(at)
          child.children.each { _1.parent = node }
          node.children.insert(at, *child.children)
        end
      end

      # Step 5: threads of one subject stand together.
      def gather
        table = {}
        @root.children.each { |node| enter(table, node) }
        @root.children.dup.each { |node| merge(table, node) }
      end

      def enter(table, node)
        subject = Threads.subject(node)
        return if subject.key.empty?

        there = table[subject.key]
        table[subject.key] = node if there.nil? || (!there.dummy? && (node.dummy? || (reply?(there) && !reply?(node))))
      end

      def merge(table, node)
        key = Threads.subject(node).key
        there = table[key]
        return if there.nil? || there.equal?(node) || node.parent != @root

        if node.dummy? && there.dummy?
          node.children.dup.each { _1.under(there) }
          node.under(nil)
        elsif there.dummy? || (reply?(node) && !reply?(there))
          node.under(there)
        else
          table[key] = together(there, node)
        end
      end

      def together(one, other)
        both = node.under(@root)
        [one, other].each { _1.under(both) }
        both
      end

      def reply?(node) = !node.dummy? && BaseSubject.new(node.letter.subject).reply?

      # Step 6.
      def sort(node)
        node.children.each { sort(_1) }
        in_order(node)
      end

      def in_order(node) = node.children.sort_by!.with_index { |child, place| [child.sent_at, place] }
    end
  end
end
