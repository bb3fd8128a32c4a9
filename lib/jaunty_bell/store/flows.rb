module JauntyBell
  module Store
    # A club's flows: things done one after another, each with its time, under a name.
    class Flows
      include Versioned

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows by name.
      def all(archived: false) =
        rows.where(archived ? Sequel.~(archived_at: nil) : {archived_at: nil}).order(:name, :id).all

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This flow is not on your shelf.")

      # Rows by id, archived ones too.
      def by_id(ids) = ids.empty? ? {} : rows.where(id: ids).as_hash(:id)

      # `phases` as data (Core::Card::Data.phases_data). Raises Conflict.
      def add(id:, name:, phases:)
        guarding(name) { rows.insert(club_id: @club_id, id: id, name: name.strip, phases: Sequel.pg_jsonb(phases)) }
        find(id)
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, version:, name:, phases:)
        guarding(name) { edit(id, version, name: name.strip, phases: Sequel.pg_jsonb(phases)) }
        find(id)
      end

      def archive(id, version:, archived:)
        guarding(find(id)[:name]) { edit(id, version, archived_at: archived ? Clock.now : nil) }
        find(id)
      end

      private

      def rows = @db[:flows].where(club_id: @club_id)

      def guarding(name, &)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("A flow called \"#{name}\" is on the shelf already. Choose another name.", path: "name")
      end
    end
  end
end
