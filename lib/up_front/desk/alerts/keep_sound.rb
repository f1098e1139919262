# frozen_string_literal: true

module UpFront
  module Desk
    # Keeps a sound file of the person's own, or lets one go.
    class KeepSound < Act
      MOST = 50

      # @param name [String] by which rules will name it @param bytes [String] @return [Done] @raise [Impossible]
      def call(name, bytes)
        file = Post::SoundFile.new(bytes)
        name = name.strip
        raise Impossible.new("Give it a name.", pointer: "/name") if name.empty?

        transaction do
          key = Core::Text.fold(name)
          if Core::AlertEffect::SOUNDS.any? { Core::Text.fold(_1) == key } || Store::Sound.exists?(name_key: key)
            raise Impossible.new("There is a sound “#{name}” already.", pointer: "/name", status: 409)
          end
          raise Impossible, "#{MOST} sounds are kept already; let one go first." if Store::Sound.count >= MOST

          Store::Sound.create!(name: name, name_key: key, type: file.type, bytes: file.bytes, at: now)
          event("rules", revision: Store::CurrentRulebook.rulebook.revision) # the vocabulary has one more
        end
        Done.new(message: "Kept the sound “#{name}”.")
      rescue Post::SoundFile::NoSound => none
        raise Impossible, none.message
      end

      # @return [Done] @raise [Impossible] while a rule names it
      def delete(id)
        transaction do
          sound = Store::Sound.find_by(id: id) or raise Impossible.gone("sound")
          using = Store::CurrentRulebook.rulebook.rules.select do |rule|
            rule.effects["alert"].then { _1.is_a?(Hash) && Core::Text.fold(_1["sound"]) == sound.name_key }
          end
          if using.any?
            raise Impossible.new("#{Core::English.join(using.map(&:name), "and")} #{(using.size == 1) ? "sounds" : "sound"} with it; " \
              "change that first.", status: 409)
          end

          sound.delete
          event("rules", revision: Store::CurrentRulebook.rulebook.revision)
          Done.new(message: "Let the sound “#{sound.name}” go.")
        end
      end
    end
  end
end
