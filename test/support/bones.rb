require "jaunty_bell/core"

# What a body is made of, and how it is measured.
module Bones
  # Which bone lies between which joints, on a side or in the middle: [name, one, other].
  ALL = [[:trunk, :pelvis, :neck], [:head, :neck, :head],
    *%i[left right].flat_map { |side|
      [[:shoulder, :neck, :shoulder], [:upper_arm, :shoulder, :elbow], [:forearm, :elbow, :wrist],
        [:hand, :wrist, :hand], [:hip, :pelvis, :hip], [:thigh, :hip, :knee], [:shank, :knee, :ankle],
        [:foot, :ankle, :ball]].map { |name, one, other|
        [name, %i[neck pelvis].include?(one) ? one : :"#{side}_#{one}", :"#{side}_#{other}"]
      }
    }].freeze

  Vector = JauntyBell::Core::Bench::Figure::Vector

  # Cm between two places.
  def apart(one, other) = Vector.size(Vector.less(one, other))

  # Degrees of the angle at `b` between `a` and `c`.
  def angle(a, b, c)
    one, other = Vector.unit(Vector.less(a, b)), Vector.unit(Vector.less(c, b))
    Math.acos(Vector.dot(one, other).clamp(-1.0, 1.0)) * 180 / Math::PI
  end
end
