module JauntyBell
  module Files
    # A whole class as one WAV, for a hall with only a speaker: the cue sheet from first bell to last, as it runs when
    # nobody touches it. Made second by second as it is sent: an hour is a hundred megabytes, most of it silence.
    #
    #   ClassTrack.new(sheet).each { |bytes| file.write(bytes) }
    class ClassTrack
      SHIPPED = File.expand_path("../../../web/public/voice", __dir__)
      TAIL = 2 # s after the last bell

      # `own` {word => WAV bytes} of the club's own words.
      def initialize(sheet, own: {})
        @sheet = sheet
        @own = own
      end

      # Bytes in all.
      def size = Wave::HEADER + 2 * samples

      def each
        yield Wave.header(samples, Speech::RATE)
        sounding = []
        coming = sounds
        (0...samples).step(Speech::RATE) do |from|
          count = [Speech::RATE, samples - from].min
          sounding << coming.shift while coming.any? && coming.first.first < from + count
          yield sounding.empty? ? "\0" * (2 * count) : mixed(sounding, from, count)
          sounding.reject! { |start, list| start + list.size <= from + count }
        end
      end

      private

      def samples = @sheet.duration * Speech::RATE / 1000 + TAIL * Speech::RATE

      # [first sample, samples] of every cue that sounds, in order.
      def sounds
        start = 0
        @sheet.segments.flat_map do |segment|
          begun = start
          start += segment.duration
          segment.cues.map do |cue|
            [(begun + cue.at) * Speech::RATE / 1000, cue.say.any? ? spoken(cue.say) : Bells.samples(cue.kind)]
          end
        end.reject { |_, list| list.empty? }.sort_by(&:first)
      end

      def spoken(words)
        gap = [0] * (Core::Floor::Voice::GAP * Speech::RATE / 1000)
        words.flat_map.with_index { |word, i| (i.zero? ? [] : gap) + clip(word) }
      end

      def clip(word) =
        (@clips ||= {})[word] ||= Wave.samples(@own[word] || File.binread(File.join(SHIPPED, Speech.file(word))))

      def mixed(sounding, from, count)
        sum = Array.new(count, 0)
        sounding.each do |start, list|
          first = [start - from, 0].max
          skipped = [from - start, 0].max
          list[skipped, count - first]&.each_with_index { |sample, i| sum[first + i] += sample }
        end
        sum.map { |sample| sample.clamp(-32_768, 32_767) }.pack("s<*")
      end
    end
  end
end
