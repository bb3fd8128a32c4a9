module JauntyBell
  module Store
    # A club's class cards with their rounds: saved whole or not at all.
    class Cards
      ROUND = %i[block title combination_id work_s rest_s explain_s tempo pause_s share both_sides effort rung].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows without their rounds but with their number and length, newest change first.
      def all(archived: false)
        length = Sequel.function(:coalesce, Sequel.function(:sum, Sequel[:work_s] + :rest_s + :explain_s), 0)
        rows.where(archived ? Sequel.~(archived_at: nil) : {archived_at: nil})
          .left_join(:card_rounds, club_id: Sequel[:cards][:club_id], card_id: Sequel[:cards][:id])
          .group(Sequel[:cards][:club_id], Sequel[:cards][:id]).select_all(:cards)
          .select_append(Sequel.function(:count, :position).as(:rounds), length.as(:seconds))
          .order(Sequel.desc(:changed_at), Sequel[:cards][:id]).all
      end

      # A card's row with its rounds under :rounds. Raises Missing.
      def find(id)
        row = rows.first(id: id) || raise(Missing, "This card is not in your club.")
        row.merge(rounds: rounds_of(id))
      end

      # `rounds` are hashes with the keys of ROUND. Raises Conflict.
      def add(id:, name:, minutes:, rounds:)
        @db.transaction do
          guarding { @db[:cards].insert(club_id: @club_id, id: id, name: name.strip, minutes: minutes) }
          write_rounds(id, rounds)
          find(id)
        end
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, version:, name:, minutes:, rounds:)
        @db.transaction do
          edit(id, version, name: name.strip, minutes: minutes)
          @db[:card_rounds].where(club_id: @club_id, card_id: id).delete
          write_rounds(id, rounds)
          find(id)
        end
      end

      def archive(id, version:, archived:)
        edit(id, version, archived_at: archived ? Sequel::CURRENT_TIMESTAMP : nil)
        find(id)
      end

      private

      def rows = @db[:cards].where(Sequel[:cards][:club_id] => @club_id)

      def rounds_of(id) = @db[:card_rounds].where(club_id: @club_id, card_id: id).order(:position).all

      def edit(id, version, **changes)
        changed = rows.where(id: id, version: version).update(changes.merge(version: Sequel[:version] + 1, changed_at: Sequel::CURRENT_TIMESTAMP))
        raise(Stale, find(id)) if changed.zero?
      end

      def write_rounds(id, rounds)
        guarding do
          @db[:card_rounds].multi_insert(rounds.each_with_index.map { |round, i| round.slice(*ROUND).merge(club_id: @club_id, card_id: id, position: i) })
        end
      end

      def guarding(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This card has been saved already.")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("A round names a combination that is not on your shelf.", path: "rounds")
      end
    end
  end
end
