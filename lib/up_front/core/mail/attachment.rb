# frozen_string_literal: true

module UpFront
  module Core
    # A file that came with a message; `bytes` is its size once decoded.
    Attachment = Struct.new(:name, :type, :bytes, keyword_init: true)
  end
end
