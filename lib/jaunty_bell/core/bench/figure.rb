module JauntyBell::Core
  module Bench
    # A picture of the whole body doing a combination: joints in space over time, from the same walk and the same feet
    # as the floor picture (Frames). A house model of what coaches teach; no measurement of anyone's body.
    #
    #   poses = Figure.of(analysis.walk, reading)
    #   poses[2].phase                 # => :contact
    #   poses[2].joints[:left_hand]    # => [x, y, z], cm
    #
    # x towards the partner, y to the left of where the body stands at first, z up; times in beats. Lengths are of a
    # body of `height` cm, and so is the floor it moves over.
    module Figure
      # phase: how far an action has come, :guard, :load, :contact or :recover. weight: {left:, right:} per cent.
      # centre: of mass. off_balance: it lies over nothing that stands. target: [x, y, z] that is met, or nil. reached:
      # whether it was. drive: {foot:, limb:} as Frames has it, or nil. partner: joints of whoever stands opposite.
      Pose = Value.of(:at, :action, :phase, :joints, :weight, :centre, :off_balance, :partner, target: nil, drive: nil,
        reached: true)

      class << self
        # All poses of a walk in order of time, the guard at the start first.
        def of(walk, reading = Notation::Reading.new, height: Build::HEIGHT)
          mirrored = walk.stance == :southpaw
          poses = Scene.new(walk, Frames.of(walk, reading), Partner.new(walk, reading, mirrored), mirrored).poses
          return poses if !mirrored && height == Build::HEIGHT
          poses.map { |pose| changed(pose, height / Build::HEIGHT, mirrored ? -1.0 : 1.0) }
        end

        # The same joint of the other side.
        def other(name)
          (@other ||= Hash.new { |known, each|
            known[each] = each.to_s.sub(/\A(left|right)/) { |side| (side == "left") ? "right" : "left" }.to_sym
          })[name]
        end

        private

        # As large as the body is, and the mirror image where its lead side is the right one.
        def changed(pose, by, side)
          place = ->(at) { [at[0] * by, at[1] * by * side, at[2] * by] }
          body = ->(joints) { joints.to_h { |name, at| [(side < 0) ? other(name) : name, place.call(at)] } }
          pose.but(joints: body.call(pose.joints), partner: body.call(pose.partner),
            weight: (side < 0) ? {left: pose.weight[:right], right: pose.weight[:left]} : pose.weight,
            centre: place.call(pose.centre), target: pose.target && place.call(pose.target))
        end
      end
    end
  end
end
