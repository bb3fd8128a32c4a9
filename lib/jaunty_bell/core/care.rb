module JauntyBell
  module Core
    # What can hurt someone, and what stands in its way.
    module Care
      MATTERS = ["head knock", "hand or wrist", "elbow", "shoulder", "knee or shin", "illness", "pregnancy", "other"].freeze
      LIMBS = ["left hand", "right hand", "left leg", "right leg"].freeze
      BLOCKS = ["all", "contact", "holding", "hard effort", *LIMBS].freeze
    end
  end
end
