require "open3"

module JauntyBell
  module Files
    # Words as sound: 16-bit mono WAV made by espeak-ng, its silence cut off, as loud as every other.
    module Speech
      RATE = 16_000 # samples a second
      PEAK = 0.8
      SILENCE = 0.015 # of full scale
      RELEASE = 0.03 # s kept after the last sound

      class << self
        # Whether this machine can speak new words.
        def can? =
          ENV.fetch("PATH", "").split(File::PATH_SEPARATOR).any? do |folder|
            File.executable?(File.join(folder, "espeak-ng"))
          end

        # The name of a word's file.
        def file(word) = "#{word.tr(" ", "-")}.wav"

        # A word as a WAV file's bytes. Raises an error where espeak-ng fails.
        def speak(word)
          output, errors, status = Open3.capture3("espeak-ng", "-v", "en-gb", "-s", "185", "-p", "42", "-g", "0",
            "--stdout", "--", word, binmode: true)
          raise "espeak-ng could not say \"#{word}\": #{errors}" unless status.success?
          given = output[24, 4].unpack1("V")
          Wave.bytes(leveled(trimmed(resampled(output.byteslice(44..).unpack("s<*"), given))), RATE)
        end

        # How long a WAV that was made here lasts.
        def milliseconds(wave) = ((wave.bytesize - Wave::HEADER) / 2 * 1000.0 / RATE).ceil

        private

        # By the mean of what falls into each new sample: the voice has little above 8 kHz.
        def resampled(samples, given)
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

        def leveled(samples)
          loudest = samples.map(&:abs).max
          samples.map { |sample| (sample * PEAK * 32_767 / loudest).round }
        end
      end
    end
  end
end
