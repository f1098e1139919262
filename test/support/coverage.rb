# frozen_string_literal: true

# Required before anything else: tells which lines and branches the tests went through, by layer, and is not content with less
# than each should have.
require "simplecov"

module Coverage
  # What a layer should have, in percent.
  LEAST = {"core" => [99, 92], "desk" => [95, 85], "store" => [95, 85], "post" => [95, 85], "web" => [95, 85]}.freeze
  ALSO = %w[clock service cli].freeze # told; they run in processes of their own too, where nobody counts

  # A table in the log, and what is missing in a file beside it.
  class ByLayer
    def format(result)
      puts "\n  layer     lines  branches   asked"
      short = (LEAST.keys + ALSO).filter_map { |layer| told(result.groups.fetch(layer), layer, LEAST.fetch(layer, [0, 0])) }
      missing = result.files.sort_by(&:filename).flat_map { lines_missed(_1) + branches_missed(_1) }
      path = File.join(SimpleCov.coverage_path, "missed.txt")
      File.write(path, "#{missing.join("\n")}\n")
      puts "  What was not gone through stands in #{path.delete_prefix("#{SimpleCov.root}/")}."
      abort "Less than should be gone through in: #{short.join(", ")}" if short.any?
    end

    private

    def told(files, layer, least)
      seen = [files.covered_percent, files.branch_covered_percent]
      puts Kernel.format("  %-9s %5.1f     %5.1f   %d / %d", layer, *seen, *least)
      layer unless seen.zip(least).all? { _1.floor(1) >= _2 }
    end

    def lines_missed(file) = file.missed_lines.map { "#{file.project_filename}:#{_1.line_number} #{_1.src.strip}" }

    def branches_missed(file)
      file.missed_branches.map { "#{file.project_filename}:#{_1.start_line} #{_1.type} of a branch is never taken" }
    end
  end
end

SimpleCov.start do
  enable_coverage :branch
  primary_coverage :line
  add_filter { |file| !file.filename.start_with?("#{SimpleCov.root}/lib/up_front/") || file.filename.include?("/migrations/") }
  (Coverage::LEAST.keys + Coverage::ALSO).each { |layer| add_group layer, "lib/up_front/#{layer}/" }
  use_merging false
  formatter Coverage::ByLayer
end
