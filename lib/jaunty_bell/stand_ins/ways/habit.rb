module JauntyBell
  module StandIns
    module Ways
      # A good coach's habit: five combinations a month, one new in each class until all are begun, those that were
      # begun kept on, and the rest of the hour for last month's. Each student goes one rung up after seven clean in
      # ten.
      class Habit
        A_MONTH = 5
        WEEKS = 4
        GO_UP = 0.7

        def initialize(programme, shelf:, ladder:)
          @programme = programme
          @ladder = ladder
          @goals = programme.goals.sort_by { |goal| -goal.importance }
          @wanted = @goals.to_h { |goal| [goal.combination_id, ladder.index(goal.rung)] }
          @turn = 0
        end

        def places(index, day, squad)
          own = own_rungs(squad)
          chosen(index).map do |id|
            [id, squad.members(day).to_h { |s| [s, @ladder[own.fetch([s, id], 0)]] }, 1]
          end
        end

        private

        def chosen(index)
          week = @programme.meetings[index].week
          month = of_month(week / WEEKS)
          begun = month.first(1 + @programme.meetings.count { |meeting|
            meeting.index < index && meeting.week / WEEKS == week / WEEKS
          })
          [begun.last, *turns(begun[0...-1] + earlier(week / WEEKS))].compact.uniq.first(@programme.slots)
        end

        def of_month(month) = ids.rotate(month * A_MONTH).first(A_MONTH)

        def earlier(month) = (0...month).flat_map { |each| of_month(each) }.uniq.reverse - of_month(month)

        def ids = @goals.map(&:combination_id)

        # As many as there is room for, on from where the last class stopped.
        def turns(list)
          return [] if list.empty?
          room = @programme.slots - 1
          list.rotate(@turn).first(room).tap { @turn += room }
        end

        # {[student, id] => index of the rung}, by the last marks at each.
        def own_rungs(squad)
          squad.marks.each_with_object(Hash.new(0)) do |mark, own|
            key = mark.values_at(:student_id, :combination_id)
            at = @ladder.index(mark[:rung])
            next unless at && @wanted.key?(key.last) && mark[:clean] >= GO_UP * mark[:attempted]
            own[key] = (at + 1).clamp(own[key], [own[key], @wanted[key.last]].max)
          end
        end
      end
    end
  end
end
