module JauntyBell
  module Services
    # A club as somebody in it works with it: its stores and what it teaches, each made when it is first asked for.
    #
    #   club = Services::Club.new(db, club_id, account) # an account of Store::School.account; nil for the house itself
    #   club.people.students(group: id)
    class Club
      attr_reader :db, :id, :account

      def initialize(db, id, account = nil)
        @db = db
        @id = id
        @account = account
      end

      def account_id = account && account[:id]

      def assistant? = !account.nil? && account[:role] == "assistant"

      # The club's own day.
      def today = people.today

      def people = @people ||= Store::People.new(db, id)

      def groups = @groups ||= Store::Groups.new(db, id)

      def school = @school ||= Store::School.new(db, id, account || {})

      def combinations = @combinations ||= Store::Combinations.new(db, id, school.techniques)

      def series = @series ||= Store::Series.new(db, id)

      def drills = @drills ||= Store::Drills.new(db, id)

      def flows = @flows ||= Store::Flows.new(db, id)

      def cards = @cards ||= Store::Cards.new(db, id, account_id: account_id)

      def classes = @classes ||= Store::Classes.new(db, id)

      def closures = @closures ||= Store::Closures.new(db, id)

      def facts = @facts ||= Store::Facts.new(db, id, coach_id: account_id)

      def care = @care ||= Store::Care.new(db, id, account_id: account_id)

      def book = @book ||= Store::Book.new(db, id)

      def works = @works ||= Store::Works.new(db, id)

      def masteries = @masteries ||= Store::Masteries.of(db, id, school: school)

      def foremost = Store::Foremost.new(db, id)

      def programmes = @programmes ||= Store::Programmes.new(db, id)

      def audit = @audit ||= Store::Audit.new(db, id, account_id: account_id)

      # What was written down of one student.
      def diary(student_id) = Store::Diary.new(db, id, student_id)

      # The record of one student put right.
      def record(student_id) = Store::Record.new(db, id, student_id, account_id: account_id)

      def plans = @plans ||= Card::Plans.new(self)

      def group_names = @group_names ||= people.groups.to_h { |group| [group[:id], group[:name]] }

      # {id => Core::Card::Named} of every combination on the shelf.
      def shelf = @shelf ||= combinations.all.to_h { |row| [row[:id], named(row)] }

      # A combination's row as the core names it.
      def named(row) = Core::Card::Named.new(id: row[:id], name: row[:name], what: combinations.meaning(row))

      # Notes that somebody read what is about a student's health. Assistants are not shown it.
      def read_health(student_id, what) = (audit.note(student_id, "read #{what}") unless assistant?)

      # How whoever asks reads and writes notation: in their own numbering, or the club's.
      def reading(stance: nil, partner: nil)
        numbering = school.scheme(account && account[:numbering])
        Core::Bench::Notation::Reading.new(techniques: school.techniques, numbering: numbering,
          stance: (stance || "orthodox").to_sym, partner: (partner || "same").to_sym)
      end
    end
  end
end
