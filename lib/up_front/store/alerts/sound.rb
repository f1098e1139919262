# frozen_string_literal: true

module UpFront
  module Store
    # A sound file of the person's own.
    class Sound < Record
      self.table_name = "sounds"
      self.inheritance_column = nil # `type` is the file's media type
    end
  end
end
