module JauntyBell
  module Store
    # The facts of students over weeks, read for the Book: efforts by day, marks by combination and rung.
    class Book
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Loads by student and day: {student id => {Date => load}}, one query for these students (one, several, or all).
      def loads(students: nil, since: nil)
        set = of(:efforts, students).group(:student_id, :on).select(:student_id, :on, Sequel.function(:sum, Sequel[:effort] * :minutes).as(:load))
        set = set.where { on >= since } if since
        set.each_with_object(Hash.new { |hash, id| hash[id] = {} }) { |row, found| found[row[:student_id]][row[:on]] = row[:load].to_f }
      end

      # Efforts of one student, newest first, with the class they belong to.
      def efforts(student_id, limit: 20)
        of(:efforts, student_id).left_join(:classes, club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id])
          .select(Sequel[:efforts][:id], Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], :estimated, :title)
          .order(Sequel.desc(Sequel[:efforts][:on]), Sequel.desc(:at)).limit(limit).all
      end

      # Marks that count: {student id => {[combination id, rung] => [Mark]}}, one query for these students (one, several,
      # or the whole club), a row for each student, combination and rung.
      def marks(students: nil)
        days = of(:marks, students).where(taken_back_at: nil).group(:student_id, :combination_id, :rung, :on)
          .select(:student_id, :combination_id, :rung, :on, Sequel.function(:sum, :attempted).as(:attempted), Sequel.function(:sum, :clean).as(:clean))
        lists = %i[on attempted clean].map { |column| Sequel.function(:array_agg, column).order(:on).as(column) }
        rows = @db.from(days.as(:days)).group(:student_id, :combination_id, :rung).select(:student_id, :combination_id, :rung, *lists)
        rows.each_with_object(Hash.new { |hash, id| hash[id] = {} }) { |row, found| found[row[:student_id]][[row[:combination_id], row[:rung]]] = marks_of(row) }
      end

      # Who marked last, and when, by combination and rung of one student.
      def last_marked(student_id)
        of(:marks, student_id).where(taken_back_at: nil).left_join(:accounts, id: :coach_id)
          .distinct(:combination_id, :rung).order(:combination_id, :rung, Sequel.desc(:at))
          .select(:combination_id, :rung, :on, Sequel[:accounts][:name].as(:coach))
          .to_hash([:combination_id, :rung])
      end

      # The last classes of a student, newest first, with what was written down in each: rows {class_id:, title:, on:, left_at:,
      # partners: [names], notes: [texts], knocks: [{matter:, text:}], broke: [{name:, at:, times:}]}. Five queries.
      def classes(student_id, limit: 10)
        zone = @db[:clubs].where(id: @club_id).select(:time_zone)
        rows = of(:attendances, student_id).join(:classes, club_id: :club_id, id: :class_id).order(Sequel.desc(:starts_at)).limit(limit)
          .select(:class_id, :title, Sequel.lit("(starts_at AT TIME ZONE (?))::date AS \"on\"", zone)).all
        ids = rows.map { |row| row[:class_id] }
        partners, written = partners(student_id, ids), written(student_id, ids)
        rows.map { |row| row.merge(partners: partners.fetch(row[:class_id], []), **written.transform_values { |by_class| by_class.fetch(row[:class_id], []) }) }
      end

      # Names of combinations by id, archived ones too.
      def combination_names = @db[:combinations].where(club_id: @club_id).select_hash(:id, :name)

      private

      # {class id => names of whom they worked with}
      def partners(student_id, class_ids)
        groups = @db[:pairings].where(club_id: @club_id, class_id: class_ids).where(Sequel.lit("student_ids @> ?", Sequel.pg_array([student_id], :uuid))).select_map(%i[class_id student_ids])
        names = @db[:students].where(club_id: @club_id, id: groups.flat_map { |_, ids| ids.to_a }.uniq).select_hash(:id, :name)
        groups.each_with_object({}) { |(id, ids), found| found[id] = (found[id].to_a + names.values_at(*(ids.to_a - [student_id]))).uniq }
      end

      # {notes:, knocks:, broke:}, each {class id => list}
      def written(student_id, class_ids)
        there = {class_id: class_ids}
        broke = of(:marks, student_id).where(Sequel[:marks][:class_id] => class_ids, :taken_back_at => nil).exclude(broke_at: nil)
          .join(:combinations, club_id: :club_id, id: :combination_id).group(:class_id, :name, :broke_at).order(:name, :broke_at)
          .select(:class_id, :name, Sequel[:broke_at].as(:at), Sequel.function(:count).*.as(:times))
        {notes: of(:notes, student_id).where(there).order(:at).select_hash_groups(:class_id, :text), knocks: of(:knocks, student_id).where(there).order(:at).select(:class_id, :matter, :text).to_hash_groups(:class_id),
         broke: broke.to_hash_groups(:class_id)}
      end

      def marks_of(row)
        row[:on].zip(row[:attempted], row[:clean]).map { |on, attempted, clean| Core::Book::Mastery::Mark.new(on: on, attempted: attempted.to_i, clean: clean.to_i) }
      end

      # `students` is an id, a list of ids, or nil for the whole club.
      def of(table, students)
        set = @db[table].where(Sequel[table][:club_id] => @club_id)
        students ? set.where(Sequel[table][:student_id] => students) : set
      end
    end
  end
end
