# Which of the voices Debian ships is understood best: every word of the Floor that the recognizer's dictionary knows,
# spoken by each, heard by an independent recognizer (Debian's pocketsphinx, its own en-us model) that may answer with
# any of them, in quiet and under the noise of a gym at 5 dB. The noise is made from a seed: gloves on bags, a hum of
# music, voices. Run with bin/measure voices; it wants the Debian packages espeak-ng, flite, festival,
# festvox-us-slt-hts, pocketsphinx and pocketsphinx-en-us.
require "fileutils"
require "jaunty_bell/core"
require "jaunty_bell/files"

module Measure
  # Noise of a gym, in samples of full scale 1.
  module GymNoise
    RATE = JauntyBell::Files::Speech::RATE

    class << self
      BED = 20 # s of noise that is made; each word gets a piece of it
      SEED = 5

      # `count` samples, the same for the same seed.
      def of(count, seed) = bed[Random.new(seed).rand(bed.size - count), count]

      def bed
        @bed ||= begin
          random, count = Random.new(SEED), BED * RATE
          [[0.55, hits(count, random)], [0.25, hum(count, random)], [0.35, voices(count, random)]]
            .map { |share, sound| power(sound).then { |loud| sound.map { |sample| sample * share / loud } } }
            .transpose.map(&:sum)
        end
      end

      def power(sound) = [Math.sqrt(sound.sum { |sample| sample * sample }.fdiv(sound.size)), 1e-9].max

      private

      # A glove on a bag now and then: a thump that dies away, with the slap of leather on top.
      def hits(count, random)
        sound = Array.new(count, 0.0)
        at = random.rand(RATE / 4)
        while at < count
          low, loud = random.rand(70.0..140.0), random.rand(0.5..1.0)
          [RATE / 5, count - at].min.times do |i|
            time = i.fdiv(RATE)
            sound[at + i] += loud * (Math.sin(2 * Math::PI * low * time) * Math.exp(-18 * time) +
              0.5 * random.rand(-1.0..1.0) * Math.exp(-90 * time))
          end
          at += random.rand(RATE / 6..RATE / 2)
        end
        sound
      end

      # Chords that change twice a second.
      def hum(count, random)
        chord = []
        Array.new(count) do |i|
          chord = Array.new(4) { 110 * 2**(random.rand(0..30) / 12.0) } if (i % (RATE / 2)).zero?
          chord.sum { |tone| Math.sin(2 * Math::PI * tone * i / RATE) + 0.3 * Math.sin(4 * Math::PI * tone * i / RATE) }
        end
      end

      # People talking: noise shaped by three resonances that move, in syllables.
      def voices(count, random)
        talkers = Array.new(5) { {y: [0.0] * 6, f: Array.new(3) { |k| [500, 1_500, 2_500][k] }, on: 0.0} }
        Array.new(count) do |i|
          talkers.sum do |talker|
            if (i % (RATE / 5)).zero?
              talker[:on] = random.rand
              talker[:f] = [random.rand(300..800), random.rand(900..2_200), random.rand(2_300..3_000)]
            end
            talker[:on] * resonances(talker, random.rand(-1.0..1.0))
          end
        end
      end

      def resonances(talker, noise)
        talker[:f].each_with_index.sum do |frequency, k|
          a, b = talker[:y].values_at(2 * k, 2 * k + 1)
          y = 0.02 * noise + 1.9 * 0.985 * Math.cos(2 * Math::PI * frequency / RATE) * a - 0.955 * b
          talker[:y][2 * k + 1] = a
          talker[:y][2 * k] = y
        end
      end
    end
  end

  module Voices
    Speech = JauntyBell::Files::Speech
    Wave = JauntyBell::Files::Wave
    DICTIONARY = "/usr/share/pocketsphinx/model/en-us/cmudict-en-us.dict"
    MODEL = "/usr/share/pocketsphinx/model/en-us/en-us"
    RATIO = 5 # dB
    HISS = 4 # of 32,768: no room is without any sound
    QUIET = Speech::RATE / 4 # samples before and after a word
    ESPEAK = ->(accent) {
      ["espeak-ng", ->(word, file) {
        ["espeak-ng", "-v", accent, "-s", "170", "-p", "42", "-g", "0", "-w", file, "--", word]
      }]
    }
    FLITE = ->(name, stretch) {
      ["flite", ->(word, file) {
        ["flite", "-voice", name, "--setf", "duration_stretch=#{stretch}", "-t", word, "-o", file]
      }]
    }
    ALL = {"espeak-ng en-gb" => ESPEAK.call("en-gb"), "espeak-ng en-us" => ESPEAK.call("en-us"),
           "flite slt" => FLITE.call("slt", 0.9), "flite rms" => FLITE.call("rms", 0.85),
           "festival slt hts" => Speech::FESTIVAL}.freeze

    class << self
      def run
        words = JauntyBell::Core::Floor::Voice.shipped.select { |word| word.split.all? { |part| known.key?(part) } }
        left = JauntyBell::Core::Floor::Voice.shipped - words
        puts "#{words.size} words; #{left.size} are not in the recognizer's dictionary: #{left.join(", ")}"
        ALL.each { |name, voice| say(name, voice, words) if Speech.can?(voice) }
      end

      private

      def known = @known ||= File.foreach(DICTIONARY).to_h { |line| [line.split(" ", 2).first, true] }

      def say(name, voice, words)
        spoken = words.to_h { |word| [word, Wave.samples(Speech.speak(word, voice: voice))] }
        seconds = spoken.values.sum(&:size).fdiv(Speech::RATE)
        longest = spoken.values.map(&:size).max.fdiv(Speech::RATE)
        heard = {"quiet" => nil, "gym at #{RATIO} dB" => RATIO}
          .map { |place, ratio| "#{place} #{(100 * understood(spoken, ratio)).round(1)} %" }
        puts format("%-18s %s; %.2f s a word, the longest %.2f s", name, heard.join(", "), seconds / words.size,
          longest)
      end

      # The share of the words that the recognizer gave back whole.
      def understood(spoken, ratio)
        Dir.mktmpdir do |folder|
          ids = spoken.keys.each_with_index.to_h { |word, i| [format("%04d", i), word] }
          ids.each do |id, word|
            sound = noisy(spoken[word], ratio, id.to_i)
            File.binwrite(File.join(folder, "#{id}.wav"), Wave.bytes(sound, Speech::RATE))
          end
          recognized(folder, ids).count { |id, text| ids[id] == text }.fdiv(ids.size)
        end
      end

      # With quiet around it, and noise so many dB under the word throughout.
      def noisy(samples, ratio, seed)
        random = Random.new(seed)
        whole = ([0] * QUIET + samples + [0] * QUIET).map { |each| each + random.rand(-HISS..HISS) }
        return whole unless ratio
        noise = GymNoise.of(whole.size, seed)
        level = GymNoise.power(samples) / 10**(ratio / 20.0) / GymNoise.power(noise)
        whole.zip(noise).map { |sample, more| (sample + more * level).round.clamp(-32_768, 32_767) }
      end

      def recognized(folder, ids)
        grammar, list, heard = %w[words.gram list heard].map { |name| File.join(folder, name) }
        File.write(grammar, "#JSGF V1.0;\ngrammar words;\npublic <word> = #{ids.values.join(" | ")};\n")
        File.write(list, ids.keys.join("\n"))
        output, status = Open3.capture2e("pocketsphinx_batch", "-adcin", "yes", "-cepdir", folder, "-cepext", ".wav",
          "-ctl", list, "-hyp", heard, "-jsgf", grammar, "-dict", DICTIONARY, "-hmm", MODEL)
        raise output.lines.last(5).join unless status.success?
        File.readlines(heard).to_h { |line|
          [line[/\((\d{4})/, 1], line.sub(/\s*\(\d{4}.*/m, "").strip]
        }
      end
    end
  end
end

Measure::Voices.run if $PROGRAM_NAME == __FILE__
