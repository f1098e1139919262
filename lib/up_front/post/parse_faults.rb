# frozen_string_literal: true

require "mail"

module UpFront
  module Post
    # What the parser of mail raises over what it cannot read; such a header or part counts as missing.
    module ParseFaults
      ALL = [
        ArgumentError, EncodingError, Mail::Field::FieldError, NoMethodError, TypeError, RangeError, IndexError
      ].freeze
    end
  end
end
