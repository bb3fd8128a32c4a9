module JauntyBell
  module Store
    # The facts of many students over weeks, read for the Book: sessions, marks, when they came. What was written down
    # of one student is in their Diary.
    class Book
      include OfStudents

      Session = Core::Book::Session
      Try = Core::Book::WeakLinks::Try

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {student id => [Core::Book::Session]}, in one query.
      def sessions(students:, since: nil)
        set = efforts_of(students)
        set = set.where { on >= since } if since
        dates = Hash.new { |hash, number| hash[number] = Date.jd(number) } # each made once for all who trained on it
        set.order(:on, :at).select_map([:student_id, Sequel.extract(:julian, :on).cast(Integer).as(:jd),
          Sequel[:effort].cast(Float).as(:effort), :minutes, :estimated, Sequel.expr(class_id: nil).as(:elsewhere),
          :title]).each_with_object(Hash.new { |hash, id| hash[id] = [] }) do |row, found|
          student, number, effort, minutes, estimated, elsewhere, title = row
          found[student] << Session.new(on: dates[number], effort: effort, minutes: minutes, estimated: estimated,
            elsewhere: elsewhere, title: title, sum: nil)
        end
      end

      # {Monday => load} of the whole club since a day.
      def week_loads(since:)
        set = efforts_of(nil).where { on >= since }.group(Sequel.lit("date_trunc('week', \"on\")::date"))
          .select(Sequel.lit("date_trunc('week', \"on\")::date AS monday"),
            Sequel.function(:sum, Sequel[:effort] * :minutes).as(:load))
        set.to_hash(:monday, :load).transform_values(&:to_f)
      end

      # {student id => load} since a day.
      def loads(students:, since:) =
        efforts_of(students).where { on >= since }.group(:student_id)
          .select_hash(:student_id, Sequel.function(:sum, Sequel[:effort] * :minutes).cast(Float).as(:load))

      # {student id => day of the first session there is}
      def first_days(students)
        first = counting(:efforts, Sequel[:students][:id]).order(:on).limit(1).select(:on)
        @db[:students].where(club_id: @club_id, id: students).select_map([:id, first.as(:on)]).to_h.compact
      end

      # {student id => [Core::Book::WeakLinks::Try]} of the marks that count since a day, in one query, added up where
      # they say the same.
      def tries(students:, since:)
        set = of(:marks, students).where(taken_back_at: nil).where { on >= since }
          .where(Sequel.|(Sequel[:clean] > 0, Sequel.~(broke_at: nil)))
        sums = %i[attempted clean].map { |column| Sequel.function(:sum, column).as(column) }
        set.group(:student_id, :combination_id, :on, :broke_at)
          .select(:student_id, :combination_id, :on, :broke_at, *sums)
          .each_with_object(Hash.new { |hash, id| hash[id] = [] }) do |row, found|
          found[row[:student_id]] << Try.new(on: row[:on], combination_id: row[:combination_id],
            attempted: row[:attempted].to_i, clean: row[:clean].to_i, broke_at: row[:broke_at])
        end
      end

      # {student id => day of their last class up to `day`}
      def last_came(students, day)
        took_place(students).from_self.where { on <= day }.group(:student_id)
          .select_hash(:student_id, Sequel.function(:max, :on).as(:on))
      end

      # {student id => [days]} they came to a class on: the last one `within` days or more before `day`, and those
      # since.
      def came(students, day, within:)
        set = took_place(students).from_self.where { on <= day }
        before = set.where { on <= day - within }.group(:student_id)
          .select_hash(:student_id, Sequel.function(:max, :on).as(:on))
        since = set.where { on > day - within }.distinct.select_hash_groups(:student_id, :on)
        (before.keys | since.keys).to_h { |id| [id, [before[id], *since[id]].compact] }
      end

      # {student id => [days]} of the classes since a day they were at and whose effort nobody has said.
      def unasked(students, since:)
        answered = @db[:efforts].where(club_id: @club_id, class_id: Sequel[:presences][:class_id],
          student_id: Sequel[:presences][:student_id], taken_back_at: nil)
        took_place(students).where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date - 1", since) }
          .exclude(answered.exists).from_self.where { on >= since }.order(:on).select_hash_groups(:student_id, :on)
      end

      # Names of combinations by id, archived ones too.
      def combination_names = @db[:combinations].where(club_id: @club_id).select_hash(:id, :name)

      private

      def efforts_of(students) = counting(:efforts, students)

      # Classes that took place, a row for each student who was there, with the day.
      def took_place(students) =
        on_day(of(:presences, students).join(:classes, club_id: :club_id, id: :class_id).exclude(ended_at: nil))
          .select_append(Sequel[:presences][:student_id])
    end
  end
end
