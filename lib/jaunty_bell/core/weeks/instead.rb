module JauntyBell::Core
  module Weeks
    # What some do in a place instead of its combination: who has it, a goal that builds on it; for whom it is too much
    # or one new thing too many, what it builds on. Of several, what gains those most; and not more classes running than
    # variety lets it.
    #
    #   Instead.new(timetable, schedule, walks).choices(strand, rungs, 3) { |learner| true } # => [Choice]
    class Instead
      # By learner the rung they do it at, nil for who stays; `place` :ahead or :behind.
      Choice = Struct.new(:strand, :rungs, :place)
      HAS = 0.9 # chance from which somebody has it; the product's own

      # `walks` {id => Progress} as far as the classes have gone.
      def initialize(timetable, schedule, walks)
        @timetable = timetable
        @walks = walks
        @classes = schedule.to_h { |id, places| [id, places.map(&:first)] }
        @classes.default = [].freeze
      end

      # `rungs` by learner, what they do of the strand at a class; the block says whether a learner may begin something.
      def choices(strand, rungs, index, &begins)
        [[:ahead, ahead(strand, rungs, index), richer(strand)],
          [:behind, behind(strand, rungs, index, &begins), simpler(strand)]].filter_map do |place, who, others|
          choose(place, who, others, index, &begins)
        end
      end

      private

      def ahead(strand, rungs, index) = rungs.each_index.select { |l| rungs[l] && has?(strand, l, index) }

      # Who has tried it and is not clean enough at the lowest rung, and who would meet it and may not begin more.
      def behind(strand, rungs, index)
        walk = @walks[strand.id]
        rungs.each_index.select { |l|
          rungs[l]&.zero? && (walk.met?(l, 0) ? walk.rate(l, 0, index) < Progress::FALLS : !yield(l))
        }
      end

      def has?(strand, learner, index) = @walks[strand.id].can(learner, strand.top, index) >= HAS

      def richer(strand) =
        @timetable.strands.each_value.select { |other| other.goal? && other.bases.include?(strand.id) }

      def simpler(strand) = @timetable.strands.values_at(*strand.bases).compact

      def choose(place, who, others, index, &begins)
        return if who.empty?
        best = others.select { |other| !@timetable.barred?(other.id, index) && room?(other, index) }
          .map { |other| Choice.new(other, rungs(other, who, index, &begins), place) }
          .max_by { |choice| worth(choice, index) }
        return unless best&.rungs&.any?
        @classes[best.strand.id] = [*@classes[best.strand.id], index].sort
        best
      end

      # Whether it is not in the class, and would not be in too many running.
      def room?(strand, index)
        classes = @classes[strand.id]
        return false if classes.include?(index)
        before = (1..index).take_while { |back| classes.include?(index - back) }.size
        before += strand.running if before == index
        after = (1..Timetable::RUNNING).take_while { |on| classes.include?(index + on) }.size
        before + 1 + after <= Timetable::RUNNING
      end

      def rungs(strand, who, index)
        walk = @walks[strand.id]
        who.each_with_object(Array.new(walk.own.size)) do |l, rungs|
          next if strand.chances[l][index].zero? || has?(strand, l, index)
          rungs[l] = [walk.next_rung(l, index), walk.own[l]].find { |rung| walk.met?(l, rung) || yield(l) }
        end
      end

      def worth(choice, index)
        walk = @walks[choice.strand.id]
        choice.strand.importance *
          choice.rungs.each_with_index.sum { |rung, l| rung ? 1 - walk.can(l, choice.strand.top, index) : 0 }
      end
    end
  end
end
