# frozen_string_literal: true

require "pathname"
require "set"

# The page's source as it stands: its rooms, what each file imports, and the classes of its style sheets.
class PageSource
  IMPORT = /(?:from |import |import\()"(\.[^"]*)"/
  STYLES = /^import (\w+) from "(\.[^"]*\.module\.css)";/

  # @param folder [String]
  def initialize(folder)
    @folder = Pathname(folder)
  end

  # @return [Hash{String=>String}] text by path, the API's generated types left out
  def files(pattern)
    @folder.glob("**/#{pattern}").reject { _1.basename.to_s == "schema.d.ts" }
      .to_h { |file| [file.relative_path_from(@folder).to_s, file.read] }
  end

  def code = @code ||= files("*.{ts,tsx}")
  def sheets = @sheets ||= files("*.module.css")

  # @return [Hash{String=>Set<String>}] by room, the rooms that it uses; each screen's folder is a room
  def rooms
    code.each_with_object(Hash.new { |hash, key| hash[key] = Set.new }) do |(path, text), found|
      found[room(path)]
      imports(path, text).each { found[room(path)] << room(_1) unless room(_1) == room(path) }
    end
  end

  # @return [Array<String>] "file: class" for each class that is dressed and not there
  def missing_classes
    code.flat_map do |path, text|
      text.scan(STYLES).flat_map do |name, from|
        known = classes(resolve(path, from))
        text.scan(/\b#{name}\.(\w+)/).flatten.reject { known.include?(_1) || _1 == "module" }.map { "#{path}: #{_1}" }
      end
    end
  end

  # @return [Array<String>] "sheet: class" for each class that nothing wears; a sheet that is asked by key wears all of its own
  def idle_classes
    worn = Hash.new { |hash, key| hash[key] = Set.new }
    code.each do |path, text|
      text.scan(STYLES).each do |name, from|
        sheet = resolve(path, from)
        worn[sheet].merge(text.match?(/\b#{name}\[/) ? classes(sheet) : text.scan(/\b#{name}\.(\w+)/).flatten)
      end
    end
    sheets.keys.flat_map { |sheet| (classes(sheet) - worn[sheet]).map { "#{sheet}: #{_1}" } }
  end

  private

  def room(path)
    parts = path.split("/")
    return "main" if parts.one?

    (parts.first == "screens") ? parts.first(2).join("/") : parts.first
  end

  def imports(path, text) = text.scan(IMPORT).flatten.map { resolve(path, _1) }.reject { _1.start_with?("..") }
  def resolve(path, from) = Pathname(path).dirname.join(from).cleanpath.to_s

  def classes(sheet)
    text = sheets.fetch(sheet).gsub(%r{/\*.*?\*/}m, "").gsub(/:global\([^()]*\)/, "")
    text.scan(/([^{}]*)\{/).flatten.reject { _1.strip.start_with?("@") }.flat_map { _1.scan(/\.([a-zA-Z][\w-]*)/).flatten }
      .to_set { |name| name.gsub(/-(\w)/) { Regexp.last_match(1).upcase } }
  end
end
