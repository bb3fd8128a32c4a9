module JauntyBell
  module Store
    # What happened in classes, from the facts of them: when each took place, when each student was there, with whom
    # they worked. Read once for all that are asked for; five queries.
    class Attended
      Floor = Core::Floor

      # `class_ids` of classes; `students` ids, or nil for everybody who came.
      def initialize(db, club_id, class_ids, students: nil)
        @db = db
        @club_id = club_id
        @ids = class_ids
        @students = students
      end

      # Whole minutes of one student in a class; nil where no bell rang in it.
      def minutes(class_id, student_id) = took_place(class_id).minutes(presence(class_id, student_id))

      # Core::Floor::TookPlace
      def took_place(class_id)
        (@took_place ||= {})[class_id] ||= Floor::TookPlace.new(bells: bells.fetch(class_id, [])
          .map { |row| row.values_at(:at, :running) },
          runs: runs.fetch(class_id, []).map { |row| row.values_at(:at, :worked_s) },
          till: (still_running(class_id) unless ended[class_id]))
      end

      # Core::Floor::Presence
      def presence(class_id, student_id)
        (@presences ||= {})[[class_id,
          student_id]] ||= Floor::Presence.of(comings: comings.fetch([class_id, student_id], []),
            goings: goings.fetch([class_id, student_id], []))
      end

      # Ids of who came to a class.
      def came(class_id) = comings.keys.select { |id, _| id == class_id }.map(&:last)

      # Core::Floor::Company
      def company(class_id)
        (@companies ||= {})[class_id] ||= Floor::Company.new(pairings.fetch(class_id, [])
          .map { |row| [row[:at], row[:student_ids].to_a] })
      end

      # {round => [[from, to], …]} of each round of a class that rang.
      def rang(class_id)
        runs.fetch(class_id, []).each_with_object(Hash.new { |hash, round| hash[round] = [] }) do |row, found|
          found[row[:round]] << [row[:at] - row[:worked_s], row[:at]] if row[:worked_s].positive?
        end
      end

      private

      # Of a class nobody has closed: now, but no longer than a round can last after the last that was heard of it.
      def still_running(class_id)
        heard = [*bells.fetch(class_id, []), *runs.fetch(class_id, [])].map { |row| row[:at] }.max
        heard && [Clock.now, heard + Core::Card::LONGEST_ROUND].min
      end

      def of(table) = @db[table].where(club_id: @club_id, class_id: @ids)

      def theirs(table) = @students ? of(table).where(student_id: @students) : of(table)

      def bells = @bells ||= of(:bells).select(:class_id, :at, :running).to_hash_groups(:class_id)

      def runs =
        @runs ||= of(:round_runs).where(counts: true).select(:class_id, :round, :worked_s, :at)
          .to_hash_groups(:class_id)

      def ended = @ended ||= @db[:classes].where(club_id: @club_id, id: @ids).select_hash(:id, :ended_at)

      def comings =
        @comings ||= theirs(:attendances).where(taken_back_at: nil).select_hash_groups(%i[class_id student_id], :at)

      def goings = @goings ||= theirs(:departures).select_hash_groups(%i[class_id student_id], :at)

      def pairings = @pairings ||= of(:pairings).select(:class_id, :student_ids, :at).to_hash_groups(:class_id)
    end
  end
end
