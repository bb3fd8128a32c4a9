module JauntyBell
  module Store
    # Takes read lines (Files::Intake::Line) into a club: matches names with what is there, says why a line cannot be
    # kept, and keeps those that are chosen in one transaction.
    class Intake
      include OfStudents

      # `today` is the club's day; `account_id` who brings it.
      def initialize(db, club_id, kind, today:, account_id:)
        @db = db
        @club_id = club_id
        @kind = kind
        @today = today
        @account_id = account_id
      end

      # The lines again, each that cannot be kept with why.
      def checked(lines)
        @seen = Set.new
        lines.map { |line| line.problem ? line : matched(line) }
      end

      # Keeps lines without problems. Returns how many.
      def keep(lines)
        good = checked(lines).reject(&:problem)
        @db.transaction(savepoint: true) { send(:"keep_#{@kind}", good.map(&:facts)) } if good.any?
        good.size
      end

      private

      def matched(line)
        problem = send(:"why_not_#{@kind}", line.facts) ||
          ("It stands twice in the file." unless @seen.add?(identity(line.facts)))
        problem ? line.but(problem: problem) : line
      rescue Core::InvalidInput => e
        line.but(problem: e.message)
      end

      def identity(facts) =
        facts.values_at(*{"roster" => %w[student], "log" => %w[student on effort minutes title],
                          "marks" => %w[student combination rung on], "heart" => %w[student on round ms],
                          "strikes" => %w[student on round ms hand]}.fetch(@kind)).map { |value| value.to_s.downcase }

      def students =
        @students ||= @db[:students].where(club_id: @club_id).select(:id, :name).all
          .group_by { |row| row[:name].downcase }

      def student(facts) = students.fetch(facts["student"].downcase).first[:id]

      # Why a name does not say who is meant, or nil.
      def nobody(facts)
        found = students.fetch(facts["student"].downcase, [])
        if found.empty?
          return "Nobody here is called \"#{facts["student"]}\": check the spelling, or take in the roster first."
        end
        "#{found.size} students are called \"#{facts["student"]}\": give one of them another name." if found.size > 1
      end

      def to_come(facts) = ("#{facts["on"]} is still to come." if facts["on"] > @today)

      def groups =
        @groups ||= @db[:groups].where(club_id: @club_id, closed_on: nil).select_hash(
          Sequel.function(:lower, :name).as(:name), :id
        )

      def combinations =
        @combinations ||= @db[:combinations].where(club_id: @club_id, archived_at: nil)
          .select_hash(Sequel.function(:lower, :name).as(:name), :id)

      def why_not_roster(facts)
        return "\"#{facts["student"]}\" is on the roster already." if students.key?(facts["student"].downcase)
        return "A name has from 1 to 80 characters." unless facts["student"].length.between?(1, 80)
        unless groups.key?(facts["group"].downcase)
          return "There is no group \"#{facts["group"]}\". Yours: " \
            "#{@db[:groups].where(club_id: @club_id, closed_on: nil).order(:name).select_map(:name).join(", ")}."
        end
        return "A weight goes from 10 to 300 kg." unless facts["kg"].nil? || facts["kg"].between?(10, 300)
        "A birthday lies in the past." if facts["born_on"] && facts["born_on"] > @today
      end

      def keep_roster(list)
        @db[:students].multi_insert(list.map do |facts|
          {club_id: @club_id, id: SecureRandom.uuid, member_since: @today,
           group_id: groups.fetch(facts["group"].downcase), name: facts["student"],
           stance: facts["stance"] || "orthodox", level: facts["level"] || "foundation",
           born_on: facts["born_on"], kg: facts["kg"]&.round, emergency_name: facts["emergency_name"].to_s,
           emergency_phone: facts["emergency_phone"].to_s, guardian: facts["guardian"].to_s,
           trains_elsewhere: facts["elsewhere"] || false}
        end)
      end

      def why_not_log(facts)
        nobody(facts) || to_come(facts) || begin
          Core::Book::Effort.new(facts["effort"], facts["minutes"])
          if logged.include?([student(facts), facts["on"], facts["effort"], facts["minutes"]])
            "It is on record already."
          end
        end
      end

      def logged =
        @logged ||= @db[:efforts].where(club_id: @club_id, taken_back_at: nil)
          .select_map(%i[student_id on effort minutes]).to_set { |id, on, effort, minutes|
            [id, on, effort.to_f, minutes]
          }

      def keep_log(list)
        @db[:efforts].multi_insert(list.map do |facts|
          {club_id: @club_id, id: SecureRandom.uuid, student_id: student(facts), on: facts["on"],
           effort: facts["effort"].round(1), minutes: facts["minutes"], estimated: facts["estimated"] || false,
           title: facts["title"], at: facts["on"].to_time}
        end)
      end

      def why_not_marks(facts)
        return nobody(facts) if nobody(facts)
        unless combinations.key?(facts["combination"].downcase)
          return "There is no combination \"#{facts["combination"]}\" on your shelf."
        end
        return "Attempts go from 1 to 1,000." unless facts["attempted"].between?(1, 1000)
        Core::Book::Mastery::Mark.new(on: facts["on"], attempted: facts["attempted"], clean: facts["clean"]).checked
        to_come(facts) ||
          ("It is on record already." if marked.include?([student(facts),
            combinations.fetch(facts["combination"].downcase), facts["rung"], facts["on"], facts["attempted"],
            facts["clean"]]))
      end

      def marked =
        @marked ||= @db[:marks].where(club_id: @club_id, taken_back_at: nil)
          .select_map(%i[student_id combination_id rung on attempted clean]).to_set

      def keep_marks(list)
        @db[:marks].multi_insert(list.map do |facts|
          {club_id: @club_id, id: SecureRandom.uuid, student_id: student(facts),
           combination_id: combinations.fetch(facts["combination"].downcase), coach_id: @account_id,
           rung: facts["rung"], on: facts["on"],
           attempted: facts["attempted"], clean: facts["clean"], at: facts["on"].to_time}
        end)
        Masteries.of(@db, @club_id).rewrite(list.map { |facts| student(facts) }.uniq)
      end

      def why_not_heart(facts)
        Core::Book::HeartRate.read([facts["ms"], facts["beats"]])
        no_class(facts)
      end

      def why_not_strikes(facts)
        Core::Floor::Strike.read([facts["ms"], facts["hand"], facts["g"]])
        no_class(facts)
      end

      def no_class(facts) =
        nobody(facts) || (class_of(facts) ? nil : "#{facts["student"]} was at no class on #{facts["on"]}.")

      # The class of theirs on that day: the first, where they were at two.
      def class_of(facts)
        @attended ||= on_day(of(:presences, nil).join(:classes, club_id: :club_id, id: :class_id))
          .order(Sequel.desc(:starts_at)).select_append(:student_id, :class_id).to_hash(%i[student_id on], :class_id)
        @attended[[student(facts), facts["on"]]]
      end

      def keep_heart(list) = keep_recordings("heart", list) { |facts| [facts["ms"], facts["beats"]] }

      def keep_strikes(list) = keep_recordings("strikes", list) { |facts| [facts["ms"], facts["hand"], facts["g"]] }

      # A recording for each student, class and round; rounds are counted from 1 in a file.
      def keep_recordings(kind, list)
        list.group_by { |facts| [student(facts), class_of(facts), [facts["round"].to_i - 1, 0].max, facts["on"]] }
          .each do |(student_id, class_id, round, on), lines|
          @db[:recordings].insert(club_id: @club_id, id: SecureRandom.uuid, class_id: class_id, student_id: student_id,
            round: round, kind: kind, samples: Sequel.pg_jsonb(lines.map { |facts| yield facts }), at: on.to_time)
        end
      end
    end
  end
end
