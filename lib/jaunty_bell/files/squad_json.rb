module JauntyBell
  module Files
    # The squad: every student by combination, and their weeks of load.
    class SquadJson
      WHOLE = 60 # students up to which a club is shown whole; a larger one a group at a time

      # `people` and `book` are the club's Store::People and Store::Book; `weeks` how many to show, this one included;
      # `group` the id of the group to show, nil for the whole club where it is not too large.
      def initialize(people, book, today, weeks, group: nil)
        @people = people
        @today = today
        @mondays = SquadJson.mondays(today, weeks)
        @groups = people.groups
        @group = group || (@groups.first&.fetch(:id) if people.student_count > WHOLE)
        @students = StudentJson.all(people, group: @group)
        ids = @students.map { |student| student[:id] }
        @loads = book.loads(students: ids, since: @mondays.first)
        @marks = book.marks(students: ids)
        @names = book.combination_names
      end

      def self.mondays(today, weeks)
        this = Core::Weeks.monday(today)
        (this - 7 * (weeks - 1)).step(this, 7).to_a
      end

      # Loads by day summed over the weeks that begin on `mondays`.
      def self.weeks(loads, mondays)
        sums = loads.each_with_object(Hash.new(0.0)) { |(day, load), weeks| weeks[Core::Weeks.monday(day)] += load }
        mondays.map { |monday| {monday: monday.iso8601, load: sums[monday]} }
      end

      def to_h
        marked = @marks.values.flat_map { |marks| marks.keys.map(&:first) }.uniq
        {combinations: @names.slice(*marked).map { |id, name| {id: id, name: name} }.sort_by { |combination| combination[:name] },
         group_id: @group, groups: @groups.map { |group| group.slice(:id, :name, :juniors) },
         students: @students.map { |student| student.merge(row(student[:id])) }}
      end

      private

      def row(id)
        loads = @loads.fetch(id, {})
        {weeks: SquadJson.weeks(loads, @mondays), week_load: loads.sum { |day, load| (day > @today - 7) ? load : 0 },
         knots: @marks.fetch(id, {}).map { |(combination, rung), marks| knot(combination, rung, marks) }}
      end

      def knot(combination, rung, marks)
        mastery = Core::Book::Mastery.new(marks, on: @today)
        sure_of = mastery.sure_of
        {combination_id: combination, rung: rung, state: mastery.state, sure_of: sure_of, words: Core::Book::PlainWords.sureness(sure_of)}
      end
    end
  end
end
