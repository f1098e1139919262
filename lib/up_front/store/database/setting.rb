# frozen_string_literal: true

module UpFront
  module Store
    # Small things kept by name.
    class Setting < Record
      self.table_name = "settings"
      self.primary_key = "key"

      def self.[](key) = find_by(key: key)&.value

      def self.[]=(key, value)
        value.nil? ? where(key: key).delete_all : upsert({key: key, value: value})
      end
    end
  end
end
