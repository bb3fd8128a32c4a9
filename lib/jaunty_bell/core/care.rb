module JauntyBell::Core
  # What can hurt someone, and what stands in its way.
  module Care
    MATTERS = ["head knock", "hand or wrist", "elbow", "shoulder", "knee or shin", "illness", "pregnancy",
      "other"].freeze
    ADULT = 18 # years
    LIMBS = ["left hand", "right hand", "left leg", "right leg"].freeze
    BLOCKS = ["all", "contact", "holding", "hard effort", *LIMBS].freeze
    # By matter, what is held back until a coach has seen to it; common practice, no source.
    ARMS = ["contact", "holding", "left hand", "right hand"].freeze
    AT_ONCE = {"hand or wrist" => ARMS, "elbow" => ARMS, "shoulder" => ARMS,
               "knee or shin" => ["contact", "hard effort", "left leg", "right leg"], "illness" => ["all"],
               "pregnancy" => ["contact", "hard effort"], "other" => ["contact", "hard effort"]}.freeze
    # By age on a day; where no birthday is known, by the group they train in.
    def self.junior?(born_on, day, by_group:) = born_on ? born_on > (day << (12 * ADULT)) : by_group
  end
end
