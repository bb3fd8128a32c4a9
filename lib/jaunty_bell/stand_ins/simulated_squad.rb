module JauntyBell
  module StandIns
    # A squad that learns, forgets, stays away and has bad evenings, so that plans can be tried on it. Every number here
    # is invented, and measured on nobody: it is one way a squad could be, not how yours is.
    #
    #   squad = SimulatedSquad.new({"a" => combination}, size: 12, seed: 7, from: day)
    #   squad.evening(day, [["a", "count", 1]]) # what a coach marks
    #   squad.owning("a", "count", day)        # share that own it by those marks
    #   squad.able("a", "count", day)           # share that really can
    class SimulatedSquad
      Known = Struct.new(:on, :clean, :rough, :days, :behind, :half_life)
      Student = Struct.new(:talent, :pace, :memory, :keen, :away)
      Skill = Struct.new(:strength, :lasts, :on)

      # In logits
      HARDER = {"air" => 0.0, "count" => 0.0, "clock" => 0.6, "move" => 1.2, "call" => 1.9, "answer" => 2.6}.freeze
      FAMILIAR = 0.3 # of what makes a rung harder, that a class at it takes away
      ABLE = 0.8 # clean, of a student who can
      BAD_EVENING = 0.1 # how often, and by how much it is worse
      WORSE = 0.9
      NEW = 2 # classes in which a combination at a rung is new
      # How much several new things in an evening take from each other: of two each is learned about 60 % as well
      CROWDED = 0.7
      LEARNS_FROM = 0.3 # clean share below which nothing is learned
      HELPS = 0.4 # of the strength of what a combination begins or ends with
      SPACED = 5 # days between two classes from which the second makes it last longer
      LASTS_LONGER = 1.4

      MEMORY = 14 # days in which what is new loses half its strength, of a middling student
      RUNGS = Core::Bench::Rungs::ALL

      # `met` ids the squad has met and half learned before `from`; `memory` in days.
      def initialize(shelf, size:, seed:, from:, met: [], memory: MEMORY)
        @shelf = shelf
        @memory = memory
        @random = Random.new(seed)
        @students = size.times.map { student }
        @skills = Hash.new { |hash, key| hash[key] = Skill.new(0.0, @students[key.first].memory, from) }
        @familiar = Hash.new(0.0)
        @known, @marks, @came, @took_place = {}, [], Hash.new(0), 0
        met.each { |id| 8.times { |i| evening(from - 56 + 7 * i, [[id, "count", 1]]) } }
      end

      def size = @students.size

      # Who is there does what the places say ([id, rung, times], and with a `top` rung each their own version) and is
      # marked on it; returns how many were there.
      def evening(day, places)
        there = @students.each_index.select { |s| there?(s) }
        @took_place += 1
        there.each { |s| @came[s] += 1 }
        there.each do |s|
          off = (@random.rand < BAD_EVENING) ? WORSE : 0.0
          drills = places.map { |id, rung, times, top| [id, top ? version(s, id, rung, top, day) : rung, times] }
          share = [drills.count { |id, rung, _| new?(s, id, rung) }, 1].max**-CROWDED
          drills.each { |id, rung, times| drill(s, id, rung, times, day, off, share) }
        end
        there.size
      end

      # Core::Weeks::Learners, known by their marks and by how often they came.
      def learners =
        @students.each_index.map do |s|
          Core::Weeks::Learner.new(id: s, name: "Student #{s + 1}",
            keen: Core::Weeks::Learner.keen(@came[s], @took_place), known: @known.fetch(s, {}).dup)
        end

      # Core::Weeks::Habits as their marks show them.
      def habits =
        Core::Weeks::Cases.new(@marks, ladder: RUNGS.drop(1), bases: bases, half_life: Core::Book::Mastery::HALF_LIFE)
          .habits(drilled: @marks.size, marked: @marks.size)

      def owning(id, rung, day) = @students.each_index.count { |s| owns?(s, id, rung, day) }.fdiv(size)

      def able(id, rung, day) = @students.each_index.count { |s| chance(s, id, rung, day, 0.0) >= ABLE }.fdiv(size)

      # The true share of clean repetitions of one of them.
      def chance_of(s, id, rung, day) = chance(s, id, rung, day, 0.0)

      # [[student, id, rung, day it falls due], …] of all that is owned by the marks on a day.
      def due(day)
        @marks.group_by { |mark| mark.values_at(:student_id, :combination_id, :rung) }
          .filter_map do |(s, id, rung), marks|
          mastery = Core::Book::Mastery.new(marks.map { |mark|
            Core::Book::Mastery::Mark.new(**mark.slice(:on, :attempted, :clean))
          }, on: day)
          [s, id, rung, mastery.due_on] if mastery.owned?
        end
      end

      def owns?(s, id, rung, day)
        RUNGS.drop(RUNGS.index(rung)).any? do |each|
          known = @known.dig(s, [id, each]) or next
          faded = Core::Book::Evidence.fading((day - known.on).to_i, known.half_life)
          known.days >= Core::Book::Mastery::DAYS_TO_OWN && Core::Book::Mastery.sure?(known.clean * faded,
            known.rough * faded)
        end
      end

      private

      def student
        Student.new(normal * 0.6, (0.7 * Math.exp(normal * 0.3)).clamp(0.3, 1.4), @memory * Math.exp(normal * 0.25),
          @random.rand(0.55..0.95), 0)
      end

      # Box and Muller 1958.
      def normal = Math.sqrt(-2 * Math.log(1 - @random.rand)) * Math.cos(2 * Math::PI * @random.rand)

      # Now and then somebody stays away for some classes.
      def there?(s)
        student = @students[s]
        student.away -= 1 if student.away.positive?
        student.away = @random.rand(3..6) if student.away.zero? && @random.rand < 0.015
        student.away.zero? && @random.rand < student.keen
      end

      def version(s, id, rung, top, day) =
        Core::Weeks::Versions.own(rung, RUNGS.drop(1), top: top) { |each| owns?(s, id, each, day) }

      def new?(s, id, rung) = (@known.dig(s, [id, rung])&.days || 0) < NEW

      # What it begins or ends with helps, for as long as it is owned.
      def help(s, id, day)
        HELPS * (bases[id].filter_map { |base| strength(s, base, day) if @skills.key?([s, base]) }.max || 0.0)
      end

      def bases =
        @bases ||= Core::Bench::Basis.new(@shelf).then { |basis| @shelf.keys.to_h { |each| [each, basis.of(each)] } }

      def strength(s, id, day)
        skill = @skills[[s, id]]
        skill.strength * 2.0**(-[(day - skill.on).to_i, 0].max / skill.lasts)
      end

      def chance(s, id, rung, day, off)
        harder = HARDER[rung] * (1 - [@familiar[[s, id, rung]], 0.8].min)
        logit = 0.8 + @students[s].talent + strength(s, id, day) + help(s, id, day) -
          0.12 * (@shelf[id].actions.size - 2) - harder - off
        1 / (1 + Math.exp(-logit))
      end

      def drill(s, id, rung, times, day, off, share)
        chance = chance(s, id, rung, day, off)
        attempted = times.times.sum { @random.rand(8..12) }
        clean = attempted.times.count { @random.rand < chance }
        attention = new?(s, id, rung) ? share : 1.0
        mark(s, id, rung, day, attempted, clean)
        learn(s, id, rung, times, day, attention * [(clean.fdiv(attempted) - LEARNS_FROM) / (1 - LEARNS_FROM), 0].max)
      end

      # What is learned comes of clean repetitions more than of rough ones; what is met again after some days lasts
      # longer.
      def learn(s, id, rung, times, day, learned)
        skill, now = @skills[[s, id]], strength(s, id, day)
        gap = (day - skill.on).to_i
        lasts = (gap >= SPACED) ? skill.lasts * LASTS_LONGER : skill.lasts
        @skills[[s, id]] =
          Skill.new(now + @students[s].pace * learned * times**0.7 * [1 - now / 4.5, 0].max, [lasts, 120.0].min, day)
        @familiar[[s, id, rung]] += FAMILIAR * learned * times**0.5
      end

      # As the Book keeps it: what was known fades, the day's marks are added.
      def mark(s, id, rung, day, attempted, clean)
        of_student = (@known[s] ||= {})
        known = of_student[[id, rung]]
        @marks << {student_id: s, combination_id: id, rung: rung, on: day, attempted: attempted, clean: clean}
        known ||= Known.new(day, 0.0, 0.0, 0, 0.0, Core::Book::Mastery::HALF_LIFE)
        faded = Core::Book::Evidence.fading((day - known.on).to_i, known.half_life)
        of_student[[id, rung]] =
          Known.new(day, clean + known.clean * faded, attempted - clean + known.rough * faded, known.days + 1,
            1 + known.behind * faded, known.half_life)
      end
    end
  end
end
