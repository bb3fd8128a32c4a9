module JauntyBell
  module Files
    # WAV (RIFF) as bytes: uncompressed 16-bit mono PCM.
    module Wave
      HEADER = 44 # bytes before the first sample

      # `samples` whole numbers from -32,768 to 32,767; `rate` samples a second.
      def self.bytes(samples, rate) = header(samples.size, rate) + samples.pack("s<*")

      # What stands before so many samples.
      def self.header(count, rate)
        ["RIFF", 36 + count * 2, "WAVE", "fmt ", 16, 1, 1, rate, rate * 2, 2, 16, "data", count * 2]
          .pack("a4Va4a4VvvVVvva4V")
      end

      # The samples of bytes that were made here.
      def self.samples(bytes) = bytes.byteslice(HEADER..).unpack("s<*")
    end
  end
end
