module JauntyBell::Core
  # What can hurt someone, and what stands in its way.
  module Care
    MATTERS = ["head knock", "hand or wrist", "elbow", "shoulder", "knee or shin", "illness", "pregnancy",
      "other"].freeze
    ADULT = 18 # years
    LIMBS = ["left hand", "right hand", "left leg", "right leg"].freeze
    BLOCKS = ["all", "contact", "holding", "hard effort", *LIMBS].freeze
    # By age on a day; where no birthday is known, by the group they train in.
    def self.junior?(born_on, day, by_group:) = born_on ? born_on > (day << (12 * ADULT)) : by_group
  end
end
