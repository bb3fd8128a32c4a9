module JauntyBell
  module StandIns
    # One season of a simulated squad, run one way.
    #
    #   Season.new(programme, shelf, law: law, seed: 3).run(Ways::Rotation) # => Outcome
    class Season
      # Importance-weighted shares of who is in the squad at the end: `able` really can, `owns` by the marks; `chance`
      # the mean true share of clean repetitions at the rungs wanted. `lapses` a student, of goals once owned at the
      # rung wanted. Of the classes: `nothing_new` without anything that is new to the group, `repeats` in which a
      # combination stands for the fourth time running at the same rung, `broke` how many things beyond one that were
      # new to most who did them one student had, and places beyond two of one combination; what nobody there did was
      # not in a class. `rates` [said, as last time, clean, attempted] of every mark that was foretold; `ends` [said,
      # came] of every chance at the season's end that was told.
      Outcome = Core::Value.of(:able, :owns, :chance, :lapses, :nothing_new, :repeats, :broke, rates: [].freeze,
        ends: [].freeze)
      RUNNING = 3

      # `met` ids the squad has half learned already.
      def initialize(programme, shelf, seed:, law: Law.new, met: [], first_rung: "count")
        @programme = programme
        @shelf = shelf
        @seed = seed
        @law = law
        @met = met
        @ladder = Core::Bench::Rungs.from(first_rung)
      end

      def run(kind)
        @squad = SimulatedSquad.new(@shelf, law: @law, seed: @seed, from: @programme.start, met: @met)
        @way = kind.new(@programme, shelf: @shelf, ladder: @ladder)
        @rates, @ends, @classes, @owned, @lapses = [], [], [], {}, 0
        @seen = @squad.marks.map { |mark| mark[:combination_id] }.uniq
        @met = Hash.new { |hash, s| hash[s] = [] }
        @squad.marks.each { |mark| @met[mark[:student_id]] |= [mark[:combination_id]] }
        @broke = 0
        @new = 0
        @programme.meetings.each { |meeting| hold(meeting) }
        outcome
      end

      private

      def hold(meeting)
        places = @way.places(meeting.index, meeting.on, @squad)
        told = @way.respond_to?(:told) ? @way.told : nil
        last, before = last_rates, @squad.marks.size
        @squad.evening(meeting.on, places)
        foretold(told, last, before) if told
        marks = @squad.marks.drop(before)
        done = done(places, marks)
        @broke += too_new(marks) + done.count { |_, (_, times)| times > 2 }
        @new += 1 if (done.keys - @seen).any?
        @seen |= done.keys
        @classes << done
        now = owned(meeting.on)
        @lapses += (@owned.keys - now.keys).size
        @owned = now
      end

      # What is new to most who do it, beyond one thing, of the student who has most of it.
      def too_new(marks)
        new = marks.group_by { |mark| mark[:combination_id] }.map { |id, list|
          list.map { |mark| mark[:student_id] }.then { |who| [who, who.count { |s| !@met[s].include?(id) }] }
        }.select { |who, fresh| 2 * fresh > who.size }
        marks.each { |mark| @met[mark[:student_id]] |= [mark[:combination_id]] }
        [(new.flat_map(&:first).tally.values.max || 0) - 1, 0].max
      end

      # {id => [rung of most, times]}
      def done(places, marks) =
        marks.group_by { |mark| mark[:combination_id] }.to_h { |id, list|
          [id, [list.map { |mark| mark[:rung] }.tally.max_by(&:last).first, places.assoc(id).last]]
        }

      # {[student, id, rung] => the clean share last time}.
      def last_rates = @squad.marks.to_h { |mark|
        [mark.values_at(:student_id, :combination_id), mark[:clean].fdiv(mark[:attempted])]
      }

      # `told` {rates: {[student, id] => said}, ends: {[id, student] => chance}}.
      def foretold(told, last, before)
        @squad.marks.drop(before).each do |mark|
          key = mark.values_at(:student_id, :combination_id)
          said = told[:rates][key] or next
          @rates << [said, last[key], mark[:clean], mark[:attempted]]
        end
        @ends << told[:ends]
      end

      def owned(day)
        @programme.goals.product(@squad.members(day)).select { |goal, s|
          @squad.owns?(s, goal.combination_id, goal.rung, day)
        }.to_h { |pair| [pair, true] }
      end

      def outcome
        day = @programme.ends
        Outcome.new(able: weighted { |goal| @squad.able(goal.combination_id, goal.rung, day) },
          owns: weighted { |goal| @squad.owning(goal.combination_id, goal.rung, day) },
          chance: weighted { |goal|
            there = @squad.members(day)
            there.sum { |s| @squad.chance(s, goal.combination_id, goal.rung, day) } / [there.size, 1].max
          },
          lapses: @lapses.fdiv(@law.students), nothing_new: @classes.size - @new, repeats: repeats, broke: @broke,
          rates: @rates, ends: ends(day))
      end

      def ends(day)
        rungs = @programme.goals.to_h { |goal| [goal.combination_id, goal.rung] }
        there = @squad.members(day)
        @ends.flat_map do |told|
          told.filter_map { |(id, s), said|
            [said, @squad.able?(s, id, rungs[id], day)] if rungs[id] && there.include?(s)
          }
        end
      end

      def weighted = @programme.goals.sum { |goal| goal.importance * yield(goal) } / @programme.goals.sum(&:importance)

      def repeats =
        @classes.each_cons(RUNNING + 1).count do |classes|
          classes.last.any? { |id, (rung, _)| classes.all? { |each| each[id]&.first == rung } }
        end
    end
  end
end
