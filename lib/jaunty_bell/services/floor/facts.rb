module JauntyBell
  module Services::Floor
    # What a device tells of a class, taken in: looked over by the core, appended all or none, with what follows from it
    # (a knock holds back, marks change what is owned, what the class added up to is worked out).
    #
    #   Facts.new(club, class_id).take(marks: [{id:, student_id:, …}], knocks: […]) # => how many were new
    class Facts
      # They change what a class added up to
      WHAT_HAPPENED = %i[round_runs attendances departures pairings taken_back].freeze
      AHEAD = 86_400 # seconds by which what a device says may lie in time to come: its clock is wrong

      # `now` is the time after which nothing can have happened yet.
      def initialize(club, class_id, now: Clock.now)
        @club = club
        @class_id = class_id
        @now = now
      end

      # `facts` {table of Store::Facts::COLUMNS, or :guests, or :taken_back (ids) => rows}. Raises Core::InvalidInput,
      # Store::Missing or Store::Conflict; nothing is kept then.
      def take(facts)
        check(facts)
        @row = @club.classes.find(@class_id)
        fresh = @club.facts.all_or_none { keep(facts) }
        OpenClass.new(@club, @row).keep_work if @row[:ended_at] && WHAT_HAPPENED.any? { |table| facts[table]&.any? }
        fresh
      end

      private

      def keep(facts)
        facts.fetch(:guests, []).each { |guest| welcome(guest) }
        known(facts.fetch(:pairings, []).flat_map { |pairing| pairing[:student_ids] }.uniq)
        fresh = facts.except(:guests, :taken_back).sum { |table, list| @club.facts.append(table, @class_id, list) }
        facts.fetch(:knocks, []).each { |knock| hold_back(knock) }
        take_back(facts)
        judge(facts.fetch(:marks, []))
        @club.facts.one_effort_each(@class_id, facts.fetch(:efforts, []).map { |effort| effort[:student_id] }.uniq)
        Store::History.new(@club.db, @club.id, @class_id).settle if facts[:round_runs]&.any?
        fresh
      end

      # Somebody who is not on file: a visitor of the class's group, or of the club's first, until a coach says that
      # they belong to it.
      def welcome(guest)
        group = @row[:group_id] || @club.people.open_groups.first&.fetch(:id)
        raise Store::Conflict.new("Make a group first: a guest becomes a student of one.", path: "guests") unless group
        @club.people.add_visitor(**guest.slice(:id, :name, :stance), group_id: group)
      end

      # Raises Conflict where one of these students is not in the club: an array of ids has no foreign key.
      def known(ids)
        return if @club.people.known?(ids)
        raise Store::Conflict.new("A pair names a student who is not in your club.", path: "pairings")
      end

      # A knock to the head holds the student back at once, from the day it happened.
      def hold_back(knock)
        return unless knock[:matter] == Core::Care::HeadKnock::MATTER
        holds = Core::Care::HeadKnock.holds(knock[:id], @club.classes.day_at(knock[:at]))
        @club.care.hold_back(holds, student_id: knock[:student_id], note: knock[:text])
      end

      def take_back(facts)
        late = facts.values_at(*Store::Facts::TAKEN_BACK).compact.flatten.map { |fact| fact[:id] }
        judge(@club.facts.take_back(@class_id, facts.fetch(:taken_back, []), late: late))
      end

      # What these marks mean changes what is kept of their students' masteries.
      def judge(marks)
        return if marks.empty?
        students, combinations = %i[student_id combination_id].map { |key| marks.map { |mark| mark[key] }.uniq }
        @club.masteries.rewrite(students, combinations: combinations)
      end

      # The core's own rules for what a device sends, with the place of what is wrong.
      def check(facts)
        facts.except(:taken_back, :guests).each { |table, list| check_dates(table, list) }
        each_at(facts, :marks) { |mark| Core::Book::Mastery::Mark.new(**mark.slice(:on, :attempted, :clean)).checked }
        each_at(facts, :efforts) { |effort| Core::Book::Effort.new(effort[:effort], effort[:minutes]) }
        each_at(facts, :recordings) do |recording|
          reader = (recording[:kind] == "strikes") ? Core::Floor::Strike : Core::Book::HeartRate
          recording[:samples].each { |sample| reader.read(sample) }
        end
      end

      def check_dates(table, list)
        late = list.index { |fact| time(fact[:at]) > @now + AHEAD } or return
        raise Core::InvalidInput.new("This is dated in time to come: put the clock of this device right.",
          path: "#{table}/#{late}/at")
      end

      def time(at) = at.is_a?(Time) ? at : Time.iso8601(at.to_s)

      def each_at(facts, table)
        facts.fetch(table, []).each_with_index do |fact, i|
          yield fact
        rescue Core::InvalidInput => e
          raise Core::InvalidInput.new(e.message, path: "#{table}/#{i}/#{e.path}")
        end
      end
    end
  end
end
