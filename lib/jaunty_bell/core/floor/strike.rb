module JauntyBell::Core
  module Floor
    # What a strike sensor tells of one strike: `at` ms from the bell, `hand` :left or :right, `g` the peak. It cannot
    # tell a jab from a hook, nor see a kick.
    Strike = Value.of(:at, :hand, :g) do
      # From [ms, "left", g]. Raises InvalidInput for what no sensor can have felt.
      def self.read(sample)
        at, hand, g = sample
        numbers = [at, g].all? { |number| number.is_a?(Numeric) && number.to_f.finite? }
        unless numbers
          raise InvalidInput.new("A strike is [milliseconds, hand, peak g], not #{sample.inspect}.", path: "samples")
        end
        unless at.between?(0, self::LONGEST)
          raise InvalidInput.new("A strike falls from the bell on and within two hours, not at #{at} ms.",
            path: "samples")
        end
        unless %w[left right].include?(hand)
          raise InvalidInput.new("A strike is of the left or the right hand, not \"#{hand}\".", path: "samples")
        end
        unless g.between?(0, self::HARDEST)
          raise InvalidInput.new("A peak lies from 0 to #{self::HARDEST} g, not at #{g}.", path: "samples")
        end
        new(at: at, hand: hand.to_sym, g: g)
      end
    end

    class Strike
      LONGEST = 7_200_000 # ms
      HARDEST = 500 # g

      # What can be read of a device's lines "milliseconds,hand,peak g": [[Strike, …], [[line number, why], …]]. A
      # heading is passed over; a line that comes out of order keeps its own time.
      def self.lines(text)
        bad = []
        found = text.lines.each_with_index.filter_map do |line, i|
          next if line.strip.empty? || (i.zero? && line.match?(/\A[a-z_ ]+,/i))
          at, hand, g = line.strip.split(",").map(&:strip)
          read([Integer(at, exception: false) || at, hand.to_s.downcase, Float(g, exception: false) || g])
        rescue InvalidInput => e
          bad << [i + 1, e.message]
          nil
        end
        [found, bad]
      end
    end
  end
end
