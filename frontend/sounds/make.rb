# frozen_string_literal: true

# Makes the sounds that ship with the product: short tones, added up from sines, written as WAV files
# (16 bits, mono). Run it again after changing a recipe: ruby frontend/sounds/make.rb
RATE = 22_050 # samples a second
FOLDER = File.expand_path("../public/sounds", __dir__)

# One tone: when it starts (s), its pitch (Hz), how long until it has died away (s), how loud (0 to 1), and the
# overtones with their shares.
Tone = Struct.new(:at, :pitch, :fades, :loud, :overtones, :glide) do
  def at_time(time)
    here = time - at
    return 0.0 if here.negative? || here > fades

    pitch_now = pitch + glide.to_f * here
    attack = [here / 0.008, 1.0].min
    decay = (1 - here / fades)**2
    (overtones || {1 => 1.0}).sum { |multiple, share| share * Math.sin(2 * Math::PI * pitch_now * multiple * here) } * attack * decay * loud
  end
end

STRUCK = {1 => 0.7, 2.0 => 0.2, 2.76 => 0.25, 5.4 => 0.08}.freeze
REED = {1 => 0.6, 2 => 0.3, 3 => 0.2, 4 => 0.1}.freeze
SOFT = {1 => 0.9, 2 => 0.1}.freeze

SOUNDS = {
  "bell" => [Tone.new(0, 880, 1.0, 0.6, STRUCK)],
  "buoy" => [Tone.new(0, 392, 0.7, 0.6, STRUCK), Tone.new(0.28, 330, 0.8, 0.5, STRUCK)],
  "crane" => [Tone.new(0, 523, 0.22, 0.5, REED), Tone.new(0.18, 659, 0.22, 0.5, REED), Tone.new(0.36, 784, 0.4, 0.55, REED)],
  "gull" => [Tone.new(0, 1_500, 0.16, 0.35, SOFT, -2_600), Tone.new(0.2, 1_650, 0.24, 0.35, SOFT, -2_400)],
  "harbour" => [Tone.new(0, 147, 0.7, 0.55, REED), Tone.new(0.02, 220, 0.7, 0.4, REED), Tone.new(0.6, 147, 0.6, 0.5, REED)],
  "lantern" => [Tone.new(0, 659, 0.5, 0.5, SOFT), Tone.new(0.13, 988, 0.7, 0.5, SOFT)],
  "tide" => [Tone.new(0, 262, 0.6, 0.45, SOFT), Tone.new(0.16, 330, 0.6, 0.4, SOFT), Tone.new(0.32, 392, 0.7, 0.4, SOFT)],
  "wave" => [Tone.new(0, 440, 0.5, 0.5, SOFT, 260), Tone.new(0.3, 587, 0.5, 0.45, SOFT, -200)]
}.freeze

# RIFF/WAVE with one format chunk and one of samples
def wav(samples)
  data = samples.map { |sample| (sample.clamp(-1, 1) * 32_000).round }.pack("s<*")
  format = [1, 1, RATE, RATE * 2, 2, 16].pack("vvVVvv")
  "RIFF#{[36 + data.bytesize].pack("V")}WAVEfmt #{[16].pack("V")}#{format}data#{[data.bytesize].pack("V")}#{data}".b
end

SOUNDS.each do |name, tones|
  seconds = tones.map { _1.at + _1.fades }.max
  samples = Array.new((seconds * RATE).ceil) { |index| tones.sum { _1.at_time(index / RATE.to_f) } }
  loudest = samples.map(&:abs).max
  File.binwrite(File.join(FOLDER, "#{name}.wav"), wav(samples.map { _1 / loudest * 0.8 }))
end
