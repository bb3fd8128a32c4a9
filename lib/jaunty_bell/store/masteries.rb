module JauntyBell
  module Store
    # What marks add up to, kept by student, combination and rung (Core::Book::Evidence): pages read it instead of every
    # mark, and mastery on any later day is worked out from it. Whatever changes marks says so with #rewrite.
    class Masteries
      FACTS = Core::Book::Evidence.members

      # With the half-life of the club's school.
      def self.of(db, club_id, school: School.new(db, club_id)) =
        new(db, club_id, half_life: school.settings.half_life, links: Links.new(db, club_id, school.techniques))

      # `half_life` is the school's, in days; `links` the club's Links, which follow.
      def initialize(db, club_id, half_life:, links:)
        @db = db
        @club_id = club_id
        @half_life = half_life
        @links = links
        @renewed = []
      end

      # {student id => {[combination id, rung] => Core::Book::Mastery}} on a day, for these students (a list of ids);
      # `combinations` narrows it. Students whose half-life has been changed since are worked out again first.
      def on(day, students:, combinations: nil)
        renew(students)
        set = rows.where(student_id: students)
        set = set.where(combination_id: combinations) if combinations
        set.each_with_object(Hash.new { |hash, id| hash[id] = {} }) do |row, found|
          found[row[:student_id]][[row[:combination_id], row[:rung]]] =
            Core::Book::Mastery.from(Core::Book::Evidence.new(**row.slice(*FACTS)), on: day)
        end
      end

      # {student id => how many combinations are fading on a day}: owned once, and due.
      def due(day, students)
        renew(students)
        fading(day).where(student_id: students).group(:student_id)
          .select_hash(:student_id, Sequel.function(:count, :combination_id).distinct.as(:due))
      end

      # {student id => {:time, :rough_marks => ids of the combinations that slipped for that reason by a day}}
      # (Core::Book::Mastery#faded_by).
      def slipped(day, students)
        renew(students)
        fading(day).where(student_id: students).distinct.select_map(%i[student_id combination_id owned_last])
          .group_by(&:first).transform_values do |list|
          list.group_by { |_, _, owned_last| Core::Book::Evidence.slipped_by(owned_last) }
            .transform_values { |some| some.map { |_, combination, _| combination } }
        end
      end

      # Ids of the combinations any of these students was marked on.
      def met(students) = rows.where(student_id: students).distinct.select_map(:combination_id)

      # Works out the masteries of these students again from their marks, or of some combinations of theirs.
      def rewrite(students, combinations: nil)
        return if students.empty?
        half_lives = half_lives(students)
        @db.transaction(savepoint: true) do
          # Two who mark the same student take turns
          @db[:students].where(club_id: @club_id, id: students).order(:id).for_no_key_update.select(:id).all
          of(rows, students, combinations).delete
          kept = marks(students, combinations).map { |row| kept(row, half_lives.fetch(row[:student_id])) }
          kept.each_slice(500) { |slice| @db[:masteries].multi_insert(slice) }
          @links.rewrite(half_lives)
        end
      end

      # {student id => [Core::Book::WeakLinks::Link]}, the weakest first, on a day.
      def weak_links(day, students:) = @links.weak(day, half_lives(students))

      # The whole club, some students at a time. Returns how many.
      def rewrite_all
        ids = @db[:students].where(club_id: @club_id).select_order_map(:id)
        ids.each_slice(25) { |some| rewrite(some) }.size
      end

      private

      # Held once, and due.
      def fading(day) = rows.exclude(first_owned: nil).where(Sequel.|({due_on: nil}, Sequel[:due_on] <= day))

      def rows = @db[:masteries].where(Sequel[:masteries][:club_id] => @club_id)

      def of(set, students, combinations)
        set = set.where(student_id: students)
        combinations ? set.where(combination_id: combinations) : set
      end

      def half_lives(students) =
        @db[:students].where(club_id: @club_id, id: students)
          .select_hash(:id, Sequel.function(:coalesce, :half_life, @half_life).as(:half_life))

      # Works out again what was worked out with another half-life; each student is looked at once.
      def renew(students)
        unseen = students - @renewed
        return if unseen.empty?
        @renewed += unseen
        rewrite(stale(unseen))
      end

      # Ids of those whose masteries were worked out with another half-life than theirs.
      def stale(students)
        wanted = Sequel.function(:coalesce, Sequel[:students][:half_life], @half_life)
        rows.where(student_id: students).join(:students, club_id: :club_id, id: :student_id)
          .exclude(Sequel[:masteries][:half_life] => wanted).distinct.select_map(:student_id)
      end

      # A row for each student, combination and rung, with its days of marks as arrays.
      def marks(students, combinations)
        days = of(@db[:marks].where(club_id: @club_id, taken_back_at: nil), students, combinations)
          .group(:student_id, :combination_id, :rung, :on)
          .select(:student_id, :combination_id, :rung, :on, Sequel.function(:sum, :attempted).as(:attempted),
            Sequel.function(:sum, :clean).as(:clean))
        lists = %i[on attempted clean].map { |column| Sequel.function(:array_agg, column).order(:on).as(column) }
        @db.from(days.as(:days)).group(:student_id, :combination_id, :rung)
          .select(:student_id, :combination_id, :rung, *lists)
      end

      def kept(row, half_life)
        marks = row[:on].zip(row[:attempted], row[:clean]).map do |on, attempted, clean|
          Core::Book::Mastery::Mark.new(on: on, attempted: attempted.to_i, clean: clean.to_i)
        end
        row.slice(:student_id, :combination_id, :rung).merge(club_id: @club_id,
          **Core::Book::Evidence.of(marks, half_life: half_life)
          .then { |evidence| evidence.to_h.merge(due_on: evidence.due_on) })
      end
    end
  end
end
