# frozen_string_literal: true

# The museum's world, for the demo and for tests.
module Demo
  %w[cast words letters envelope scenario habits lived_weeks follow_through world].each { require_relative _1 }
end
