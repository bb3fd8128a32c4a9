module JauntyBell
  module Store
    # The facts of students over weeks, read for the Book: efforts by day, marks by combination and rung.
    class Book
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Loads by student and day: {student id => {Date => load}}, one query for the whole club or one student.
      def loads(student_id: nil, since: nil)
        set = of(:efforts, student_id).group(:student_id, :on).select(:student_id, :on, Sequel.function(:sum, Sequel[:effort] * :minutes).as(:load))
        set = set.where { on >= since } if since
        set.each_with_object(Hash.new { |hash, id| hash[id] = {} }) { |row, found| found[row[:student_id]][row[:on]] = row[:load].to_f }
      end

      # Efforts of one student, newest first, with the class they belong to.
      def efforts(student_id, limit: 20)
        of(:efforts, student_id).left_join(:classes, club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id])
          .select(Sequel[:efforts][:id], Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], :estimated, :title)
          .order(Sequel.desc(Sequel[:efforts][:on]), Sequel.desc(:at)).limit(limit).all
      end

      # Marks that count: {student id => {[combination id, rung] => [Mark]}}, one query for the whole club or one student.
      def marks(student_id: nil)
        rows = of(:marks, student_id).where(taken_back_at: nil).group(:student_id, :combination_id, :rung, :on)
          .select(:student_id, :combination_id, :rung, :on, Sequel.function(:sum, :attempted).as(:attempted), Sequel.function(:sum, :clean).as(:clean))
        rows.each_with_object(Hash.new { |hash, id| hash[id] = Hash.new { |inner, key| inner[key] = [] } }) do |row, found|
          found[row[:student_id]][[row[:combination_id], row[:rung]]] <<
            Core::Book::Mastery::Mark.new(on: row[:on], attempted: row[:attempted].to_i, clean: row[:clean].to_i)
        end
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

      def of(table, student_id)
        set = @db[table].where(Sequel[table][:club_id] => @club_id)
        student_id ? set.where(Sequel[table][:student_id] => student_id) : set
      end
    end
  end
end
