module JauntyBell
  module Store
    # A group as a planner needs to know it: who comes, what they know, what they were marked on, what they have
    # trained.
    class Squads
      LOOK_BACK = 56 # days of attendance that say how likely somebody comes
      HISTORY = 3 * 365 # days of marks that say what they can do
      FOUR_WEEKS = 28
      DAY = "(classes.starts_at AT TIME ZONE (SELECT time_zone FROM clubs WHERE clubs.id = classes.club_id))::date"
        .freeze

      # Core::Learning::Marked of some students of a club up to a day, in order of days, one a day for each student,
      # combination, rung and coach.
      def self.marked(db, club_id, students, upto:)
        db[:marks].where(club_id: club_id, student_id: students, taken_back_at: nil, on: (upto - HISTORY)..upto)
          .group(:student_id, :combination_id, :rung, :on, :coach_id).order(:on, :student_id, :combination_id, :rung)
          .select_map([:student_id, :combination_id, :rung, :on,
            Sequel.function(:sum, :attempted).cast(Integer).as(:attempted),
            Sequel.function(:sum, :clean).cast(Integer).as(:clean), :coach_id,
            Sequel.function(:mode).within_group(:broke_at).as(:broke_at)])
          .map { |student, combination, rung, on, *rest|
            Core::Learning::Marked.new(student, combination, Core::Bench::Rungs.rank(rung), on.jd, *rest)
          }
      end

      def initialize(db, club_id, group_id, masteries:, half_life:, today:)
        @db = db
        @club_id = club_id
        @group_id = group_id
        @masteries = masteries
        @half_life = half_life
        @today = today
      end

      def rows =
        @rows ||= @db[:students].where(club_id: @club_id).where(members.of(@group_id))
          .exclude(members.paused(@today)).order(:name, :id).all

      # Core::Weeks::Learners of those who came within `away` days, or whom no class has had the chance to see.
      def learners(away:)
        known = @masteries.on(@today, students: ids)
        holds = Care.new(@db, @club_id).holds(@today, ids)
        rows.reject { |row| away?(row, away) }.map do |row|
          Core::Weeks::Learner.new(id: row[:id], name: row[:name],
            keen: Core::Weeks::Learner.keen(came.fetch(row[:id], 0), held), stance: row[:stance].to_sym,
            held_back: holds.fetch(row[:id], []),
            half_life: row[:half_life] || @half_life, known: known.fetch(row[:id], {}).transform_values(&:known))
        end
      end

      # Names of those who have not come for so long that they are not planned for.
      def away(days) = rows.select { |row| away?(row, days) }.map { |row| row[:name] }

      # Core::Learning::Marked of the group's students.
      def marked = Squads.marked(@db, @club_id, ids, upto: @today)

      # {day => load of its classes, as a student of the group told it on average} since a day.
      def loads(since)
        of_classes = @db[:efforts].where(Sequel[:efforts][:club_id] => @club_id, :student_id => ids,
          :taken_back_at => nil).where { on >= since }.join(classes.select(:id).as(:held), id: :class_id)
        per_class = of_classes.group(:on, :class_id).select(:on,
          Sequel.lit("avg(effort * efforts.minutes)::float AS load")).from_self
        per_class.group(:on).select_hash(:on, Sequel.function(:sum, :load).as(:load))
      end

      # The group's usual load a week before a day: of the weeks of the last four that had a class; nil for none.
      def usual(day)
        weeks = loads(day - FOUR_WEEKS).select { |on, _| on < day }.group_by { |on, _| (day - on - 1).to_i / 7 }.values
        weeks.sum { |week| week.sum(&:last) } / weeks.size if weeks.any?
      end

      # Marks of the group's students since a day, by [student, combination, rung]: [Core::Book::Mastery::Mark].
      def marks(since)
        found = @db[:marks].where(club_id: @club_id, student_id: ids, taken_back_at: nil).where { on >= since }
          .order(:on).select(:student_id, :combination_id, :rung, :on, :attempted, :clean).all
        found.group_by { |row| row.values_at(:student_id, :combination_id, :rung) }
          .transform_values do |list|
            list.map { |row| Core::Book::Mastery::Mark.new(**row.slice(:on, :attempted, :clean)) }
          end
      end

      # Days on which the group's classes have taken place since a day.
      def class_days(since) =
        classes.where(Sequel.lit("#{DAY} >= ?", since)).select(Sequel.lit("#{DAY} AS day")).from_self.distinct
          .select_order_map(:day)

      # {day => ids of the combinations that its classes really drilled, or marked somebody on} since a day.
      def drilled(since)
        marked = @db[:marks].where(Sequel[:marks][:club_id] => @club_id, :taken_back_at => nil)
        rung = @db[:round_runs].where(Sequel[:round_runs][:club_id] => @club_id, :counts => true)
          .exclude(combination_id: nil)
        done = [marked, rung].map { |set|
          set.join(classes.where(Sequel.lit("#{DAY} >= ?", since)).select(:id, Sequel.lit("#{DAY} AS day")).as(:held),
            id: :class_id).select(Sequel[:held][:day], :combination_id)
        }
        done.reduce(:union).select_map(%i[day combination_id]).group_by(&:first)
          .transform_values { |pairs| pairs.map(&:last) }
      end

      private

      def members = @members ||= Members.new(@db, @club_id)

      def ids = @ids ||= rows.map { |row| row[:id] }

      def classes =
        @db[:classes].where(Sequel[:classes][:club_id] => @club_id, :group_id => @group_id).exclude(ended_at: nil)

      def recent = classes.where(Sequel[:classes][:starts_at] >= Sequel.lit("?::date", @today - LOOK_BACK))

      def held = @held ||= recent.count

      def came =
        @came ||= @db[:presences].where(club_id: @club_id, class_id: recent.select(:id), student_id: ids)
          .group_and_count(:student_id).to_hash(:student_id, :count)

      def last_came = @last_came ||= Book.new(@db, @club_id).last_came(ids, @today)

      def away?(row, days) = Core::Weeks::Learner.away?(last_came[row[:id]], classes: held, today: @today, days: days)
    end
  end
end
