module JauntyBell
  module StandIns
    # A squad that learns, forgets, stays away and has bad evenings by a Law, so that plans can be tried on it. Every
    # number here is invented, and measured on nobody: it is one way a squad could be, not how yours is.
    #
    #   squad = SimulatedSquad.new({"a" => combination}, law: Law.new, seed: 7, from: day)
    #   squad.evening(day, [["a", "count", 1]]) # what a coach marks
    #   squad.owning("a", "count", day)        # share that own it by those marks
    #   squad.able("a", "count", day)          # share that really can
    class SimulatedSquad
      Known = Struct.new(:on, :clean, :rough, :days, :behind, :half_life)
      Student = Struct.new(:talent, :pace, :memory, :keen, :away, :from, :to)
      Skill = Struct.new(:learned, :lasts, :on)

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
      LONGEST = 120.0 # days
      RUNGS = Core::Bench::Rungs::ALL

      attr_reader :marks

      # Core::Learning::Marked of marks.
      def self.marked(marks) =
        marks.map { |mark|
          Core::Learning::Marked.new(mark[:student_id], mark[:combination_id], Core::Bench::Rungs.rank(mark[:rung]),
            mark[:on].jd, mark[:attempted], mark[:clean], mark[:coach])
        }

      # `met` ids the squad has met and half learned before `from`.
      def initialize(shelf, seed:, from:, law: Law.new, met: [])
        @shelf = shelf
        @law = law
        @random = Random.new(seed)
        @from = from
        @students = Array.new(law.students) { |order| student(order) }
        @skills = Hash.new { |hash, key| hash[key] = Skill.new(0.0, @students[key.first].memory, from) }
        @familiar = Hash.new(0.0)
        @known, @marks, @came, @held = {}, [], Hash.new(0), Hash.new(0)
        half_learn(met)
      end

      # Who is in the squad on a day, by order.
      def members(day) =
        @students.each_index.select { |s| week(day).between?(@students[s].from, @students[s].to - 1) }

      # Who is there does what the places say ([id, rung, times]; the rung one for all, or {student => rung}) and is
      # marked on it by one of the coaches. Returns who was there.
      def evening(day, places)
        coach = @random.rand(@law.coaches.size)
        there = members(day).each { |s| @held[s] += 1 }.select { |s| there?(s, day) }
        there.each { |s| @came[s] += 1 }
        there.each do |s|
          off = (@random.rand < BAD_EVENING) ? WORSE : 0.0
          drills = places.filter_map { |id, rung, times|
            own = rung.is_a?(Hash) ? rung[s] : rung
            [id, own, times] if own
          }
          share = [drills.count { |id, rung, _| new?(s, id, rung) }, 1].max**-CROWDED
          drills.each { |id, rung, times| drill(s, id, rung, times, day, off, share, coach) }
        end
      end

      # Core::Weeks::Learners of who is in the squad on a day, known by their marks and by how often they came.
      def learners(day) =
        members(day).map do |s|
          Core::Weeks::Learner.new(id: s, name: "Student #{s + 1}",
            keen: Core::Weeks::Learner.keen(@came[s], @held[s]), known: @known.fetch(s, {}).dup)
        end

      def owning(id, rung, day) = share(day) { |s| owns?(s, id, rung, day) }

      def able(id, rung, day) = share(day) { |s| able?(s, id, rung, day) }

      def able?(s, id, rung, day) = chance(s, id, rung, day) >= ABLE

      # The true share of clean repetitions of one of them.
      def chance(s, id, rung, day, off = 0.0)
        harder = HARDER[rung] * (1 - [@familiar[[s, id, rung]], 0.8].min)
        logit = 0.8 + @students[s].talent + strength(s, id, day) + help(s, id, day) -
          0.12 * (@shelf[id].actions.size - 2) - harder - off
        1 / (1 + Math.exp(-logit))
      end

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

      def share(day, &block)
        there = members(day)
        there.empty? ? 0.0 : there.count(&block).fdiv(there.size)
      end

      def week(day) = (day - @from).to_i.div(7)

      def student(order)
        level = @law.level(order)
        from, to = @law.stay(order)
        Student.new(normal * 0.6 + level.fetch("talent", 0.0),
          (level.fetch("pace", 1.0) * 0.7 * Math.exp(normal * 0.3)).clamp(0.3, 1.8),
          @law.memory * Math.exp(normal * 0.25), @random.rand(@law.keen.first.to_f..@law.keen.last.to_f), 0, from, to)
      end

      # What was half learned before: by all, and by a level that has met more.
      def half_learn(met)
        8.times do |i|
          met.each { |id| evening(@from - 56 + 7 * i, [[id, "count", 1]]) }
          @law.levels.each do |level|
            who = @students.each_index.select { |s| @law.level(s).equal?(level) }.to_h { |s| [s, "count"] }
            level.fetch("met", []).each { |id| evening(@from - 56 + 7 * i, [[id, who, 1]]) }
          end
        end
      end

      # Box and Muller 1958.
      def normal = Math.sqrt(-2 * Math.log(1 - @random.rand)) * Math.cos(2 * Math::PI * @random.rand)

      # Now and then somebody stays away for some classes.
      def there?(s, day)
        student = @students[s]
        student.away -= 1 if student.away.positive?
        student.away = @random.rand(3..6) if student.away.zero? && @random.rand < 0.015
        student.away.zero? && @random.rand < student.keen * @law.season.fetch(week(day).to_s, 1.0)
      end

      def new?(s, id, rung) = (@known.dig(s, [id, rung])&.days || 0) < NEW

      # What it begins or ends with helps, for as long as it is owned.
      def help(s, id, day)
        HELPS * (bases[id].filter_map { |base| strength(s, base, day) if @skills.key?([s, base]) }.max || 0.0)
      end

      def bases =
        @bases ||= Core::Bench::Basis.new(@shelf).then { |basis| @shelf.keys.to_h { |each| [each, basis.of(each)] } }

      def strength(s, id, day) = @law.strength(left(@skills[[s, id]], day))

      # Of what was learned, not forgotten on a day.
      def left(skill, day) = skill.learned * 2.0**(-[(day - skill.on).to_i, 0].max / skill.lasts)

      def drill(s, id, rung, times, day, off, share, coach)
        attempted, really = times.times.sum { @random.rand(8..12) }, chance(s, id, rung, day, off)
        seen = 1 / (1 + Math.exp(-Math.log(really / (1 - really)) - @law.coaches[coach]["bias"]))
        luck = Array.new(attempted) { @random.rand }
        clean = luck.count { |each| each < really }
        attention = new?(s, id, rung) ? share : 1.0
        mark(s, id, rung, day, attempted, luck.count { |each| each < seen }, coach)
        learn(s, id, rung, times, day, attention * [(clean.fdiv(attempted) - LEARNS_FROM) / (1 - LEARNS_FROM), 0].max)
      end

      # What is learned comes of clean repetitions more than of rough ones; what is met again after some days lasts
      # longer.
      def learn(s, id, rung, times, day, gained)
        skill = @skills[[s, id]]
        now, gap = left(skill, day), (day - skill.on).to_i
        lasts = (gap >= SPACED) ? skill.lasts * @law.lasts_longer : skill.lasts
        @skills[[s, id]] =
          Skill.new(now + @students[s].pace * gained * times**0.7 * @law.room(now), [lasts, LONGEST].min, day)
        @familiar[[s, id, rung]] += FAMILIAR * gained * times**0.5
        interfere(s, id, gained) if @law.interference.positive?
      end

      # What begins alike is mixed up with it.
      def interfere(s, id, gained)
        alike(id).each do |other|
          next unless @skills.key?([s, other])
          @skills[[s, other]].learned *= 1 - @law.interference * gained
        end
      end

      def alike(id)
        (@alike ||= {})[id] ||= @shelf.keys.reject { |other|
          other == id || bases[id].include?(other) || bases[other].include?(id)
        }.select { |other| start(other) == start(id) }
      end

      def start(id) = @shelf[id].actions.first(2).map(&:identity)

      # As the Book keeps it: what was known fades, the day's marks are added.
      def mark(s, id, rung, day, attempted, clean, coach)
        of_student = (@known[s] ||= {})
        known = of_student[[id, rung]]
        @marks << {student_id: s, combination_id: id, rung: rung, on: day, attempted: attempted, clean: clean,
                   coach: coach}
        known ||= Known.new(day, 0.0, 0.0, 0, 0.0, Core::Book::Mastery::HALF_LIFE)
        faded = Core::Book::Evidence.fading((day - known.on).to_i, known.half_life)
        of_student[[id, rung]] =
          Known.new(day, clean + known.clean * faded, attempted - clean + known.rough * faded, known.days + 1,
            1 + known.behind * faded, known.half_life)
      end
    end
  end
end
