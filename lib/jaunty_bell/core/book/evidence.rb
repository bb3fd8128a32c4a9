module JauntyBell::Core
  module Book
    # What the marks of one student, combination and rung come to: all that mastery on any later day is worked out from,
    # so that it can be kept instead of going through every mark again.
    #
    #   on        the day of the last mark
    #   clean, rough  Σ w·clean and Σ w·rough on that day, w = 2^(−age/half_life)
    #   attempted, cleaned  plain sums; `days` how many days have marks
    #   owned_last, owned_before  whether it was owned at the end of the last day of marks, and of any earlier one
    #   first_owned  the first day at whose end it was owned, nil where it never was
    #   due_after  days after `on`, a real number, until "sure of" falls to Mastery::OWNED; nil where it is below
    #              already
    Evidence = Value.of(:on, :clean, :rough, :attempted, :cleaned, :days, :owned_last, :owned_before, :half_life,
      due_after: nil, first_owned: nil) do
      # The first whole day on which "sure of" is below the line with no more practice; nil where it was below on its
      # own day.
      def due_on = due_after && on + due_after.floor + 1

      # Days of marks that stand behind it, faded as the marks are.
      def behind = attempted.zero? ? 0.0 : (clean + rough) * days / attempted

      # Why something that was owned, and is not on a day after its last marks, has slipped: :time where it was still
      # owned when they were made, else :rough_marks.
      def self.slipped_by(owned_last) = owned_last ? :time : :rough_marks

      # Folds marks (Mastery::Mark) in one pass; nil where there are none. What was known fades by the days between, and
      # each day's own marks are added.
      def self.of(marks, half_life:)
        days = marks.select { |mark| mark.attempted.positive? }.group_by(&:on).sort_by(&:first)
        return if days.empty?
        clean, rough, last, first_owned = 0.0, 0.0, nil, nil
        days.each_with_index do |(on, of_day), earlier|
          fading = last ? fading(on - last, half_life) : 1.0
          clean = clean * fading + of_day.sum(&:clean)
          rough = rough * fading + of_day.sum(&:rough)
          last = on
          first_owned = on if first_owned.nil? && earlier + 1 >= Mastery::DAYS_TO_OWN && Mastery.sure?(clean, rough)
        end
        due_after = due_after(clean, rough, half_life)
        new(on: last, clean: clean, rough: rough, attempted: days.sum { |_, of_day| of_day.sum(&:attempted) },
          cleaned: days.sum { |_, of_day| of_day.sum(&:clean) },
          days: days.size, owned_last: days.size >= Mastery::DAYS_TO_OWN && !due_after.nil?,
          owned_before: !first_owned.nil? && first_owned < last, first_owned: first_owned, due_after: due_after,
          half_life: half_life)
      end

      # What is left of a mark's weight after so many days.
      def self.fading(days, half_life) = 2.0**(-days.to_f / half_life)

      # Bisection in time: evidence only ever loses weight, and with it "sure of" falls.
      def self.due_after(clean, rough, half_life)
        return unless Mastery.sure?(clean, rough)
        sure = ->(days) { fading(days, half_life).then { |w| Mastery.sure?(w * clean, w * rough) } }
        near, far = 0.0, half_life.to_f
        near, far = far, far * 2 while sure.call(far) && far < Mastery::LONGEST
        until far - near < self::NEAR
          middle = (near + far) / 2
          sure.call(middle) ? near = middle : far = middle
        end
        near
      end
      private_class_method :due_after
    end

    class Evidence
      NEAR = 1e-7 # days to which a due date is found
    end
  end
end
