module JauntyBell
  module Api
    # Who may come to a class and what a coach knows of each at the door: read in a handful of queries, however many they are.
    module Doorway
      private

      # What is known at the door of these rows of students: {day:, came:, met:, held: {id => [Hold]}, apart: [[id, id]]}.
      def known_at_door(row, students)
        ids = students.map { |student| student[:id] }
        classes.known_of(row, ids).then do |known|
          known.merge(apart: people.pairs_apart(ids), held: Store::Care.new(db, club_id).holds(known[:day], ids))
        end
      end

      def partner(student, known)
        blocks = known[:held].fetch(student[:id], []).flat_map(&:blocks).uniq
        Core::Floor::Partner.new(id: student[:id], name: student[:name], stance: student[:stance].to_sym, level: student[:level], kg: student[:kg], wish: student[:stance_wish],
          junior: people.junior?(student, known[:day]), blocks: blocks)
      end

      # A student as the Floor shows them: the facts, whom to call, what to know. `due` {student id => names of what is due}.
      def at_door(student, known, groups, due)
        came = known[:came].fetch(student[:id], {})
        partner = partner(student, known)
        door = Core::Floor::Door.new(day: known[:day], holds: known[:held].fetch(student[:id], []), came: [came[:before], *came[:since]].compact, minutes: came[:minutes].to_i, junior: partner.junior,
          guardian: student[:guardian], due: due.fetch(student[:id], []), away: school.settings.pointed_out["away"])
        Files::StudentJson.of(student, groups).merge(junior: partner.junior, blocks: partner.blocks, notes: door.notes.map(&:to_h),
          emergency: {name: student[:emergency_name], phone: student[:emergency_phone], guardian: assistant? ? "" : student[:guardian]})
      end

      # {student id => {combination id => state of mastery}} of what a class drills, at the rung it drills it, for these students.
      def owned(rounds, students, day)
        wanted = rounds.filter_map { |round| [round[:combination_id], round[:rung]] if round[:combination_id] }.uniq
        found = masteries.on(day, students: students.map { |student| student[:id] }, combinations: wanted.map(&:first))
        found.transform_values { |by_key| by_key.slice(*wanted).to_h { |(id, _), mastery| [id, mastery.state] } }
      end

      # Rounds with what each of these students does in them where it is not what the group does: {student id => rung}. Who owns a rung or a higher one owns it.
      def with_versions(rounds, students, day)
        versioned = rounds.select { |round| round[:combination_id] && (round[:beginners] || round[:ahead]) }
        return rounds.map { |round| round.merge(own: {}) } if versioned.empty?
        known = masteries.on(day, students: students.map { |student| student[:id] }, combinations: versioned.map { |round| round[:combination_id] }.uniq)
        rounds.map { |round| round.merge(own: versioned.include?(round) ? versions(round, students, known) : {}) }
      end

      def versions(round, students, known)
        students.to_h do |student|
          owns = lambda do |rung|
            higher = Core::Bench::Drill::RUNGS.drop(Core::Bench::Drill::RUNGS.index(rung))
            higher.any? { |each| known[student[:id]][[round[:combination_id], each]]&.owned? }
          end
          [student[:id], Core::Weeks::Versions.of(round[:rung], beneath: round[:beginners], above: round[:ahead], &owns)]
        end.reject { |_, rung| rung == round[:rung] }
      end

      # Rounds with what those who are held back must not do in them, and what instead. `held` {student id => [Hold]}.
      def with_holds(rounds, plan, students, held)
        persons = students.select { |student| held.key?(student[:id]) }
        return rounds.map { |round| round.merge(held: {}) } if persons.empty?
        shelf = whole_shelf
        rounds.zip(plan.runs).map { |round, run| round.merge(held: persons.to_h { |student| [student[:id], instead(student, held[student[:id]], plan, run, shelf)] }.compact) }
      end

      # In a circuit of all its stations together.
      def instead(student, holds, plan, run, shelf)
        blocks = holds.flat_map(&:blocks).uniq
        tasks = run.task ? [run.task] : plan.tasks.select { |(block, _), _| block == run.block }.values
        said = tasks.select { |task| task.strikes? || task.hard? }.filter_map do |task|
          plan.once(task, :held, student[:id]) { [Core::Care::Substitute.for(blocks: blocks, task: task, reading: reading(stance: student[:stance]), shelf: shelf)] }.first&.then { |found| [task, found] }
        end
        return if said.empty?
        words = said.map { |task, found| run.task ? found.instead : "#{task.round.title}: #{found.instead}" }
        {cannot: said.flat_map { |_, found| found.cannot }.uniq, instead: words.uniq.join("; ")}
      end

      # Names of what is due to each student: {id => [name]}.
      def due_of(owned, names) = owned.transform_values { |states| states.select { |_, state| state == :fading }.keys.map { |id| names[id] } }.reject { |_, due| due.empty? }

      # How much more often each combination of a pool is called: {id => weight}, by the shares of those expected who have it due, or a weak link in it.
      # `pool` {id => Core::Bench::Combination}.
      def weights(pool, owned, students, day)
        return {} if pool.empty? || students.empty?
        weak = masteries.weak_links(day, students: students.map { |student| student[:id] })
        pool.to_h do |id, combination|
          due = owned.count { |_, states| states[id] == :fading }
          [id, Core::Floor::Calls.weight(due: due.fdiv(students.size), weak: weak.count { |_, links| links.any? { |link| link.places(combination).any? } }.fdiv(students.size))]
        end
      end
    end
  end
end
