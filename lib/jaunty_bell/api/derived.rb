module JauntyBell
  module Api
    # What is kept that can be worked out from facts: after a database of an older version has been brought up to date
    # it is worked out once, so that nobody finds
    # an empty Book.
    class Derived
      include Planning

      # Works out what is missing of every club; the block is told a line for each thing that takes a while. Returns how
      # many students and classes it was.
      def self.renew(db, &told) = db[:clubs].select_order_map(:id).sum { |id| new(db, id).renew(&told) }

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      def renew
        students, classes = unmastered, unworked
        yield "Working out what #{students.size} students of #{people.club[:name]} own …" if students.any?
        students.each_slice(25) { |some| Store::Masteries.of(db, club_id).rewrite(some) }
        yield "Working out what #{classes.size} classes of #{people.club[:name]} came to …" if classes.any?
        classes.each { |row| work(row) }
        students.size + classes.size
      end

      private

      attr_reader :db, :club_id

      # Students with marks of whom nothing is kept.
      def unmastered
        kept = db[:masteries].where(club_id: club_id).select(:student_id)
        db[:marks].where(club_id: club_id, taken_back_at: nil).exclude(student_id: kept).distinct.select_order_map(:student_id)
      end

      # Classes that were held from a card and of which nothing is kept.
      def unworked
        kept = db[:class_works].where(club_id: club_id).select(:class_id)
        db[:classes].where(club_id: club_id).exclude(ended_at: nil).exclude(card_id: nil).exclude(id: kept).order(:starts_at).all
      end

      def work(row)
        works = Store::Works.new(db, club_id)
        blocks = cards.drilled(row[:card_id], row[:card_version])[:blocks]
        expected = Store::Classes.new(db, club_id).expected_students(row).size.nonzero?
        works.keep(row[:id], Core::Book::ClassWork.of(reckoned(blocks, row[:minutes], expected), works.worked(row[:id])))
      end

      # What Planning asks of a room.
      def account = {id: nil}

      def people = @people ||= Store::People.new(db, club_id)

      def school = @school ||= Store::School.new(db, club_id)

      def combinations = @combinations ||= Store::Combinations.new(db, club_id, school.techniques)

      def reading = Core::Bench::Notation::Reading.new(techniques: school.techniques, numbering: school.scheme(nil))
    end
  end
end
