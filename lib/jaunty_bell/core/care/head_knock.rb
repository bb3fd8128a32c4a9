module JauntyBell::Core
  module Care
    # A knock to the head: out for the day at once, and no contact and no hard effort until a staged return has been
    # followed and a licensed clinician's clearance is recorded. What the clinician and the local governing body say
    # decides.
    module HeadKnock
      MATTER = "head knock"

      # Any of these: call for emergency care. Common practice; the current consensus on concussion in sport decides.
      RED_FLAGS = ["neck pain or tenderness", "double vision", "weakness or tingling in arms or legs",
        "a severe or growing headache", "a fit", "loss of consciousness",
        "getting drowsier or more confused", "vomiting", "growing restlessness or agitation"].freeze

      # What it blocks from a day on: {id => Hold}, the ids drawn from the knock's, so that the same knock holds back
      # once.
      def self.holds(knock_id, day)
        {derived(knock_id) => Hold.new(matter: MATTER, blocks: ["all"], from: day, to: day),
         knock_id => Hold.new(matter: MATTER, blocks: ["contact", "hard effort"], from: day)}
      end

      # The id of the hold for the day, from the knock's.
      def self.derived(id) = DerivedId.of("#{id} today")
    end
  end
end
