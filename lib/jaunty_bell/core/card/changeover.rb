module JauntyBell::Core
  module Card
    # What is on the hands and in a holder's hands between rounds, and the time it takes to change it. What is needed at
    # the very start of the class is on already.
    #
    #   gloves  on?    held  id of the implement a holder carries, or nil    started  whether the class is under way
    Changeover = Value.of(gloves: false, held: nil, started: false) do
      # [seconds before a task, the state after it]. Gloves and pads are put on at the same time: the longer counts.
      # `gloves` true (needed), false (must be off) or nil (either); `holder_kit` an implement's id or nil.
      def to(gloves:, holder_kit:, school:)
        needs = [(school.changeovers["gloves"] if gloves && !self.gloves),
          (school.changeovers["pads"] if holder_kit && holder_kit != held)].compact
        [started ? needs.max || 0 : 0,
          Changeover.new(gloves: gloves.nil? ? self.gloves : gloves, held: holder_kit, started: true)]
      end
    end
  end
end
