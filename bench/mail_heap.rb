# frozen_string_literal: true

# As many of the museum's letters as asked, each with a Message-ID of its own.
class MailHeap
  def initialize(count, seed:)
    @count = count
    @random = Random.new(seed)
  end

  def letters
    @letters ||= begin
      scenario = Demo::Scenario.new
      sources = (scenario.history + scenario.today).map(&:raw)
      Array.new(@count) { |number| sources[@random.rand(sources.size)].sub(/^Message-ID: <([^>]*)>/, "Message-ID: <#{number}-\\1>") }
    end
  end

  # @return [Array<String>] the paths of so many mbox files
  def write(folder, parts)
    letters.each_slice((@count / parts.to_f).ceil).each_with_index.map do |slice, number|
      File.join(folder, "heap-#{number}.mbox").tap do |path|
        File.open(path, "wb") do |file|
          slice.each do |raw|
            file.write("From museum@lanternquay.example Tue Mar  9 07:00:00 2027\n", raw.b.gsub(/^(>*From )/n, ">\\1"), "\n")
          end
        end
      end
    end
  end
end
