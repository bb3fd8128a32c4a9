module JauntyBell
  module Store
    # What one student tells on their own page. Facts carry ids made by the device: told twice they are kept once.
    class OwnWord
      def initialize(db, club_id, student_id)
        @db = db
        @club_id = club_id
        @student_id = student_id
      end

      # That they come to a class, come late or not at all; what was told last stands.
      def coming(class_id:, word:, minutes:, at:)
        row = {club_id: @club_id, student_id: @student_id, class_id: class_id, word: word, minutes: minutes, at: at}
        @db[:comings].insert_conflict(target: %i[club_id class_id student_id], update: row.slice(:word, :minutes, :at),
          update_where: Sequel[:comings][:at] <= at).insert(row)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Missing, "This class is not in your club."
      end

      # First names of whom they work with in a class, as last paired.
      def partners(class_id)
        pair = @db[:pairings].where(club_id: @club_id, class_id: class_id)
          .where(Sequel.lit("student_ids @> ?", Sequel.pg_array([@student_id], :uuid))).reverse(:at).get(:student_ids)
        return [] unless pair
        @db[:students].where(club_id: @club_id, id: pair.to_a - [@student_id]).order(:name, :id)
          .select_map(:name).map { |name| name.split.first }
      end

      # {class id => {word:, minutes:}}
      def comings(class_ids) =
        mine(:comings).where(class_id: class_ids).select(:class_id, :word, :minutes).to_hash(:class_id)

      # How hard a class, a session elsewhere or homework was. Raises Conflict where another was told of the class.
      def effort(id:, on:, effort:, minutes:, at:, class_id: nil, title: nil, homework_id: nil)
        said = class_id && mine(:efforts).where(class_id: class_id, by_student: true, taken_back_at: nil).first
        if said && said[:id] != id
          return if said[:effort] == effort
          raise Conflict.new("You told #{Core::Words.number(said[:effort])} of this class already. Ask a coach where " \
            "it was meant otherwise.", path: "effort")
        end
        @db[:efforts].insert_conflict(target: %i[club_id id]).insert(club_id: @club_id, id: id,
          student_id: @student_id, class_id: class_id, on: on, effort: effort, minutes: minutes, estimated: false,
          by_student: true, title: title, homework_id: homework_id, at: at)
      end

      # {class id => effort} of what was told here of classes.
      def efforts(class_ids) =
        mine(:efforts).where(class_id: class_ids, by_student: true, taken_back_at: nil)
          .select_hash(:class_id, Sequel[:effort].cast(Float).as(:effort))

      # Sessions told here since a day, newest first: {id:, on:, effort:, minutes:, title:}.
      def sessions(since) =
        mine(:efforts).where(class_id: nil, by_student: true, taken_back_at: nil).where { on >= since }
          .reverse(:on, :at).select(:id, :on, Sequel[:effort].cast(Float).as(:effort), :minutes, :title).all

      # How they are on a day; what was told last stands. `said` of sleep, soreness and mood, 1 to 5 or nil.
      def wellbeing(on:, at:, **said)
        row = {club_id: @club_id, student_id: @student_id, on: on, at: at, **said}
        @db[:wellbeings].insert_conflict(target: %i[club_id student_id on],
          update: row.except(:club_id, :student_id, :on)).insert(row)
      end

      # {sleep:, soreness:, mood:} as told of a day, or nil.
      def wellbeing_on(day) = mine(:wellbeings).first(on: day)&.slice(:sleep, :soreness, :mood)

      # Something a coach must see.
      def tiding(id:, kind:, text:, at:, guardian:, matter: nil)
        @db[:tidings].insert_conflict(target: %i[club_id id]).returning(:id).insert(club_id: @club_id, id: id,
          student_id: @student_id, kind: kind, matter: matter, text: text, guardian: guardian, at: at).any?
      end

      # What was asked of the club, newest first, with what it answered.
      def requests =
        mine(:tidings).where(kind: %w[correct erase]).reverse(:at).select(:id, :kind, :text, :at, :seen_at, :answer).all

      # --- homework

      # The row as it is kept.
      def keep_homework(id:, on:, minutes:, home:, made:, signature:, set_by: nil, due_on: nil)
        @db[:homeworks].insert_conflict(target: %i[club_id id]).insert(club_id: @club_id, id: id,
          student_id: @student_id, set_by: set_by, on: on, due_on: due_on, minutes: minutes,
          home: Sequel.pg_jsonb(home), made: Sequel.pg_jsonb(made), signature: signature, at: Clock.now)
        homework(id)
      end

      # Raises Missing.
      def homework(id) = mine(:homeworks).first(id: id) || raise(Missing, "There is no such homework.")

      # How many they had made on a day.
      def made_on(day) = mine(:homeworks).where(on: day, set_by: nil).count

      # Signatures of what was made since a day.
      def signatures(since) = mine(:homeworks).where { on >= since }.select_map(:signature)

      # What is still to do: what they had made last, and what coaches have set until `today` or later, with who set it.
      def to_do(today)
        open = mine(:homeworks).where(done_at: nil)
        last = open.where(set_by: nil).reverse(:on, :at).limit(1).select(:id)
        open.where(Sequel.|({Sequel[:homeworks][:id] => last}, Sequel[:homeworks][:due_on] >= today))
          .left_join(:accounts, id: :set_by).order(:due_on, Sequel.desc(Sequel[:homeworks][:at]))
          .select_all(:homeworks).select_append(Sequel[:accounts][:name].as(:coach)).all
      end

      # What was done of it, newest first: {id:, on:, minutes:, done_s:, effort:}.
      def done_lately(limit: 10) =
        mine(:homeworks).exclude(done_at: nil).reverse(:done_at).limit(limit)
          .select(:id, :on, :minutes, :done_s, :effort).all

      # What there was where they did homework last, or nil.
      def last_home = mine(:homeworks).reverse(:at).get(:home)&.to_h

      # What was done of it, once.
      def done(id, seconds:, effort:, at:) =
        mine(:homeworks).where(id: id, done_at: nil).update(done_at: at, done_s: seconds, effort: effort)

      private

      def mine(table) =
        @db[table].where(Sequel[table][:club_id] => @club_id, Sequel[table][:student_id] => @student_id)
    end
  end
end
