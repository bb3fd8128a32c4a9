module JauntyBell::Core
  module Care
    # The staged return after a knock to the head: what has been followed so far, what comes next, and what still stands
    # in the way of contact and hard rounds.
    #
    #   back = Return.new(knocked_on: day, stand_down: 21, taken: [Taken.new(step: 1, on: day + 2)], clearance: nil)
    #   back.missing(today)     # => ["Step 2 of 4 …", "a licensed clinician's clearance"]; [] once it is over
    #   back.refusal(2, today)  # => why step 2 cannot be written down today, or nil
    #
    # Steps as in the consensus statement on concussion in sport (Patricios et al. 2023, Br J Sports Med 57:695–711;
    # from memory), the last two of which, full contact in practice and competition, come only after this. The current
    # consensus, the clinician and the local governing body decide.
    class Return
      Step = Value.of(:number, :name, :allows)
      STEPS = [
        Step.new(number: 1, name: "Daily life", allows: "short walks, nothing that brings symptoms on"),
        Step.new(number: 2, name: "Light, then moderate exercise",
          allows: "walking, a stationary bicycle, no strength work with jolts"),
        Step.new(number: 3, name: "Alone and on the feet",
          allows: "footwork and shadow boxing at an easy effort, no target, nobody opposite"),
        Step.new(number: 4, name: "Drills without contact", allows: "bag and pads at an easy effort; holds for nobody")
      ].freeze
      DAYS_A_STEP = 1 # at least, before the next

      # A step that was written down; `symptoms` where it brought symptoms on: then it is one step back, and again.
      Taken = Value.of(:step, :on, symptoms: false)
      # A licensed clinician's word that contact may be tried again.
      Clearance = Value.of(:by, :on) do
        # Raises InvalidInput.
        def checked(knocked_on, today)
          if by.strip.size < 3
            raise InvalidInput.new("Say who gave the clearance: the clinician's name and what they are.", path: "by")
          end
          unless on.between?(knocked_on, today)
            raise InvalidInput.new("A clearance is given after the knock and not in days to come.", path: "on")
          end
          self
        end
      end

      attr_reader :knocked_on, :stand_down, :clearance

      # `taken` Taken in the order they were followed; `stand_down` days the club asks for at the least.
      def initialize(knocked_on:, stand_down:, taken: [], clearance: nil)
        @knocked_on = knocked_on
        @stand_down = stand_down
        @taken = taken.sort_by(&:on)
        @clearance = clearance
      end

      # The step that stands followed without symptoms, 0 to 4. Symptoms put it back by one.
      def reached = @taken.reduce(0) { |at, taken| taken.symptoms ? [taken.step - 2, 0].max : taken.step }

      def following = STEPS[reached]

      def earliest = knocked_on + stand_down

      # What still stands in the way of contact and hard rounds on a day, in words.
      def missing(day)
        [("step #{reached + 1} of #{STEPS.size} and what follows it" if reached < STEPS.size),
          ("the stand-down of #{stand_down} days, to #{Words.day_in_full(earliest)}" if day < earliest),
          ("a licensed clinician's clearance" unless clearance)].compact
      end

      def over?(day) = missing(day).empty?

      # Why a step cannot be written down on a day; nil where it can.
      def refusal(step, day)
        last = @taken.last
        return "Steps go from 1 to #{STEPS.size}." unless step.between?(1, STEPS.size)
        return "A step cannot be followed before the day after the knock." if day <= knocked_on
        return "Step #{reached + 1} comes next: none is left out." if step > reached + 1
        return "Steps are written down in order: the last was on #{last.on}." if last && day < last.on
        "Each step takes at least a day: the last was followed that day." if last && (day - last.on) < DAYS_A_STEP
      end
    end
  end
end
