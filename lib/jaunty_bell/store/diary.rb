module JauntyBell
  module Store
    # What was written down of one student, class by class.
    class Diary
      include OfStudents

      def initialize(db, club_id, student_id)
        @db = db
        @club_id = club_id
        @student_id = student_id
      end

      # Efforts, newest first, each with what its session is called.
      def efforts(limit: 20)
        efforts_with_class(@student_id).order(Sequel.desc(Sequel[:efforts][:on]), Sequel.desc(:at)).limit(limit)
          .select(Sequel[:efforts][:id], Sequel[:efforts][:on], :effort, Sequel[:efforts][:minutes], :estimated,
            :class_id, titled).all
      end

      # Every mark on a combination, newest first, taken back ones too: {id:, rung:, on:, attempted:, clean:, broke_at:,
      # rubric:, taken_back_at:, coach:, title:}.
      def marks(combination_id)
        of(:marks, @student_id).where(combination_id: combination_id).left_join(:accounts, id: :coach_id)
          .left_join(:classes, club_id: Sequel[:marks][:club_id], id: Sequel[:marks][:class_id])
          .order(Sequel.desc(Sequel[:marks][:on]), Sequel.desc(:at))
          .select(Sequel[:marks][:id], :rung, Sequel[:marks][:on], :attempted, :clean, :broke_at, :feed, :rubric,
            :taken_back_at, Sequel[:accounts][:name].as(:coach), Sequel[:classes][:title]).all
      end

      # Who marked last, and when: {[combination id, rung] => {on:, coach:}}.
      def last_marked
        counting(:marks, @student_id).left_join(:accounts, id: :coach_id)
          .distinct(:combination_id, :rung).order(:combination_id, :rung, Sequel.desc(:at))
          .select(:combination_id, :rung, :on, Sequel[:accounts][:name].as(:coach)).to_hash(%i[combination_id rung])
      end

      # {Monday => {marks: sets marked, notes:, knocks:}} since a day, in one query.
      def by_week(since:)
        sets = [marks_by_week(since), *%i[notes knocks].map { |table| said_by_week(table, since) }]
        sums = sets.reduce { |all, set| all.union(set, all: true, from_self: false) }.from_self.group(:monday, :what)
          .select(:monday, :what, Sequel.function(:sum, :count).cast(Integer).as(:count))
        weeks = Hash.new { |hash, monday| hash[monday] = {marks: 0, notes: 0, knocks: 0} }
        sums.each_with_object(weeks) { |row, found| found[row[:monday]][row[:what].to_sym] = row[:count] }
      end

      # The last classes, newest first, with what was written down in each: rows {class_id:, title:, on:, over: whether
      # it is, minutes: as worked out, or nil, effort: {effort:, minutes:, estimated:} as said, or nil, partners:
      # [names], notes: [texts], knocks: [{matter:, text:}], broke: [{combination_id:, name:, at:, times:}]}. A dozen
      # queries.
      def classes(limit: 10)
        rows = on_day(of(:presences, @student_id).join(:classes, club_id: :club_id, id: :class_id))
          .order(Sequel.desc(:starts_at))
          .limit(limit).select_append(:class_id, :title, Sequel.~(ended_at: nil).as(:over)).all
        ids = rows.map { |row| row[:class_id] }
        attended = Attended.new(@db, @club_id, ids, students: [@student_id])
        lists = {partners: partners(ids), notes: notes(ids), knocks: knocks(ids), broke: broke(ids)}
        said = efforts_said(ids)
        rows.map do |row|
          id = row[:class_id]
          row.merge(minutes: attended.minutes(id, @student_id), effort: said[id]&.except(:class_id),
            **lists.transform_values { |by_class| by_class.fetch(id, []) })
        end
      end

      # What a strap or a sensor heard since a day, newest first, by round: [{class_id:, round:, round_title:, kind:,
      # samples:, on:, title:}].
      def recordings(since:)
        on_day(of(:recordings, @student_id).join(:classes, club_id: :club_id, id: :class_id))
          .where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date", since) }.order(Sequel.desc(:starts_at), :round)
          .select_append(:class_id, :round, :kind, :samples, :title, round_title.as(:round_title)).all
      end

      private

      def monday(day) = Sequel.lit("date_trunc('week', ?)::date AS monday", day)

      def marks_by_week(since)
        counting(:marks, @student_id).where { on >= since }.select(monday(:on), Sequel.lit("'marks' AS what"),
          Sequel[:attempted].as(:count))
      end

      def said_by_week(table, since)
        day = Sequel.lit("at AT TIME ZONE (?)", zone)
        of(table, @student_id).where { Sequel[table][:at] >= Sequel.lit("?::date", since) }
          .select(monday(day), Sequel.lit("?::text AS what", table.to_s), Sequel.lit("1 AS count"))
      end

      # {class id => names of whom they worked with}
      def partners(class_ids)
        other = Sequel.case({{one_id: @student_id} => :two_id}, :one_id)
        @db[:partners].where(Sequel[:partners][:club_id] => @club_id, :class_id => class_ids)
          .where(Sequel.|({one_id: @student_id}, {two_id: @student_id}))
          .join(:students, club_id: :club_id, id: other).order(:name).select_hash_groups(:class_id, :name)
      end

      def notes(class_ids) =
        of(:notes, @student_id).where(class_id: class_ids).order(:at).select_hash_groups(:class_id, :text)

      def knocks(class_ids)
        of(:knocks, @student_id).where(class_id: class_ids).order(:at).select(:class_id, :matter, :text)
          .to_hash_groups(:class_id)
      end

      # Where combinations broke, how often.
      def broke(class_ids)
        counting(:marks, @student_id).where(Sequel[:marks][:class_id] => class_ids).exclude(broke_at: nil)
          .join(:combinations, club_id: :club_id, id: :combination_id)
          .group(:class_id, :combination_id, :name, :broke_at)
          .order(:name, :broke_at)
          .select(:class_id, :combination_id, :name, Sequel[:broke_at].as(:at), Sequel.function(:count).*.as(:times))
          .to_hash_groups(:class_id)
      end

      def efforts_said(class_ids)
        counting(:efforts, @student_id).where(class_id: class_ids).select(:class_id, :effort, :minutes, :estimated)
          .to_hash(:class_id)
      end

      # Of a recording's round, as it was called when it rang.
      def round_title
        same = %i[club_id class_id round].to_h { |column| [column, Sequel[:recordings][column]] }
        @db[:round_runs].where(counts: true, **same).order(:at).limit(1).select(:title)
      end
    end
  end
end
