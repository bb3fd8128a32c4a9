module JauntyBell::Core
  module Card
    # What one student gets of a round or of a class: seconds striking, holding, moving, resting and standing, which
    # together are all of its time; sets, strikes, and impacts taken while holding.
    Share = Value.of(striking: 0, holding: 0, moving: 0, resting: 0, standing: 0, sets: 0, impacts: 0, counts: nil) do
      # Written out: a card of forty rounds adds thousands of them.
      def +(other)
        Share.new(striking: striking + other.striking, holding: holding + other.holding, moving: moving + other.moving,
          resting: resting + other.resting, standing: standing + other.standing, sets: sets + other.sets,
          impacts: impacts + other.impacts,
          counts: (counts && other.counts) ? counts + other.counts : counts || other.counts)
      end

      def times(factor)
        Share.new(striking: striking * factor, holding: holding * factor, moving: moving * factor,
          resting: resting * factor, standing: standing * factor, sets: sets * factor, impacts: impacts * factor,
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
