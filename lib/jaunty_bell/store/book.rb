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

      # Names of combinations by id, archived ones too.
      def combination_names = @db[:combinations].where(club_id: @club_id).select_hash(:id, :name)

      private

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
