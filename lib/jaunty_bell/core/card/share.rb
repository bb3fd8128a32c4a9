module JauntyBell::Core
  module Card
    # What one student gets of a round or of a class: seconds striking, holding, moving, resting and standing, which
    # together are all of its time; sets, strikes, and impacts taken while holding.
    Share = Value.of(striking: 0, holding: 0, moving: 0, resting: 0, standing: 0, sets: 0, impacts: 0, counts: nil) do
      def +(other)
        sum = members.reject { |member| member == :counts }.to_h { |member| [member, self[member] + other[member]] }
        Share.new(**sum, counts: [counts, other.counts].compact.reduce { |one, two| one + two })
      end

      def times(factor)
        Share.new(**members.reject { |member| member == :counts }.to_h { |member| [member, self[member] * factor] },
          counts: counts&.times(factor))
      end

      def seconds = striking + holding + moving + resting + standing

      def strikes = counts ? counts.strikes : 0

      # A rest: spent moving where it is active.
      def self.pause(seconds, active:) = active ? new(moving: seconds) : new(resting: seconds)

      # The mean of several.
      def self.mean(shares) = shares.reduce(:+).times(Rational(1, shares.size))
    end
  end
end
