module JauntyBell
  module Services::Care
    # Holds that end, and the staged return after a knock to the head. What is missing before a knock's hold may be
    # lifted is Core::Care::Return#missing.
    class Returns
      def initialize(club, today: club.today)
        @club = club
        @today = today
      end

      # Ends a hold today. Raises Store::Missing, or Store::Conflict for a knock to the head whose return is not over.
      def lift(id)
        row = @club.care.find(id)
        missing = knock?(row) ? of(row).missing(@today) : []
        if missing.any?
          raise Store::Conflict.new("A knock to the head is not lifted with a key. Still missing: " \
            "#{missing.join("; ")}.", path: "id")
        end
        changed(@club.care.end_on(row, @today), "lifted a hold: #{row[:matter]}")
      end

      # A hold that should never have been: it ends, with a trace of who said so and why. Raises Store::Missing or
      # Conflict.
      def mistaken(id, reason)
        row = @club.care.mistaken(id, on: @today, reason: reason)
        changed(row, "took back a hold that was a mistake: #{row[:matter]}")
      end

      # Writes a step of the return down. Raises Store::Missing, or Core::InvalidInput where it cannot come now.
      def step(step_id, hold_id, step:, on:, symptoms:)
        row = @club.care.step(step_id, hold_id: hold_id, step: step, on: on, symptoms: symptoms) do |hold|
          (on > @today) ? "A step is written down on its day or after." : of(hold).refusal(step, on)
        end
        changed(row, "wrote down step #{step} of the return#{" with symptoms" if symptoms}")
      end

      # Records a licensed clinician's clearance. Raises Store::Missing, Store::Conflict or Core::InvalidInput.
      def clear(hold_id, by:, on:)
        changed(@club.care.clear(hold_id, by: by, on: on, today: @today), "recorded a clearance by #{by}")
      end

      # The return (Core::Care::Return) of a hold's row.
      def of(row)
        taken = @club.care.steps(row[:id]).map do |step|
          Core::Care::Return::Taken.new(**step.slice(:step, :on, :symptoms))
        end
        given = @club.care.clearance(row[:id])
        Core::Care::Return.new(knocked_on: row[:from], stand_down: stand_down(row), taken: taken,
          clearance: given && Core::Care::Return::Clearance.new(**given.slice(:by, :on)))
      end

      # Whether a hold's row has a staged return that is not over.
      def open?(row) = knock?(row) && row[:to].nil? && row[:lifted_at].nil?

      private

      def knock?(row) = row[:matter] == Core::Care::HeadKnock::MATTER

      # Days the club asks for after a knock to the head, by the student's age.
      def stand_down(row)
        student = @club.people.student(row[:student_id])
        @club.school.settings.stand_down.fetch(@club.people.junior?(student, @today) ? "juniors" : "adults")
      end

      def changed(row, did)
        @club.audit.note(row[:student_id], did)
        row
      end
    end
  end
end
