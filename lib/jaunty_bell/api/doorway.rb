module JauntyBell
  module Api
    # Who may come to a class and what a coach knows of each at the door: read in a handful of queries, however many they are.
    module Doorway
      private

      # What is known at the door of these rows of students: {day:, came:, met:, held: {id => [Hold]}, apart: [[id, id]]}.
      def known_at_door(row, students)
        ids = students.map { |student| student[:id] }
        classes.known_of(row, ids).then do |known|
          known.merge(apart: people.pairs_apart(ids), held: Store::Care.new(db, club_id).on(known[:day], ids).transform_values { |rows| rows.map { |hold| Store::Care.hold_of(hold) } })
        end
      end

      # By age on the day; where no birthday is on file, by the group.
      def junior?(student, day)
        return junior_groups.include?(student[:group_id]) unless student[:born_on]
        student[:born_on] > (day << (12 * ADULT))
      end

      ADULT = 18 # years

      def junior_groups = @junior_groups ||= people.groups.select { |group| group[:juniors] }.map { |group| group[:id] }

      def partner(student, known)
        blocks = known[:held].fetch(student[:id], []).flat_map(&:blocks).uniq
        Core::Floor::Partner.new(id: student[:id], name: student[:name], stance: student[:stance].to_sym, level: student[:level], kg: student[:kg], wish: student[:stance_wish],
          junior: junior?(student, known[:day]), blocks: blocks)
      end

      # A student as the Floor shows them: the facts, whom to call, what to know. `due` {student id => names of what is due}.
      def at_door(student, known, groups, due)
        came = known[:came].fetch(student[:id], {})
        partner = partner(student, known)
        door = Core::Floor::Door.new(day: known[:day], holds: known[:held].fetch(student[:id], []), last: came[:last], minutes: came[:minutes].to_i, junior: partner.junior,
          guardian: student[:guardian], due: due.fetch(student[:id], []))
        Files::StudentJson.of(student, groups).merge(junior: partner.junior, blocks: partner.blocks, notes: door.notes.map(&:to_h),
          emergency: {name: student[:emergency_name], phone: student[:emergency_phone], guardian: student[:guardian]})
      end

      # {[student id, combination id] => state of mastery} of what a class drills, at the rung it drills it, for these students.
      def owned(rounds, students, day)
        ids = students.map { |student| student[:id] }
        wanted = rounds.filter_map { |round| [round[:combination_id], round[:rung]] if round[:combination_id] }.uniq
        marks = Store::Book.new(db, club_id).marks(students: ids)
        ids.product(wanted).filter_map do |id, key|
          found = marks[id][key]
          [[id, key.first], Core::Book::Mastery.new(found, on: day).state] if found
        end.to_h
      end

      # Names of what is due to each student: {id => [name]}.
      def due_of(owned, names)
        owned.select { |_, state| state == :fading }.keys.group_by(&:first).transform_values { |keys| keys.map { |_, id| names[id] }.uniq }
      end

      # How much more often each combination is called: {id => weight}, from those who are expected.
      def weights(owned)
        owned.group_by { |(_, id), _| id }.transform_values do |list|
          states = list.map(&:last)
          Core::Floor::Calls.weight(due: states.count(:fading).fdiv(states.size), learning: states.count(:learning).fdiv(states.size))
        end
      end
    end
  end
end
