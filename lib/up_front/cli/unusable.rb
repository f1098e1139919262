# frozen_string_literal: true

module UpFront
  module CLI
    # An input that cannot be used; exit 1.
    class Unusable < StandardError; end
  end
end
