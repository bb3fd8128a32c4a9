module JauntyBell
  module StandIns
    # How well the marks of each class of a season are foretold from the classes before it: by the learner model, by the
    # Book's score, as last time, and as what came on average.
    #
    #   Foretold.new(law, seed: 1).losses # => {model: 0.54, book: 0.57, last: 0.60, mean: 0.58}
    class Foretold
      SURE = 0.98 # nobody says more, or less than the rest to one: a log of nothing is without an end

      def initialize(law, seed:, weeks: 12, way: "habit")
        trial = Trial.new([law], seeds: [seed], weeks: weeks)
        @programme = trial.programme
        @shelf = trial.shelf
        @squad = SimulatedSquad.new(@shelf, law: law, seed: seed, from: @programme.start, met: Trial::KNOWN.keys)
        @way = Trial::WAYS.fetch(way).new(@programme, shelf: @shelf, ladder: Core::Bench::Rungs.from("count"))
      end

      # Mean −log of the chance that was given to each repetition, of what had been met before.
      def losses
        sums, all = Hash.new(0.0), 0
        @programme.meetings.each do |meeting|
          before = @squad.marks.dup
          @squad.evening(meeting.on, @way.places(meeting.index, meeting.on, @squad))
          all += add(sums, before, @squad.marks.drop(before.size), meeting.on)
        end
        sums.transform_values { |sum| sum / all }
      end

      private

      def add(sums, before, marks, day)
        model = Core::Learning::Model.new(SimulatedSquad.marked(before), shelf: @shelf)
        known = before.group_by { |mark| mark.values_at(:student_id, :combination_id) }
        mean = share(before)
        marks.sum do |mark|
          past = known[mark.values_at(:student_id, :combination_id)] or next 0
          said = {model: model.share(*mark.values_at(:student_id, :combination_id),
            Core::Bench::Rungs.rank(mark[:rung]), day.jd), book: book(past, day), last: share([past.last]), mean: mean}
          said.each { |name, share| sums[name] += loss(share.clamp(1 - SURE, SURE), mark) }
          mark[:attempted]
        end
      end

      def share(marks) = marks.sum { |mark| mark[:clean] }.fdiv([marks.sum { |mark| mark[:attempted] }, 1].max)

      def book(marks, day) =
        Core::Book::Mastery.new(marks.map { |mark|
          Core::Book::Mastery::Mark.new(**mark.slice(:on, :attempted, :clean))
        }, on: day).score

      def loss(share, mark) =
        -mark[:clean] * Math.log(share) - (mark[:attempted] - mark[:clean]) * Math.log(1 - share)
    end
  end
end
