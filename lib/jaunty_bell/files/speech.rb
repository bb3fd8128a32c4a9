require "open3"
require "tmpdir"

module JauntyBell
  module Files
    # Words as sound: 16-bit mono WAV, its silence cut off, as loud as every other and never clipped. Made with the
    # voice that was understood best of those Debian ships (docs/voice.md; bin/measure voices makes the figures again).
    module Speech
      RATE = 16_000 # samples a second
      LEVEL = 0.17 # of full scale, the root of the mean square of what is heard
      BRIGHT = 0.9 # of each sample is taken from the next: what hall and bags drown lies low
      KNEE, TOP = 0.7, 0.95 # of full scale: from where peaks are rounded off, and what none of them passes
      SILENCE = 0.015 # of full scale
      RELEASE = 0.03 # s kept after the last sound

      # The program, and how it is asked for a WAV of a word, which it is given on its input too.
      FESTIVAL = ["text2wave", ->(_, file) {
        ["text2wave", "-eval", "(voice_cmu_us_slt_arctic_hts)", "-eval", "(Parameter.set 'Duration_Stretch 0.9)",
          "-o", file]
      }].freeze

      class << self
        # Whether this machine can speak new words.
        def can?(voice = FESTIVAL) =
          ENV.fetch("PATH", "").split(File::PATH_SEPARATOR).any? do |folder|
            File.executable?(File.join(folder, voice.first))
          end

        # The name of a word's file.
        def file(word) = "#{word.tr(" ", "-")}.wav"

        # A word as a WAV file's bytes, by `voice` like FESTIVAL. Raises an error where the program fails.
        def speak(word, voice: FESTIVAL)
          samples, rate = said(word, voice)
          Wave.bytes(leveled(brightened(trimmed(resampled(samples, rate)))), RATE)
        end

        # How long a WAV that was made here lasts.
        def milliseconds(wave) = ((wave.bytesize - Wave::HEADER) / 2 * 1000.0 / RATE).ceil

        private

        # [samples, how many a second] as the program gives them.
        def said(word, voice)
          Dir.mktmpdir do |folder|
            file = File.join(folder, "word.wav")
            program, command = voice
            output, status = Open3.capture2e(*command.call(word, file), stdin_data: word)
            raise "#{program} could not say \"#{word}\": #{output}" unless status.success?
            bytes = File.binread(file)
            data = bytes.index("data", 12)
            [bytes.byteslice((data + 8)..).unpack("s<*"), bytes[24, 4].unpack1("V")]
          end
        end

        # By the mean of what falls into each new sample: the voices have little above 8 kHz.
        def resampled(samples, given)
          return samples if given == RATE
          step = given.fdiv(RATE)
          (0...(samples.size / step).floor).map do |i|
            part = samples[(i * step).floor..[((i + 1) * step).ceil - 1, samples.size - 1].min]
            part.sum.fdiv(part.size)
          end
        end

        def trimmed(samples)
          heard = SILENCE * samples.map(&:abs).max
          from = samples.index { |sample| sample.abs > heard } || 0
          to = samples.rindex { |sample| sample.abs > heard } || -1
          samples[from..[to + (RELEASE * RATE).to_i, samples.size - 1].min]
        end

        # Low tones down, high ones up.
        def brightened(samples) = samples.each_cons(2).map { |before, sample| sample - BRIGHT * before }

        # Brought to one level; the few peaks above the knee are rounded off.
        def leveled(samples)
          mean = Math.sqrt(samples.sum { |sample| sample * sample }.fdiv(samples.size))
          gain = LEVEL * 32_767 / mean
          samples.map { |sample| (rounded_off(sample * gain / 32_767) * 32_767).round }
        end

        def rounded_off(share)
          over = share.abs - KNEE
          return share if over <= 0
          (share <=> 0) * (KNEE + (TOP - KNEE) * Math.tanh(over / (TOP - KNEE)))
        end
      end
    end
  end
end
