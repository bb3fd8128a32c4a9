module JauntyBell
  module Files
    # One student's page in the Book: load by day and week with its figures, masteries, and what was recorded.
    class StudentPageJson
      def initialize(people, book, student, today, weeks)
        @people = people
        @book = book
        @student = student
        @today = today
        @mondays = SquadJson.mondays(today, weeks)
      end

      def to_h
        loads = @book.loads(students: id).fetch(id, {})
        series = Core::Book::LoadSeries.new(loads, last: @today, elsewhere: @student[:trains_elsewhere])
        {student: StudentJson.of(@student, @people.groups.to_h { |group| [group[:id], group[:name]] }), today: @today.iso8601,
         days: (@mondays.first..@today).map { |day| {on: day.iso8601, load: series.on(day)} },
         weeks: SquadJson.weeks(loads, @mondays), days_known: series.known_of_28(@today), figures: LoadJson.new(series, on: @today).explained,
         masteries: masteries, efforts: efforts}
      end

      private

      def id = @student[:id]

      def masteries
        names = @book.combination_names
        last = @book.last_marked(id)
        @book.marks(students: id).fetch(id, {}).map do |(combination, rung), marks|
          mark = last[[combination, rung]]
          MasteryJson.new(Core::Book::Mastery.new(marks, on: @today)).to_h.except(:on)
            .merge(combination_id: combination, name: names[combination], rung: rung, marked_by: mark[:coach], marked_on: mark[:on].iso8601)
        end.sort_by { |mastery| [mastery[:name], mastery[:rung]] }
      end

      def efforts
        @book.efforts(id).map do |row|
          effort = Core::Book::Effort.new(row[:effort].to_f, row[:minutes])
          {id: row[:id], on: row[:on].iso8601, effort: effort.rating, words: effort.words, minutes: effort.minutes, load: effort.load,
           estimated: row[:estimated], title: row[:title]}
        end
      end
    end
  end
end
