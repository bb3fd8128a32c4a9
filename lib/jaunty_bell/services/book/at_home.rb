module JauntyBell
  module Services::Book
    # Homework for one student as the club knows them: what is due, weak, next or being learned, within their load and
    # what they are held back from.
    #
    #   AtHome.new(club, student).made(minutes: 15, home: Core::Book::Homework::Home.new, seed: 7)
    class AtHome
      HARD_DAYS = 2 # in a row, after which it is easy
      EASY = 4 # effort
      Wish = Core::Book::Homework::Wish
      FROM_BOOK = {due: :due, ready: :ready, new: :next}.freeze

      # `student` a row.
      def initialize(club, student)
        @club = club
        @student = student
        @book = StudentBook.new(club, student)
      end

      # A Core::Book::Homework::Made. Raises Core::InvalidInput.
      def made(minutes:, home:, seed:)
        Core::Book::Homework.new(minutes: minutes, home: home.checked, wishes: wishes, seed: seed, holds: holds,
          load: room_left, easy: easy, recent: recent, level: @student[:level],
          juniors: @club.people.junior?(@student, today), reading: reading, school: @club.school.settings,
          exercises: @club.school.exercises).made
      end

      def reading = @club.reading(stance: @student[:stance])

      private

      def today = @book.today

      def own_word = Store::OwnWord.new(@club.db, @club.id, @student[:id])

      # Those made in the days before within which none comes again.
      def recent = own_word.signatures(today - Core::Book::Homework::AGAIN + 1)

      def holds = @book.ledger.holds.fetch(@student[:id], [])

      # Load until the week would be a big one; nil where there is nothing to compare with.
      def room_left
        week = Core::Book::BigWeek.of(@book.series, today, up: @club.school.settings.pointed_out["big_week"])
        week&.now && [week.line - week.now, 0].max
      end

      def easy = (EASY if [today, today - 1].any? { |day| @book.sessions.hard_days_running(day) >= HARD_DAYS })

      # What is asked for most first, no combination twice.
      def wishes = [*from_the_book, *weak, *learning, *coming].uniq { |wish| wish.named.what }

      def from_the_book
        @book.next_items.filter_map do |item|
          wish(FROM_BOOK.fetch(item.kind), item.combination_id, item.rung)
        end
      end

      # The part around a weak link, of the combination it spoils most.
      def weak
        @book.weak_links.filter_map do |link|
          id = link.spoils.find { |each| shelf.key?(each) } or next
          at = link.places(shelf[id]).first or next
          part = Core::Bench::Parts.of(shelf[id], weak: at + 1).find { |each| each.kind == :around } or next
          Wish.new(kind: :weak, rung: "count", reason: "where it breaks: #{Core::Bench::Notation.spoken(link.pair)}",
            named: Core::Card::Named.new(id: nil, name: "#{names.fetch(id)}, in part", what: part.combination))
        end
      end

      def learning
        Core::Book::Mastery.highest(@book.known).filter_map do |id, (rung, mastery)|
          wish(:ready, id, rung, reason: "you are learning it") if mastery.state == :learning
        end
      end

      # What their group drills next, for whoever has no marks yet.
      def coming
        row = @club.classes.next_of_group(@student[:group_id], Clock.now) or return []
        Services::Floor::OpenClass.new(@club, row).combinations.keys.filter_map do |id|
          wish(:next, id, "count", reason: "your next class drills it")
        end
      end

      def wish(kind, id, rung, reason: nil)
        return unless shelf.key?(id)
        Wish.new(kind: kind, rung: rung, reason: reason,
          named: Core::Card::Named.new(id: id, name: names.fetch(id), what: shelf[id]))
      end

      def shelf = @book.ledger.shelf

      def names = @book.ledger.names
    end
  end
end
