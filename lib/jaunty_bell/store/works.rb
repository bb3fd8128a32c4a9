module JauntyBell
  module Store
    # What classes came to (Core::Book::ClassWork), kept from when they were closed, and what of it each student was there for.
    class Works
      Round = Core::Book::ClassWork::Round
      Seat = Core::Book::ClassWork::Seat

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Keeps what a class came to: `rounds` of the core.
      def keep(class_id, rounds)
        stored = rounds.map { |round| round.to_h.merge(pair: round.pair.to_h, trio: round.trio.to_h) }
        @db[:class_works].insert_conflict(target: %i[club_id class_id], update: {rounds: Sequel.pg_jsonb(stored)}).insert(club_id: @club_id, class_id: class_id, rounds: Sequel.pg_jsonb(stored))
      end

      # {index of the run => seconds it was worked} as the Floor recorded it.
      def worked(class_id)
        @db[:round_runs].where(club_id: @club_id, class_id: class_id, counts: true).exclude(outcome: "skipped").group(:round).select_hash(:round, Sequel.function(:sum, :worked_s).cast(Integer).as(:worked_s))
      end

      # What one student did in each class since a day, newest first: [[day, class id, Core::Book::ClassWork::Tally]]. A round counts for who was there when it
      # ended. Five queries.
      def of_student(student, since:)
        rows = classes(student[:id], since).all
        ids = rows.map { |row| row[:class_id] }
        trios, ended, there = trios(student[:id], ids), ended(ids), presences(student[:id], ids)
        rows.map do |row|
          rounds = row[:rounds].map { |round| read(round) }.select { |round| there?(round, ended.fetch(row[:class_id], {}), there.fetch(row[:class_id])) }
          [row[:on], row[:class_id], Core::Book::ClassWork.sum(rounds, seats: trios.include?(row[:class_id]) ? 3 : 2, southpaw: student[:stance] == "southpaw")]
        end
      end

      private

      GRACE = 120 # seconds that somebody may be gone before a round's end and have been there for it

      def classes(student_id, since)
        zone = @db[:clubs].where(id: @club_id).select(:time_zone)
        @db[:presences].where(Sequel[:presences][:club_id] => @club_id, Sequel[:presences][:student_id] => student_id).join(:classes, club_id: :club_id, id: :class_id)
          .join(:class_works, club_id: Sequel[:classes][:club_id], class_id: Sequel[:classes][:id])
          .where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date", since) }.order(Sequel.desc(:starts_at))
          .select(Sequel[:classes][:id].as(:class_id), :rounds, Sequel.lit("(classes.starts_at AT TIME ZONE (?))::date AS \"on\"", zone), :starts_at)
      end

      # {class id => Core::Floor::Presence}
      def presences(student_id, class_ids)
        events = {attendances: {taken_back_at: nil}, departures: {}}.map do |table, but|
          @db[table].where(club_id: @club_id, student_id: student_id, class_id: class_ids, **but).select_hash_groups(:class_id, :at)
        end
        class_ids.to_h { |id| [id, Core::Floor::Presence.of(comings: events[0].fetch(id, []), goings: events[1].fetch(id, []))] }
      end

      def trios(student_id, class_ids)
        @db[:pairings].where(club_id: @club_id, class_id: class_ids).where(Sequel.lit("student_ids @> ? AND cardinality(student_ids) = 3", Sequel.pg_array([student_id], :uuid))).select_set(:class_id)
      end

      # {class id => {round => when it ended}}
      def ended(class_ids)
        @db[:round_runs].where(club_id: @club_id, class_id: class_ids, counts: true).order(:at).select(:class_id, :round, :at).each_with_object({}) do |row, found|
          (found[row[:class_id]] ||= {})[row[:round]] = row[:at]
        end
      end

      def there?(round, ended, presence)
        at = ended[round.index] or return true
        presence.at?(at, grace: GRACE)
      end

      def read(data)
        facts = data.to_h.transform_keys(&:to_sym)
        Round.new(**facts, pair: seat(facts[:pair]), trio: seat(facts[:trio]))
      end

      def seat(data) = Seat.new(**data.to_h.transform_keys(&:to_sym).transform_values { |value| value.respond_to?(:to_h) ? value.to_h : value })
    end
  end
end
