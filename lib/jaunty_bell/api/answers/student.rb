module JauntyBell
  module Api::Answers
    # One student's page in the Book: what is worth a word, load by day and week with its figures, masteries, weak
    # links, what to do next, and what was recorded.
    class Student
      # `book` a Services::Book::StudentBook, `reading` how notation is written, `groups` {id => name}.
      def initialize(book, reading, groups)
        @book = book
        @ledger = book.ledger
        @reading = reading
        @groups = groups
      end

      def to_h
        {student: Files::StudentJson.of(@book.student, @groups).merge(@book.student.slice(:trains_elsewhere)),
         today: @book.today.iso8601, half_life: @book.half_life, own_half_life: @book.student[:half_life],
         days: (@ledger.mondays.first..@book.today).map { |day|
           {on: day.iso8601, load: @book.series.on(day), hard: @book.sessions.hard?(day),
            sessions: @book.sessions.trained(day..day).size}
         },
         timeline: @book.timeline.map { |week| week.merge(monday: week[:monday].iso8601) },
         days_known: @book.series.known_of_28(@book.today),
         estimated: @book.sessions.estimated((@book.today - 27)..@book.today),
         figures: Files::LoadJson.new(@book.series, on: @book.today).explained,
         pointers: @ledger.pointers(@book.id).map { |pointer| Files::PointerJson.of(pointer) }, masteries: masteries,
         mastery: {formula: Core::Book::Mastery::FORMULA, source: Core::Book::Mastery::SOURCE},
         weak_links: @book.weak_links.map { |link| Files::PointerJson.link(link, @ledger.names, @reading) },
         next: @book.next_items.map { |item|
           Files::PointerJson.item(item, @ledger.names, {@book.id => @book.student[:name]})
         }, efforts: efforts}
      end

      private

      def masteries
        @book.known.filter_map do |(combination, rung), mastery|
          mark = @book.last_marked[[combination, rung]] or next
          Files::MasteryJson.new(mastery).to_h.except(:on).merge(combination_id: combination,
            name: @ledger.names[combination], rung: rung, marked_by: mark[:coach], marked_on: mark[:on].iso8601)
        end.sort_by { |mastery| [mastery[:name].downcase, Core::Bench::Rungs.rank(mastery[:rung])] }
      end

      def efforts
        @book.efforts.map do |row|
          effort = Core::Book::Effort.new(row[:effort].to_f, row[:minutes])
          {id: row[:id], on: row[:on].iso8601, effort: effort.rating, words: effort.words, minutes: effort.minutes,
           load: effort.load, estimated: row[:estimated], elsewhere: row[:class_id].nil?, title: row[:title]}
        end
      end
    end
  end
end
