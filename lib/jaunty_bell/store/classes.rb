module JauntyBell
  module Store
    # Classes on dates: the club's calendar, and who is expected at each.
    class Classes
      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Classes that start between two times, with the number of students expected and present.
      def between(from, to) = listed(rows.where(starts_at: from...to)).all

      # Classes between two times, neither over nor called off, at which a student is expected.
      def expecting(student_id, from, to)
        listed(rows.where(starts_at: from...to, ended_at: nil, cancelled_at: nil)
          .where(expected_set.where(Sequel[:students][:id] => student_id).exists)).all
      end

      # Classes that began between two times (a Range) and ended after another, or are over and among these ids: rows
      # with their day, `on`.
      def over(began:, ended:, among:)
        rows.where(starts_at: began).exclude(ended_at: nil)
          .where(Sequel.|(Sequel[:ended_at] > ended, {Sequel[:classes][:id] => among}))
          .join(:clubs, id: Sequel[:classes][:club_id]).order(:starts_at, Sequel[:classes][:id])
          .select_all(:classes).select_append(day.as(:on)).all
      end

      # The next class of a group (of any, for nil) that is neither over nor called off, by Core::Calendar.next_from; or
      # nil.
      def next_of_group(group_id, time)
        open = rows.where(ended_at: nil, cancelled_at: nil, starts_at: Core::Calendar.next_from(time))
          .order(:starts_at, :id)
        found = (group_id ? open.where(group_id: group_id) : open).first or return
        between(found[:starts_at], found[:starts_at] + 1).find { |row| row[:id] == found[:id] }
      end

      # The next classes of a group that have a card and are neither over nor called off.
      def coming(group_id, time, most)
        rows.where(ended_at: nil, cancelled_at: nil, group_id: group_id).exclude(card_id: nil)
          .where { starts_at >= time }.order(:starts_at, :id).limit(most).all
      end

      # Whether other classes to come go by a card.
      def others_with_card?(card_id, id) =
        rows.where(ended_at: nil, cancelled_at: nil, card_id: card_id).exclude(id: id).any?

      # When each of these cards is drilled next: {card id => Time}, in one query.
      def next_with_cards(card_ids, time)
        return {} if card_ids.empty?
        rows.where(ended_at: nil, cancelled_at: nil, card_id: card_ids).where { starts_at >= time }
          .group(:card_id).select_hash(:card_id, Sequel.function(:min, :starts_at).as(:starts_at))
      end

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This class is not in your club.")

      # Where a class stands now (classes.live), as its leader said last and as time has gone on since; nil before the
      # first word. Raises Missing.
      def stands(id)
        live = find(id)[:live]
        return live unless live&.dig("ring", "running")
        since = ((Clock.now.to_f - live["told"]) * 1000).round
        live.to_h.merge("ring" => live["ring"].to_h.merge("gone" => live["ring"]["gone"] + since))
      end

      # Raises Conflict where the card or group is not the club's.
      def open(id:, card_id:, group_id:, coach_id:, title:, minutes:, starts_at:)
        row = {club_id: @club_id, id: id, card_id: card_id, group_id: group_id, coach_id: coach_id, title: title,
               minutes: minutes, starts_at: starts_at}
        @db.transaction(savepoint: true) { @db[:classes].insert_conflict(target: %i[club_id id]).insert(row) }
        find(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The card or the group of this class is not in your club.", path: "card_id")
      end

      # Puts a card into the calendar at a local time ("2026-12-01T18:30" in the club's time zone), and again every
      # week: `weeks` classes in one series. Returns their rows. Raises Conflict.
      def schedule(ids, at:, card_id:, group_id:, coach_id:, room:, title:, minutes:)
        series = (ids.first if ids.size > 1)
        facts = {club_id: @club_id, card_id: card_id, group_id: group_id, coach_id: coach_id, room: room, title: title,
                 minutes: minutes, series_id: series}
        guarding do
          @db[:classes].multi_insert(ids.each_with_index.map { |id, week|
            facts.merge(id: id, starts_at: local(at, week))
          })
          closures.settle
        end
        rows.where(id: ids).order(:starts_at).all
      end

      # Moves or changes a class that has not taken place, or with `following` it and all that follow in its series by
      # as much. Raises Missing or Conflict.
      def change(id, following: false, at: nil, **facts)
        row = to_come(id)
        shift = at ? shift_to(at, row) : 0
        guarding do
          touch(following ? later(row) : rows.where(id: id),
            facts.slice(:card_id, :coach_id, :room, :title, :minutes), shift)
          closures.settle
        end
        find(id)
      end

      # Calls a class off, or on again; with `following` the rest of its series too. Raises Missing or Conflict.
      def cancel(id, cancelled:, following: false)
        row = to_come(id)
        if !cancelled && (closure = closures.of_class(id))
          raise Conflict.new("The club is closed that day (#{closure}): take the closure back first.",
            path: "cancelled")
        end
        guarding do
          touch(following ? later(row) : rows.where(id: id),
            {cancelled_at: cancelled ? Clock.now : nil, closure_id: nil}, 0)
          closures.settle
        end
        find(id)
      end

      # Says of students that they are expected besides the group (true), or of the group are not (false): {student id
      # => bool}.
      def expect(id, students)
        find(id)
        guarding do
          students.each do |student_id, expected|
            @db[:class_guests].insert_conflict(target: %i[club_id class_id student_id], update: {expected: expected})
              .insert(club_id: @club_id, class_id: id, student_id: student_id, expected: expected)
          end
        end
      end

      # Rows of the students expected at a class, by name: who belonged to its group on its day, and who was said to
      # come.
      def expected_students(row)
        said = @db[:class_guests].where(club_id: @club_id, class_id: row[:id])
        @db[:students].where(club_id: @club_id)
          .where(Sequel.|(belonged(row[:group_id], day_of(row)), {id: said.where(expected: true).select(:student_id)}))
          .exclude(id: said.where(expected: false).select(:student_id)).order(:name, :id).all
      end

      # Classes of a group on a day of the club's.
      def of_day(group_id, day)
        listed(rows.where(group_id: group_id))
          .where(Sequel.lit("(classes.starts_at AT TIME ZONE clubs.time_zone)::date = ?", day)).all
      end

      # Every class of a group between two times, those called off too: what its calendar file holds.
      def of_group(group_id, from, to) = listed(rows.where(group_id: group_id, starts_at: from...to)).all

      # Ids of the combinations a group has drilled in class or been marked on.
      def met(group_id)
        held = @db[:round_runs].where(Sequel[:round_runs][:club_id] => @club_id, :counts => true)
          .join(:classes, club_id: :club_id, id: :class_id).where(group_id: group_id)
        marked = @db[:marks].where(club_id: @club_id,
          student_id: @db[:students].where(club_id: @club_id).where(members.of(group_id)).select(:id))
        held.exclude(combination_id: nil).select(:combination_id).union(marked.select(:combination_id))
          .select_map(:combination_id)
      end

      # Says that a class has taken place; saying so twice changes nothing.
      def close(id, ended_at)
        rows.where(id: id, ended_at: nil).update(ended_at: ended_at)
        find(id)
      end

      # The club's own day of a class.
      def day_of(row) = day_at(row[:starts_at])

      # The club's own day of an instant.
      def day_at(time) = @db.get(Sequel.lit("(?::timestamptz AT TIME ZONE (?))::date", time, zone))

      private

      # With the names of group and coach, and how many are expected, came and are visiting.
      def listed(set)
        set.join(:clubs, id: Sequel[:classes][:club_id])
          .left_join(:groups, club_id: Sequel[:classes][:club_id], id: Sequel[:classes][:group_id])
          .left_join(:accounts, id: Sequel[:classes][:coach_id])
          .select_all(:classes).select_append(Sequel[:groups][:name].as(:group_name),
            Sequel[:accounts][:name].as(:coach), expected.as(:expected), present.as(:present),
            visiting.as(:visiting), day.as(:on))
          .order(:starts_at, Sequel[:classes][:id])
      end

      def closures = Closures.new(@db, @club_id)

      def zone = @db[:clubs].where(id: @club_id).select(:time_zone)

      def rows = @db[:classes].where(Sequel[:classes][:club_id] => @club_id)

      # A local time of the club, so many weeks on, as the database counts it: summer time and winter time are its
      # business.
      def local(at, week)
        Sequel.lit("(?::timestamp + make_interval(days => ?)) AT TIME ZONE (?)", at, 7 * week, zone)
      end

      # Seconds on the clock on the wall from when a class begins to a local time.
      def shift_to(at, row)
        @db.get(Sequel.lit("extract(epoch FROM ?::timestamp - (?::timestamptz AT TIME ZONE (?)))", at,
          row[:starts_at], zone)).to_i
      end

      def to_come(id)
        row = find(id)
        raise Conflict.new("This class has taken place: what happened stays as it is.", path: "id") if row[:ended_at]
        row
      end

      def later(row) =
        if row[:series_id]
          rows.where(series_id: row[:series_id], ended_at: nil).where { starts_at >= row[:starts_at] }
        else
          rows.where(id: row[:id])
        end

      # A week on is a week by the clock on the wall: the shift is made in local time.
      def touch(set, facts, shift)
        moved = Sequel.lit("((starts_at AT TIME ZONE (?)) + make_interval(secs => ?)) AT TIME ZONE (?)",
          zone, shift, zone)
        set.update(facts.merge(starts_at: moved, revision: Sequel[:revision] + 1, changed_at: Clock.now))
      end

      def guarding(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This class is in the calendar already.")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The card, the group, the coach or a student of this class is not in your club.",
          path: "card_id")
      end

      # The club's own day.
      def day = Sequel.lit("(classes.starts_at AT TIME ZONE clubs.time_zone)::date")

      def expected = expected_set.select { count.function.* }

      # Of the students, who is expected at a class.
      def expected_set
        said = @db[:class_guests].where(club_id: @club_id, class_id: Sequel[:classes][:id],
          student_id: Sequel[:students][:id])
        @db[:students].where(club_id: @club_id).where(
          Sequel.&(Sequel.|(belonged(Sequel[:classes][:group_id], day), said.where(expected: true).exists),
            Sequel.~(said.where(expected: false).exists))
        )
      end

      # Of the students, who belonged to a group on a day and had not paused.
      def belonged(group_id, day) = Sequel.&(members.on(group_id, day), Sequel.~(members.paused(day)))

      def members = @members ||= Members.new(@db, @club_id)

      # Of those who came, how many had not been expected.
      def visiting
        said = @db[:class_guests].where(club_id: @club_id, class_id: Sequel[:classes][:id],
          student_id: Sequel[:students][:id])
        @db[:presences].where(Sequel[:presences][:club_id] => @club_id,
          Sequel[:presences][:class_id] => Sequel[:classes][:id])
          .join(:students, Sequel[:students][:club_id] => Sequel[:presences][:club_id],
            Sequel[:students][:id] => Sequel[:presences][:student_id])
          .exclude(belonged(Sequel[:classes][:group_id], day)).exclude(said.where(expected: true).exists)
          .select { count.function.* }
      end

      def present
        @db[:presences].where(club_id: @club_id, class_id: Sequel[:classes][:id])
          .select { count.function.* + Sequel[:classes][:erased] }
      end
    end
  end
end
