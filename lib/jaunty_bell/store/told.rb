module JauntyBell
  module Store
    # What students of a group have told and what they have not: of their classes, their homework, how they are.
    class Told
      include OfStudents

      # Ids of classes that were asked of once more since a time.
      def self.asked_again(db, club_id, since) =
        db[:asked_again].where(club_id: club_id).where { at >= since }.select_map(:class_id)

      def initialize(db, club_id, student_ids)
        @db = db
        @club_id = club_id
        @ids = student_ids
      end

      # [{class_id:, title:, starts_at:, asked_at:, student_id:}] of who was at a class that ended since a time and has
      # told nothing of it themselves.
      def silent(since)
        own = @db[:efforts].where(club_id: @club_id, class_id: Sequel[:presences][:class_id],
          student_id: Sequel[:presences][:student_id], taken_back_at: nil, estimated: false)
        of(:presences, @ids).join(:classes, club_id: :club_id, id: :class_id)
          .left_join(:asked_again, club_id: Sequel[:classes][:club_id], class_id: Sequel[:classes][:id])
          .where { ended_at >= since }.exclude(own.exists).reverse(:starts_at)
          .select(Sequel[:presences][:class_id], :title, :starts_at, Sequel[:asked_again][:at].as(:asked_at),
            Sequel[:presences][:student_id]).all
      end

      # That a class is asked of once more. Raises Missing.
      def ask_again(class_id, by:)
        Classes.new(@db, @club_id).find(class_id)
        @db[:asked_again].insert_conflict(target: %i[club_id class_id], update: {at: Clock.now, account_id: by})
          .insert(club_id: @club_id, class_id: class_id, at: Clock.now, account_id: by)
      end

      # {coach's name => [[estimate, own word]]} of the classes since a day of which both are on record.
      def both(since)
        own = counting(:efforts, @ids).where(estimated: false).where { on >= since }
          .exclude(class_id: nil).select(:class_id, :student_id, :effort).as(:own)
        of(:efforts, @ids).where(estimated: true).where { Sequel[:efforts][:on] >= since }
          .join(own, class_id: Sequel[:efforts][:class_id], student_id: Sequel[:efforts][:student_id])
          .join(:classes, {club_id: Sequel[:efforts][:club_id], id: Sequel[:efforts][:class_id]})
          .left_join(:accounts, id: :coach_id)
          .select_map([Sequel[:accounts][:name], Sequel[:efforts][:effort].cast(Float).as(:estimate),
            Sequel[:own][:effort].cast(Float).as(:told)])
          .group_by(&:first).transform_values { |rows| rows.map { |row| row.drop(1) } }
      end

      # Homework since a day, the newest first, with who set it.
      def homeworks(since)
        of(:homeworks, @ids).left_join(:accounts, id: :set_by).where { on >= since }
          .reverse(:on, Sequel[:homeworks][:at])
          .select(Sequel[:homeworks][:id], :student_id, :on, :due_on, Sequel[:homeworks][:minutes], :done_s,
            Sequel[:homeworks][:effort].cast(Float).as(:effort), Sequel[:accounts][:name].as(:coach)).all
      end

      # {student id => {on:, sleep:, soreness:, mood:}}, the last since a day.
      def wellbeings(since)
        of(:wellbeings, @ids).where { on >= since }.distinct(:student_id).order(:student_id, Sequel.desc(:on))
          .select(:student_id, :on, :sleep, :soreness, :mood).to_hash(:student_id)
      end

      # Ids of those who have a page of their own.
      def with_page = Corners.new(@db, @club_id).standing.map(&:first) & @ids
    end
  end
end
