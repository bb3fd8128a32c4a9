module JauntyBell
  module Store
    # Classes on a date and the facts of them. Facts carry ids made by the device: sent twice, they are stored once.
    class Classes
      FACTS = {attendances: %i[id class_id student_id at], departures: %i[id class_id student_id at], pairings: %i[id class_id student_ids at],
               round_runs: %i[id class_id round title combination_id worked_s outcome device at], calls: %i[id class_id round combination_id at],
               marks: %i[id class_id student_id combination_id rung on attempted clean broke_at rubric at], notes: %i[id class_id student_id text at],
               knocks: %i[id class_id student_id matter text at], recordings: %i[id class_id student_id round kind samples at],
               efforts: %i[id class_id student_id on effort minutes estimated at], bells: %i[id class_id device running at]}.freeze
      TAKEN_BACK = %i[attendances marks efforts].freeze # what can be taken back
      SAID_BY = %i[marks notes knocks].freeze # whose coach is kept

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Classes that start between two times, with the number of students expected and present.
      def between(from, to)
        rows.where(starts_at: from...to).join(:clubs, id: Sequel[:classes][:club_id])
          .left_join(:groups, club_id: Sequel[:classes][:club_id], id: Sequel[:classes][:group_id])
          .left_join(:accounts, id: Sequel[:classes][:coach_id])
          .select_all(:classes).select_append(Sequel[:groups][:name].as(:group_name), Sequel[:accounts][:name].as(:coach), expected.as(:expected), present.as(:present), visiting.as(:visiting), day.as(:on))
          .order(:starts_at, Sequel[:classes][:id]).all
      end

      # The first class that is neither over nor called off and starts after `time`, or is under way since `grace` seconds.
      def next_after(time) = next_of_group(nil, time)

      # The next class of a group (of any, for nil) that is neither over nor called off, or nil.
      def next_of_group(group_id, time)
        open = rows.where(ended_at: nil, cancelled_at: nil).where { starts_at > time - UNDER_WAY }.where { starts_at < time + LOOKED_AHEAD }.order(:starts_at, :id)
        found = (group_id ? open.where(group_id: group_id) : open).first or return
        between(found[:starts_at], found[:starts_at] + 1).find { |row| row[:id] == found[:id] }
      end

      UNDER_WAY = 7_200 # seconds for which a class that has begun is still the next
      LOOKED_AHEAD = 28 * 86_400

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This class is not in your club.")

      # Raises Conflict where the card or group is not the club's.
      def open(id:, card_id:, group_id:, coach_id:, title:, minutes:, starts_at:)
        row = {club_id: @club_id, id: id, card_id: card_id, group_id: group_id, coach_id: coach_id, title: title, minutes: minutes, starts_at: starts_at}
        @db.transaction(savepoint: true) { @db[:classes].insert_conflict(target: %i[club_id id]).insert(row) }
        find(id)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The card or the group of this class is not in your club.", path: "card_id")
      end

      # Puts a card into the calendar at a local time ("2026-12-01T18:30" in the club's time zone), and again every week:
      # `weeks` classes in one series. Returns their rows. Raises Conflict.
      def schedule(ids, at:, card_id:, group_id:, coach_id:, room:, title:, minutes:)
        series = (ids.first if ids.size > 1)
        facts = {club_id: @club_id, card_id: card_id, group_id: group_id, coach_id: coach_id, room: room, title: title, minutes: minutes, series_id: series}
        guarding { @db[:classes].multi_insert(ids.each_with_index.map { |id, week| facts.merge(id: id, starts_at: local(at, week)) }) }
        rows.where(id: ids).order(:starts_at).all
      end

      # Moves or changes a class that has not been held, or with `following` it and all that follow in its series by as much.
      # Raises Missing or Conflict.
      def change(id, following: false, at: nil, **facts)
        row = unheld(id)
        shift = at ? shift_to(at, row) : 0
        guarding { touch(following ? later(row) : rows.where(id: id), facts.slice(:card_id, :coach_id, :room, :title, :minutes), shift) }
        find(id)
      end

      # Calls a class off, or on again; with `following` the rest of its series too. Raises Missing or Conflict.
      def cancel(id, cancelled:, following: false)
        row = unheld(id)
        touch(following ? later(row) : rows.where(id: id), {cancelled_at: cancelled ? Clock.now : nil}, 0)
        find(id)
      end

      # Says of students that they are expected besides the group (true), or of the group are not (false): {student id => bool}.
      def expect(id, students)
        find(id)
        guarding do
          students.each do |student_id, expected|
            @db[:class_guests].insert_conflict(target: %i[club_id class_id student_id], update: {expected: expected})
              .insert(club_id: @club_id, class_id: id, student_id: student_id, expected: expected)
          end
        end
      end

      # Rows of the students expected at a class, by name: who belonged to its group on its day, and who was said to come.
      def expected_students(row)
        said = @db[:class_guests].where(club_id: @club_id, class_id: row[:id])
        @db[:students].where(club_id: @club_id).where(Sequel.|(belonged(row[:group_id], day_of(row)), {id: said.where(expected: true).select(:student_id)}))
          .exclude(id: said.where(expected: false).select(:student_id)).order(:name, :id).all
      end

      # Every class of a group from a day on, those called off too: what its calendar file holds.
      def of_group(group_id, from) = between(from, from + 400 * 86_400).select { |row| row[:group_id] == group_id }

      # Ids of the combinations a group has drilled in class or been marked on.
      def met(group_id)
        held = @db[:round_runs].where(Sequel[:round_runs][:club_id] => @club_id, :counts => true).join(:classes, club_id: :club_id, id: :class_id).where(group_id: group_id)
        marked = @db[:marks].where(club_id: @club_id, student_id: @db[:students].where(club_id: @club_id, group_id: group_id).select(:id))
        held.exclude(combination_id: nil).select(:combination_id).union(marked.select(:combination_id)).select_map(:combination_id)
      end

      # Appends facts of one class in one transaction: all or none. `facts` maps a table of FACTS to rows.
      # Returns how many were new. Raises Missing or Conflict.
      def record(class_id, facts, coach_id:)
        find(class_id)
        @db.transaction(savepoint: true) do
          facts.fetch(:guests, []).each { |guest| welcome(class_id, guest) }
          known(facts.fetch(:pairings, []).flat_map { |pairing| pairing[:student_ids] }.uniq)
          fresh = facts.except(:guests, :taken_back).sum { |table, list| append(table, list.map { |fact| fact.merge(class_id: class_id) }, coach_id) }
          held_back(facts.fetch(:knocks, []), coach_id)
          take_back(class_id, facts.fetch(:taken_back, []), facts)
          judged_anew(facts.fetch(:marks, []))
          one_effort_each(class_id, facts.fetch(:efforts, []))
          History.new(@db, @club_id, class_id).settle if facts[:round_runs]&.any?
          fresh
        end
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("A fact names a student or a combination that is not in your club.")
      end

      # Marks the class as held; saying so twice changes nothing.
      def close(id, ended_at)
        rows.where(id: id, ended_at: nil).update(ended_at: ended_at)
        find(id)
      end

      # Where the class stands, as the device that leads it said last: kept, so that who comes later sees it too.
      # `live` is {"device", "name", "moment", "ring", "told"}. Raises Missing, or Conflict while another device leads; `take`
      # takes the lead. One that stood at the door and has been silent for a while leads no more; one that rang the bell does:
      # it may have lost the network.
      def go_on(id, live, take: false)
        @db.transaction(savepoint: true) do
          now = rows.where(id: id).for_update.first || raise(Missing, "This class is not in your club.")
          leader = now[:live]
          other = leader && leader["device"] != live["device"]
          raise Conflict.new("#{leader["name"]} leads this class on another device.", path: "device") if other && !take && leads?(leader, live)
          History.new(@db, @club_id, id).led(live["device"], Clock.now) if leader.nil? || other
          rows.where(id: id).update(live: Sequel.pg_jsonb(live.except("card_version")), card_version: Sequel.function(:coalesce, :card_version, live["card_version"]))
        end
      end

      # Everything recorded of a class but what sensors heard.
      def facts(id)
        (FACTS.keys - [:recordings]).to_h { |table| [table, @db[table].where(club_id: @club_id, class_id: id).order(:at, :id).all] }
      end

      # What sensors heard in a class.
      def recordings(id) = @db[:recordings].where(club_id: @club_id, class_id: id).order(:round, :at, :id).all

      # The club's own day of a class.
      def day_of(row) = day_at(row[:starts_at])

      # What a class knows of these students at the door: `day`; `came` {student id => {before: the last day they came a fortnight ago or
      # earlier, since: days they came since, minutes: what they trained at the club on the day already}}; `met` {[id, id] in order
      # => days since they last worked together}.
      def known_of(row, ids)
        day = day_of(row)
        there = @db[:presences].where(Sequel[:presences][:club_id] => @club_id, :student_id => ids).exclude(class_id: row[:id])
          .join(:classes, club_id: :club_id, id: :class_id).where { Sequel[:classes][:starts_at] < row[:starts_at] + 43_200 }
          .select(:class_id, :student_id, Sequel.lit("(classes.starts_at AT TIME ZONE (?))::date AS day", zone)).from_self
        came = there.group(:student_id).select(:student_id, Sequel.lit("max(day) FILTER (WHERE day <= ?) AS before", day - Core::Book::Away::FOR),
          Sequel.lit("array_agg(day) FILTER (WHERE day > ? AND day < ?) AS since", day - Core::Book::Away::FOR, day), Sequel.lit("array_agg(class_id) FILTER (WHERE day = ?) AS today", day)).to_hash(:student_id)
        attended = Attended.new(@db, @club_id, came.values.flat_map { |each| each[:today].to_a }.uniq, students: ids)
        came.each { |id, each| each[:minutes] = each[:today].to_a.sum { |class_id| attended.minutes(class_id, id).to_i } }
        {day: day, came: came, met: met_lately(row, ids)}
      end

      private

      MET_WITHIN = 60 # days
      SILENT = 60 # seconds

      def leads?(leader, live) = leader["moment"] != "door" || live["told"] - leader["told"] < SILENT

      # {[id, id] in order => days} of who worked with whom in the classes before this one.
      def met_lately(row, ids)
        @db[:partners].where(Sequel[:partners][:club_id] => @club_id, :one_id => ids, :two_id => ids).join(:classes, club_id: :club_id, id: :class_id)
          .where(starts_at: (row[:starts_at] - MET_WITHIN * 86_400)...row[:starts_at])
          .order(:starts_at).select_map(%i[one_id two_id starts_at]).to_h { |one, two, at| [[one, two].sort, ((row[:starts_at] - at) / 86_400).floor] }
      end

      # The club's own day of an instant.
      def day_at(time) = @db.get(Sequel.lit("(?::timestamptz AT TIME ZONE (?))::date", time, zone))

      def zone = @db[:clubs].where(id: @club_id).select(:time_zone)

      def rows = @db[:classes].where(Sequel[:classes][:club_id] => @club_id)

      # A local time of the club, so many weeks on, as the database counts it: summer time and winter time are its business.
      def local(at, week)
        Sequel.lit("(?::timestamp + make_interval(days => ?)) AT TIME ZONE (?)", at, 7 * week, zone)
      end

      # Seconds on the clock on the wall from when a class begins to a local time.
      def shift_to(at, row)
        @db.get(Sequel.lit("extract(epoch FROM ?::timestamp - (?::timestamptz AT TIME ZONE (?)))", at, row[:starts_at], zone)).to_i
      end

      def unheld(id)
        row = find(id)
        raise Conflict.new("This class has been held: what happened stays as it is.", path: "id") if row[:ended_at]
        row
      end

      def later(row) = row[:series_id] ? rows.where(series_id: row[:series_id], ended_at: nil).where { starts_at >= row[:starts_at] } : rows.where(id: row[:id])

      # A week on is a week by the clock on the wall: the shift is made in local time.
      def touch(set, facts, shift)
        moved = Sequel.lit("((starts_at AT TIME ZONE (?)) + make_interval(secs => ?)) AT TIME ZONE (?)", zone, shift, zone)
        set.update(facts.merge(starts_at: moved, revision: Sequel[:revision] + 1, changed_at: Clock.now))
      end

      def guarding(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This class is in the calendar already.")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The card, the group, the coach or a student of this class is not in your club.", path: "card_id")
      end

      # The club's own day.
      def day = Sequel.lit("(classes.starts_at AT TIME ZONE clubs.time_zone)::date")

      def expected
        said = @db[:class_guests].where(club_id: @club_id, class_id: Sequel[:classes][:id], student_id: Sequel[:students][:id])
        @db[:students].where(club_id: @club_id).where(
          Sequel.&(Sequel.|(belonged(Sequel[:classes][:group_id], day), said.where(expected: true).exists), Sequel.~(said.where(expected: false).exists))
        ).select { count.function.* }
      end

      # Of the students, who belonged to a group on a day.
      def belonged(group_id, day)
        then_in = @db[:past_memberships].where(Sequel[:past_memberships][:club_id] => @club_id, Sequel[:past_memberships][:student_id] => Sequel[:students][:id], Sequel[:past_memberships][:group_id] => group_id)
          .where(Sequel[:past_memberships][:from] <= day).where(Sequel[:past_memberships][:to] > day)
        Sequel.|(Sequel.&({Sequel[:students][:group_id] => group_id}, Sequel.~(Sequel[:students][:member_since] => nil), Sequel[:students][:member_since] <= day), then_in.exists)
      end

      # Of those who came, how many had not been expected.
      def visiting
        said = @db[:class_guests].where(club_id: @club_id, class_id: Sequel[:classes][:id], student_id: Sequel[:students][:id])
        @db[:presences].where(Sequel[:presences][:club_id] => @club_id, Sequel[:presences][:class_id] => Sequel[:classes][:id])
          .join(:students, Sequel[:students][:club_id] => Sequel[:presences][:club_id], Sequel[:students][:id] => Sequel[:presences][:student_id])
          .exclude(belonged(Sequel[:classes][:group_id], day)).exclude(said.where(expected: true).exists).select { count.function.* }
      end

      def present
        @db[:presences].where(club_id: @club_id, class_id: Sequel[:classes][:id]).select { count.function.* + Sequel[:classes][:erased] }
      end

      # Somebody who came without being on file: a visitor of the class's group, or of the club's first, until a coach says that
      # they belong to it.
      def welcome(class_id, guest)
        group = @db[:classes].where(club_id: @club_id, id: class_id).get(:group_id) || @db[:groups].where(club_id: @club_id).order(:name).get(:id)
        raise Conflict.new("Make a group first: a guest becomes a student of one.", path: "guests") unless group
        @db[:students].insert_conflict.insert(club_id: @club_id, id: guest[:id], group_id: group, name: guest[:name].strip, stance: guest[:stance], level: "foundation", member_since: nil)
      end

      # A knock to the head holds the student back at once, from the day it happened (Core::Care::HeadKnock).
      def held_back(knocks, coach_id)
        knocks.select { |knock| knock[:matter] == Core::Care::HeadKnock::MATTER }.each do |knock|
          holds = Core::Care::HeadKnock.holds(knock[:id], day_at(knock[:at]))
          Care.new(@db, @club_id, account_id: coach_id).hold_back(holds, student_id: knock[:student_id], note: knock[:text])
        end
      end

      # Takes facts back by their ids: they stay on record but no longer count, whether they came before, come with them or are still to come.
      def take_back(class_id, ids, facts)
        @db[:retractions].insert_conflict.multi_insert(ids.uniq.map { |id| {club_id: @club_id, fact_id: id, class_id: class_id, at: Clock.now} }) if ids.any?
        late = facts.values_at(*TAKEN_BACK).compact.flatten.map { |fact| fact[:id] }
        wanted = @db[:retractions].where(club_id: @club_id, class_id: class_id, fact_id: ids + late).select_map(:fact_id)
        return if wanted.empty?
        TAKEN_BACK.each do |table|
          taken = @db[table].where(club_id: @club_id, class_id: class_id, id: wanted, taken_back_at: nil)
          (table == :marks) ? judged_anew(taken.returning(:student_id, :combination_id).update(taken_back_at: Clock.now)) : taken.update(taken_back_at: Clock.now)
        end
      end

      # Of a class one effort of each counts: the student's own before the coach's estimate, of two alike the later. The others stay on record.
      def one_effort_each(class_id, efforts)
        told = @db[:efforts].where(club_id: @club_id, class_id: class_id, student_id: efforts.map { |effort| effort[:student_id] }.uniq, taken_back_at: nil)
        told.order(:estimated, Sequel.desc(:at), :id).select(:id, :student_id).all.group_by { |row| row[:student_id] }.each_value do |rows|
          @db[:efforts].where(club_id: @club_id, id: rows.drop(1).map { |row| row[:id] }).update(taken_back_at: Clock.now) if rows.size > 1
        end
      end

      # What these marks come to changes what is kept of their students' masteries.
      def judged_anew(marks)
        return if marks.empty?
        Masteries.of(@db, @club_id).rewrite(marks.map { |mark| mark[:student_id] }.uniq, combinations: marks.map { |mark| mark[:combination_id] }.uniq)
      end

      # Raises Conflict where one of these students is not in the club: an array of ids has no foreign key.
      def known(student_ids)
        return if student_ids.empty? || @db[:students].where(club_id: @club_id, id: student_ids).count == student_ids.size
        raise Conflict.new("A pair names a student who is not in your club.", path: "pairings")
      end

      def stored(fact)
        fact[:student_ids] &&= Sequel.pg_array(fact[:student_ids], :uuid)
        %i[samples rubric].each { |column| fact[column] &&= Sequel.pg_jsonb(fact[column]) }
        fact
      end

      def append(table, list, coach_id)
        return 0 if list.empty?
        rows = list.map { |fact| stored(FACTS.fetch(table).to_h { |column| [column, fact[column]] }).merge(club_id: @club_id) }
        rows.each { |row| row[:coach_id] = coach_id } if SAID_BY.include?(table)
        @db[table].insert_conflict.returning(:id).multi_insert(rows, return: :primary_key).compact.size
      end
    end
  end
end
