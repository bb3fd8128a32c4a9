module JauntyBell
  module Services::Book
    # What is kept that can be worked out from facts: after a database of an older version has been brought up to date
    # it is worked out once, so that nobody finds an empty Book.
    class Derived
      # Works out what is missing of every club; the block is told a line for each thing that takes a while. Returns how
      # many students and classes it was.
      def self.renew(db, &say)
        Store::Foremost.forget(db)
        Store::Clubs.new(db).behind.sum { |id| new(db, id).renew(&say) }
      end

      # .ahead as work apart (Services::Apart).
      Ahead = Struct.new(:database) do
        def call(_writing) = Derived.ahead(Store::Database.again(*database))
      end

      # Works out before anybody asks what takes the better part of a second in a large club: who needs a word today. Of
      # several processes one does it; what is there already is left.
      def self.ahead(db)
        Store::Foremost.alone(db) do
          Store::Clubs.new(db).larger_than(Ledger::AT_ONCE).each do |id|
            Ledger.of_group(Services::Club.new(db, id), nil).foremost
          rescue Core::InvalidInput => e
            Said.error("ahead", e) # the other clubs are not to wait for it
          end
        end
      end

      def initialize(db, club_id)
        @club = Services::Club.new(db, club_id)
      end

      def renew
        students, classes = unmastered, unworked
        @club.cards.underived.each { |card| keep_derived(card) }
        yield "Working out what #{Core::Words.many(students.size, "student")} of #{name} own …" if students.any?
        students.each_slice(25) { |some| @club.masteries.rewrite(some) }
        yield "Working out what #{Core::Words.many(classes.size, "class")} of #{name} came to …" if classes.any?
        classes.each { |row| Services::Floor::OpenClass.new(@club, row).keep_work }
        students.size + classes.size
      end

      private

      # A card whose blocks can no longer be read waits until it is saved again.
      def keep_derived(card)
        @club.cards.keep_derived(card[:id], Core::Card::Data.kept(@club.plans.of_card(card))[:derived])
      rescue Core::InvalidInput
        nil
      end

      def db = @club.db

      def club_id = @club.id

      def name = @club.people.club[:name]

      # Students with marks of whom nothing is kept.
      def unmastered
        kept = db[:masteries].where(club_id: club_id).select(:student_id)
        db[:marks].where(club_id: club_id, taken_back_at: nil).exclude(student_id: kept).distinct
          .select_order_map(:student_id)
      end

      # Classes that took place from a card and of which nothing is kept.
      def unworked
        kept = db[:class_works].where(club_id: club_id).select(:class_id)
        db[:classes].where(club_id: club_id).exclude(ended_at: nil).exclude(card_id: nil).exclude(id: kept)
          .order(:starts_at).all
      end
    end
  end
end
