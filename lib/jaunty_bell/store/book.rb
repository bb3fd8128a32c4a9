module JauntyBell
  module Store
    # The facts of students over weeks, read for the Book: sessions, marks, what was written down in class.
    class Book
      Session = Core::Book::Session
      Try = Core::Book::WeakLinks::Try

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # {student id => [Core::Book::Session]}, in one query.
      def sessions(students:, since: nil)
        set = efforts_of(students).select(:student_id, :on, :effort, :minutes, :estimated, :class_id, :title)
        set = set.where { on >= since } if since
        set.order(:on, :at).each_with_object(Hash.new { |hash, id| hash[id] = [] }) do |row, found|
          found[row[:student_id]] << Session.new(on: row[:on], effort: row[:effort].to_f, minutes: row[:minutes], estimated: row[:estimated], elsewhere: row[:class_id].nil?, title: row[:title])
        end
      end

      # {Monday => load} of the whole club since a day.
      def week_loads(since:)
        set = efforts_of(nil).where { on >= since }.group(Sequel.lit("date_trunc('week', \"on\")::date")).select(Sequel.lit("date_trunc('week', \"on\")::date AS monday"), Sequel.function(:sum, Sequel[:effort] * :minutes).as(:load))
        set.to_hash(:monday, :load).transform_values(&:to_f)
      end

      # {student id => load} since a day.
      def loads(students:, since:) = efforts_of(students).where { on >= since }.group(:student_id).select_hash(:student_id, Sequel.function(:sum, Sequel[:effort] * :minutes).cast(Float).as(:load))

      # {student id => day of the first session there is}
      def first_days(students) = efforts_of(students).group(:student_id).select_hash(:student_id, Sequel.function(:min, :on).as(:on))

      # Efforts of one student, newest first, with the class they belong to.
      def efforts(student_id, limit: 20)
        efforts_of(student_id).left_join(:classes, club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id])
          .select(Sequel[:efforts][:id], Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], :estimated, :class_id, Sequel.function(:coalesce, Sequel[:classes][:title], Sequel[:efforts][:title]).as(:title))
          .order(Sequel.desc(Sequel[:efforts][:on]), Sequel.desc(:at)).limit(limit).all
      end

      # Every mark of one student on a combination, newest first, taken back ones too: {id:, rung:, on:, attempted:, clean:, broke_at:, rubric:, taken_back_at:, coach:, title:}.
      def history(student_id, combination_id)
        of(:marks, student_id).where(combination_id: combination_id).left_join(:accounts, id: :coach_id)
          .left_join(:classes, club_id: Sequel[:marks][:club_id], id: Sequel[:marks][:class_id])
          .select(Sequel[:marks][:id], :rung, Sequel[:marks][:on], :attempted, :clean, :broke_at, :rubric, :taken_back_at, Sequel[:accounts][:name].as(:coach), Sequel[:classes][:title])
          .order(Sequel.desc(Sequel[:marks][:on]), Sequel.desc(:at)).all
      end

      # {student id => [Core::Book::WeakLinks::Try]} of the marks that count since a day, in one query, added up where they say the same.
      def tries(students:, since:)
        set = of(:marks, students).where(taken_back_at: nil).where { on >= since }.where(Sequel.|(Sequel[:clean] > 0, Sequel.~(broke_at: nil)))
        sums = %i[attempted clean].map { |column| Sequel.function(:sum, column).as(column) }
        set.group(:student_id, :combination_id, :on, :broke_at).select(:student_id, :combination_id, :on, :broke_at, *sums).each_with_object(Hash.new { |hash, id| hash[id] = [] }) do |row, found|
          found[row[:student_id]] << Try.new(on: row[:on], combination_id: row[:combination_id], attempted: row[:attempted].to_i, clean: row[:clean].to_i, broke_at: row[:broke_at])
        end
      end

      # Who marked last, and when, by combination and rung of one student.
      def last_marked(student_id)
        of(:marks, student_id).where(taken_back_at: nil).left_join(:accounts, id: :coach_id)
          .distinct(:combination_id, :rung).order(:combination_id, :rung, Sequel.desc(:at))
          .select(:combination_id, :rung, :on, Sequel[:accounts][:name].as(:coach))
          .to_hash([:combination_id, :rung])
      end

      # {student id => day of their last class up to `day`}
      def last_came(students, day)
        held(students).from_self.where { on <= day }.group(:student_id).select_hash(:student_id, Sequel.function(:max, :on).as(:on))
      end

      # {student id => [days]} they came to a class on: the last one `within` days or more before `day`, and those since.
      def came(students, day, within:)
        set = held(students).from_self.where { on <= day }
        before = set.where { on <= day - within }.group(:student_id).select_hash(:student_id, Sequel.function(:max, :on).as(:on))
        since = set.where { on > day - within }.distinct.select_hash_groups(:student_id, :on)
        (before.keys | since.keys).to_h { |id| [id, [before[id], *since[id]].compact] }
      end

      # {student id => [days]} of the classes since a day they were at and whose effort nobody has told.
      def unasked(students, since:)
        told = @db[:efforts].where(club_id: @club_id, class_id: Sequel[:presences][:class_id], student_id: Sequel[:presences][:student_id], taken_back_at: nil)
        held(students).where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date - 1", since) }.exclude(told.exists).from_self.where { on >= since }.order(:on).select_hash_groups(:student_id, :on)
      end

      # {Monday => {marks: sets marked, notes:, knocks:}} of one student since a day, in one query.
      def by_week(student_id, since:)
        zone = @db[:clubs].where(id: @club_id).select(:time_zone)
        monday = ->(day) { Sequel.lit("date_trunc('week', ?)::date AS monday", day) }
        at = Sequel.lit("at AT TIME ZONE (?)", zone)
        marks = of(:marks, student_id).where(taken_back_at: nil).where { on >= since }.select(monday.call(:on), Sequel.lit("'marks' AS what"), Sequel[:attempted].as(:count))
        told = %i[notes knocks].map { |table| of(table, student_id).where { Sequel[table][:at] >= Sequel.lit("?::date", since) }.select(monday.call(at), Sequel.lit("?::text AS what", table.to_s), Sequel.lit("1 AS count")) }
        told.reduce(marks) { |all, set| all.union(set, all: true, from_self: false) }.from_self.group(:monday, :what).select(:monday, :what, Sequel.function(:sum, :count).cast(Integer).as(:count))
          .each_with_object(Hash.new { |hash, week| hash[week] = {marks: 0, notes: 0, knocks: 0} }) { |row, weeks| weeks[row[:monday]][row[:what].to_sym] = row[:count] }
      end

      # The last classes of a student, newest first, with what was written down in each: rows {class_id:, title:, on:, over: whether it is,
      # minutes: as worked out, or nil, effort: {effort:, minutes:, estimated:} as told, or nil, partners: [names], notes: [texts],
      # knocks: [{matter:, text:}], broke: [{name:, at:, times:}]}. A dozen queries.
      def classes(student_id, limit: 10)
        rows = on_day(of(:presences, student_id).join(:classes, club_id: :club_id, id: :class_id)).order(Sequel.desc(:starts_at)).limit(limit)
          .select_append(:class_id, :title, Sequel.~(ended_at: nil).as(:over)).all
        ids = rows.map { |row| row[:class_id] }
        attended, told = Attended.new(@db, @club_id, ids, students: [student_id]), efforts_of(student_id).where(class_id: ids).select(:class_id, :effort, :minutes, :estimated).to_hash(:class_id)
        partners, written = partners(student_id, ids), written(student_id, ids)
        rows.map { |row| row.merge(minutes: attended.minutes(row[:class_id], student_id), effort: told[row[:class_id]]&.except(:class_id), partners: partners.fetch(row[:class_id], []), **written.transform_values { |by_class| by_class.fetch(row[:class_id], []) }) }
      end

      # What a strap or a sensor heard of a student since a time, newest first, by round: [{class_id:, round:, round_title:, kind:, samples:, on:, title:}].
      def recordings(student_id, since:)
        on_day(of(:recordings, student_id).join(:classes, club_id: :club_id, id: :class_id)).where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date", since) }
          .order(Sequel.desc(:starts_at), :round).select_append(:class_id, :round, :kind, :samples, :title, round_title.as(:round_title)).all
      end

      # Rows of what can be taken out as a table, by the columns Files::Intake reads: "roster", "log" or "marks".
      def table(kind)
        named = {club_id: :club_id, id: :student_id}
        case kind
        when "roster"
          @db[:students].where(Sequel[:students][:club_id] => @club_id).join(:groups, club_id: :club_id, id: :group_id).order(Sequel[:students][:name])
            .select(Sequel[:students][:name].as(:student), Sequel[:groups][:name].as(:group), :stance, :level, :born_on, :kg, :emergency_name, :emergency_phone, :guardian, Sequel[:trains_elsewhere].as(:elsewhere))
        when "log"
          efforts_of(nil).join(:students, named).left_join(:classes, club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id]).order(Sequel[:efforts][:on], Sequel[:students][:name])
            .select(Sequel[:students][:name].as(:student), Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], Sequel.function(:coalesce, Sequel[:classes][:title], Sequel[:efforts][:title]).as(:title), :estimated)
        when "marks"
          of(:marks, nil).where(taken_back_at: nil).join(:students, named).join(:combinations, club_id: Sequel[:marks][:club_id], id: Sequel[:marks][:combination_id]).order(Sequel[:marks][:on], Sequel[:students][:name])
            .select(Sequel[:students][:name].as(:student), Sequel[:combinations][:name].as(:combination), :rung, :on, :attempted, :clean)
        end
      end

      # Names of combinations by id, archived ones too.
      def combination_names = @db[:combinations].where(club_id: @club_id).select_hash(:id, :name)

      private

      # Of a recording's round, as it was called when it rang.
      def round_title
        @db[:round_runs].where(club_id: Sequel[:recordings][:club_id], class_id: Sequel[:recordings][:class_id], round: Sequel[:recordings][:round], counts: true).order(:at).limit(1).select(:title)
      end

      def efforts_of(students) = of(:efforts, students).where(Sequel[:efforts][:taken_back_at] => nil)

      # With the club's own day of each class.
      def on_day(set)
        zone = @db[:clubs].where(id: @club_id).select(:time_zone)
        set.select(Sequel.lit("(classes.starts_at AT TIME ZONE (?))::date AS \"on\"", zone))
      end

      # Classes that were held, a row for each student who was there, with the day.
      def held(students) = on_day(of(:presences, students).join(:classes, club_id: :club_id, id: :class_id).exclude(ended_at: nil)).select_append(Sequel[:presences][:student_id])

      # {class id => names of whom they worked with}
      def partners(student_id, class_ids)
        others = Sequel.case({{one_id: student_id} => :two_id}, :one_id)
        @db[:partners].where(Sequel[:partners][:club_id] => @club_id, :class_id => class_ids).where(Sequel.|({one_id: student_id}, {two_id: student_id}))
          .join(:students, club_id: :club_id, id: others).order(:name).select_hash_groups(:class_id, :name)
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

      # `students` is an id, a list of ids, or nil for the whole club.
      def of(table, students)
        set = @db[table].where(Sequel[table][:club_id] => @club_id)
        students ? set.where(Sequel[table][:student_id] => students) : set
      end
    end
  end
end
