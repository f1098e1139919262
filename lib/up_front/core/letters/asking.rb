# frozen_string_literal: true

module UpFront
  module Core
    # What a letter asks of those who read it: questions and requests, in English, German and Portuguese. Sentence by sentence of what its
    # writer wrote: it asks where it ends in a question mark, or says one of {AskingWords}; a courtesy ("if you have any questions, please
    # call") does not. No more than that, so that it can be explained; what a sentence means is the reader's to say.
    module Asking
      # @!attribute kind [:question, :request] @!attribute sentence [String] @!attribute sign [String] by what it was seen
      Asked = Struct.new(:kind, :sentence, :sign, keyword_init: true) do
        # @return [String] "It asks: “Do you have the plan?”"
        def reason
          return "It asks: “#{sentence}”" if kind == :question

          "It says “#{sign}”: “#{sentence}”"
        end
      end

      module_function

      # @param text [String] of a letter, plain @return [Array<Asked>] in the order of the text
      def of(text) = OwnWords.sentences(OwnWords.of(text)).filter_map { sentence(_1) }

      # @return [Boolean] as {of}, and no further than the first
      def any?(text) = OwnWords.sentences(OwnWords.of(text)).any? { sentence(_1) }

      # @param sentence [String] @return [Asked, nil]
      def sentence(sentence)
        question = sentence.match?(AskingWords::QUESTION)
        sign = sentence[AskingWords::ANYWHERE] || sentence[AskingWords::AT_START] unless question
        return unless question || sign
        return if sentence.match?(AskingWords::COURTESY) || sentence.match?(AskingWords::BRIEF)
        return if question && quoted?(sentence)

        Asked.new(kind: question ? :question : :request, sentence: sentence, sign: sign&.gsub(/\A[\s,;:–—-]+|\s+\z/, ""))
      end

      # A question that somebody else is said to have asked.
      def quoted?(sentence) = sentence.match?(/["“«][^"”»]*\?["”»]\s*\z/)
      private_class_method :quoted?
    end
  end
end
