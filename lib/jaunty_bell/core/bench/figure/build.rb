module JauntyBell::Core
  module Bench
    module Figure
      # How long and how heavy the parts of a body are, for a body of some height.
      #
      # Lengths as shares of height: Drillis and Contini 1966; masses as shares of the body's and where along a part
      # its centre lies: both as tabled in Winter, Biomechanics and Motor Control of Human Movement (from memory). Our
      # own: half the widths of shoulders and hips, which are between joints and not of the flesh; a hand half closed;
      # a foot from the ankle to its ball, on which it turns.
      class Build
        HEIGHT = 175.0 # cm, of whom the floor picture's feet are
        SHARES = {head: 0.117, trunk: 0.288, shoulder: 0.115, upper_arm: 0.186, forearm: 0.146, hand: 0.050,
                  hip: 0.060, thigh: 0.245, shank: 0.246, foot: 0.0765, ankle: 0.039}.freeze
        # part => [share of the mass, from the first joint, to the second, share of the way]
        MASSES = {
          head: [0.081, :neck, :head, 1.0], trunk: [0.497, :pelvis, :neck, 0.5],
          **%i[left right].flat_map { |side|
            joint = ->(name) { :"#{side}_#{name}" }
            {upper_arm: [0.028, joint[:shoulder], joint[:elbow], 0.436],
             forearm: [0.016, joint[:elbow], joint[:wrist], 0.430], hand: [0.006, joint[:wrist], joint[:hand], 0.506],
             thigh: [0.100, joint[:hip], joint[:knee], 0.433], shank: [0.0465, joint[:knee], joint[:ankle], 0.433],
             foot: [0.0145, joint[:ankle], joint[:ball], 0.5]}.map { |part, facts| [joint[part], facts] }
          }.to_h
        }.freeze
        # Cm of each part for somebody of a height.
        def self.segments(height) = SHARES.transform_values { |share| share * height }

        CM = segments(HEIGHT).freeze

        # The centre of mass of joints, [x, y, z].
        def self.centre(joints)
          x = y = z = 0.0
          MASSES.each_value do |mass, one, other, along|
            a, b = joints[one], joints[other]
            x += mass * (a[0] + (b[0] - a[0]) * along)
            y += mass * (a[1] + (b[1] - a[1]) * along)
            z += mass * (a[2] + (b[2] - a[2]) * along)
          end
          [x, y, z]
        end
      end
    end
  end
end
