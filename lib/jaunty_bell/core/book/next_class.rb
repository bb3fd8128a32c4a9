module JauntyBell::Core
  module Book
    # What to do next with one student or a group: what is due, who is ready to go up, which new combination is one step
    # from what most of them own.
    #
    #   NextClass.new({"ana" => {["two bells", "count"] => mastery}}, shelf, on: day).all # => [Item, …]
    class NextClass
      DUE_WITHIN = 7 # days after the class: what would be due before the next is taken now
      DUE_SHARE = 0.3 # of those who have met it
      NEW = 3 # new combinations at most

      # kind :due, :ready or :new; `rung` to drill it at; `students` ids it is for; `share` of those it could be for,
      # 0–1; `from` the id of what it builds on; `above` the rung to try after what is due, where it is ready too.
      Item = Value.of(:kind, :combination_id, :rung, :students, :share, :reason, from: nil, above: nil)
      KINDS = {add: "one action more than what", drop: "one action fewer than what",
               change: "one action changed from what", part: "begins or ends with what"}.freeze
      OTHER_WAY = {add: :drop, drop: :add, change: :change}.freeze # seen from the new one

      # `masteries` {student id => {[combination id, rung] => Mastery}}; `shelf` {id => Bench::Combination} what may be
      # taught; `on` the day of the class.
      def initialize(masteries, shelf, on:, school: Lexicon::School.default)
        @masteries = masteries
        @shelf = shelf
        @day = on
        @go_up = school.go_up / 100.0
        @rungs = Bench::Rungs.from(school.first_rung)
      end

      # What is due and ready at once is said once: it is looked at again, then tried a rung higher.
      def all
        ups = ready
        looked_at = due.map do |item|
          if (up = ups.delete([item.combination_id, item.rung]))
            item.but(above: up.rung, reason: "#{item.reason}; #{up.reason}")
          else
            item
          end
        end
        [*looked_at, *ups.values, *new_ones]
      end

      private

      # {combination id => {student id => [rung, Mastery]}} of the highest rung each was marked at.
      def tops
        @tops ||= @masteries.each_with_object({}) do |(student, known), tops|
          Mastery.highest(known).slice(*@shelf.keys).each { |id, highest| (tops[id] ||= {})[student] = highest }
        end
      end

      def due
        found = tops.flat_map do |id, by_student|
          by_rung(by_student) { |mastery| due?(mastery) }.map { |rung, students| [id, rung, students, by_student.size] }
        end
        found = found.select { |_, _, students, met| students.size.fdiv(met) >= DUE_SHARE }
        found.map { |id, rung, students, met|
          Item.new(kind: :due, combination_id: id, rung: rung, students: students, share: students.size.fdiv(met),
            reason: due_reason(id, students, met))
        }.sort_by { |item| [-item.students.size, -item.share] }
      end

      def due?(mastery)
        return true if mastery.state == :fading
        mastery.owned? && mastery.due_in - (@day - mastery.day).to_i <= DUE_WITHIN
      end

      def due_reason(id, students, met)
        masteries = students.map { |student| tops[id][student].last }
        rough = masteries.count { |mastery| mastery.faded_by == :rough_marks }
        gone = masteries.count { |mastery| mastery.state == :fading } - rough
        words = [("it faded with time" if gone.positive?), ("it slipped for rough marks" if rough.positive?),
          ("it falls due before the next class" if gone + rough < students.size)].compact
        (@masteries.size == 1) ? words.join("; ") : "#{of(students, met)}: #{words.join("; ")}"
      end

      def at(rung) = Lexicon::Plain.at(rung)

      # {[combination id, rung that is owned] => Item}
      def ready
        found = tops.flat_map do |id, by_student|
          by_rung(by_student, &:owned?).filter_map do |rung, students|
            above = @rungs[(@rungs.index(rung) || -1) + 1]
            share = students.size.fdiv(by_student.size)
            next if above.nil? || share < @go_up
            [[id, rung],
              Item.new(kind: :ready, combination_id: id, rung: above, students: students, share: share,
                reason: "#{of(students, by_student.size)} #{own(students)} it #{at(rung)}: try it #{at(above)}")]
          end
        end
        found.sort_by { |_, item| [-item.students.size, -item.share] }.to_h
      end

      # Met by nobody here, and what it builds on is owned by the share that is asked for: the simplest step first.
      def new_ones
        unmet = @shelf.except(*tops.keys)
        found = unmet.filter_map do |id, combination|
          bases(id, combination).max_by { |base, kind, share| [share, @shelf[base].actions.size] }
            &.then { |base| [id, *base] }
        end
        found.sort_by { |id, _, _, share| [-share, @shelf[id].actions.size] }.first(NEW).map do |id, base, kind, share|
          Item.new(kind: :new, combination_id: id, rung: @rungs.first, students: owners(base), share: share,
            from: base, reason: "#{KINDS.fetch(kind)} #{of(owners(base), @masteries.size)} #{own(owners(base))}")
        end
      end

      # [id, kind, share] of owned combinations it is one step from, or that are the longest on the shelf it begins or
      # ends with.
      def bases(id, combination)
        near = likeness.one_step(combination).map { |other, kind, _| [other, OTHER_WAY.fetch(kind)] }
        near += %i[first last].filter_map { |from| basis.part(id, from) }.map { |other| [other, :part] }
        near.filter_map do |other, kind|
          share = @masteries.empty? ? 0 : owners(other).size.fdiv(@masteries.size)
          [other, kind, share] if other != id && share >= @go_up
        end
      end

      def basis = @basis ||= Bench::Basis.new(@shelf)

      def likeness = @likeness ||= Bench::Likeness.new(@shelf.slice(*tops.keys))

      def owners(id) = tops.fetch(id, {}).select { |_, (_, mastery)| mastery.owned? }.keys

      # {rung => [student]} of those whose mastery passes.
      def by_rung(by_student)
        by_student.select { |_, (_, mastery)| yield mastery }.group_by { |_, (rung, _)| rung }
          .transform_values { |list| list.map(&:first) }
      end

      # "5 of 7 who have met it", "2 of 8"; of one student "they".
      def of(students, among)
        return "they" if @masteries.size == 1
        "#{students.size} of #{among}#{" who have met it" if among < @masteries.size}"
      end

      def own(students) = (@masteries.size > 1 && students.size == 1) ? "owns" : "own"
    end
  end
end
