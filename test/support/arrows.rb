# frozen_string_literal: true

require "ripper"
require "set"

# Which room uses which, read from the code: a room of a layer is a folder of it, and an arrow a constant that is named.
class Arrows
  LAYERS = %w[core clock post store desk web service cli].freeze

  # @param lib [String] the folder of the layers @param inflector [#camelize] how files are named after constants
  def initialize(lib, inflector)
    @lib = lib
    @inflector = inflector
    @rooms = LAYERS.to_h { |layer| [layer, constants(layer)] }
  end

  # @return [Hash{String=>Set<String>}] by layer, the layers that it uses
  def layers = LAYERS.to_h { |layer| [layer, uses(layer).map { _2 }.to_set - [layer]] }

  # @return [Hash{String=>Set<String>}] by room of a layer, the rooms of the same layer that it uses
  def within(layer)
    found = @rooms.fetch(layer).values.uniq.to_h { [_1, Set.new] }
    uses(layer).each { |from, to_layer, to| found[from] << to if to_layer == layer && to != from }
    found
  end

  private

  def files(layer) = Dir[File.join(@lib, layer, "**", "*.rb")].reject { _1.include?("/migrations/") }
  def room(layer, file) = file.delete_prefix("#{@lib}/#{layer}/").split("/").first

  # @return [Hash{String=>String}] the constants of a layer, each with its room; a folder in a room is a namespace
  def constants(layer)
    files(layer).each_with_object({}) do |file, known|
      parts = file.delete_prefix("#{@lib}/#{layer}/").delete_suffix(".rb").split("/")
      parts.shift if parts.size > 1 && ROOMED.include?(layer)
      known[@inflector.camelize(parts.first, file)] = room(layer, file)
    end
  end

  ROOMED = %w[core store desk].freeze

  # @return [Array<Array(String, String, String)>] the room that uses, the layer and the room that it uses
  def uses(layer)
    (@uses ||= {})[layer] ||= files(layer).flat_map do |file|
      from = room(layer, file)
      paths(file).filter_map do |path|
        to_layer = LAYERS.find { @inflector.camelize(_1, file) == path.first }
        next [from, to_layer, @rooms[to_layer][path[1]]] if to_layer && (path.size > 1 || to_layer == "clock")

        [from, layer, @rooms[layer][path.first]] if @rooms[layer].key?(path.first)
      end
    end.uniq
  end

  # @return [Array<Array<String>>] the constants that a file names, as they are qualified
  def paths(file)
    found = [[]]
    Ripper.lex(File.read(file)).each do |_, type, token|
      if type == :on_const then found.last << token
      elsif !(type == :on_op && token == "::" && found.last.any?) then found << [] if found.last.any?
      end
    end
    defined = File.read(file).scan(/^\s*(?:(?:class|module) ([A-Z]\w*)|([A-Z]\w*) = )/).flatten.compact
    found.reject { _1.empty? || (defined.include?(_1.first) && _1.size == 1) }.uniq
  end
end
