module JauntyBell::Core
  module Bench
    # The floor picture of a combination as keyframes: where the feet stand, where the weight is, which side is wound,
    # what drives the strike. A picture of what coaches teach, in round numbers; no measurement of anyone's body.
    #
    #   Frames.of(analysis.walk, reading).first.feet[:lead] # => Foot(x, y, angle, lifted)
    #
    # Centimetres from where the middle of the stance begins: x towards the target, y to the left; angles in degrees,
    # counter-clockwise, 0 towards the target. Feet are named by the stance of entry: the lead foot stays the lead foot,
    # wherever it stands. Times in beats.
    module Frames
      Foot = Value.of(:x, :y, :angle, lifted: false)
      # stance: :orthodox, :southpaw or :square as the feet stand now. weight: per cent on the entry lead foot.
      # drive: {foot:, limb:} of the side that drives and the limb that strikes, or nil. facing in degrees.
      # phase: :set (at rest in stance), :act (the technique at its end) or :pass (on the way).
      Frame = Value.of(:at, :index, :phase, :feet, :hip, :facing, :stance, :weight, :wound, :hands, :band, :target,
        :zone, drive: nil)

      # All keyframes of a walk, in order of time, the guard at the start first.
      def self.of(walk, reading = Notation::Reading.new) = Dance.new(walk, reading).frames
    end
  end
end
