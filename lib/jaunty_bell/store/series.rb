module JauntyBell
  module Store
    # A club's series: combinations under a name, in an order made by hand, saved whole or not at all.
    class Series
      MOST = 100 # combinations of one series

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows with the ids of their combinations under :combination_ids, by name, in two queries.
      def all
        list = rows.order(:name, :id).all
        ids = listed(list.map { |row| row[:id] })
        list.map { |row| row.merge(combination_ids: ids.fetch(row[:id], [])) }
      end

      # Raises Missing.
      def find(id)
        row = rows.first(id: id) || raise(Missing, "Your club has no such series.")
        row.merge(combination_ids: listed([id]).fetch(id, []))
      end

      # Raises Conflict.
      def add(id:, name:, combination_ids:)
        guarding(name) do
          rows.insert(club_id: @club_id, id: id, name: name.strip)
          write(id, combination_ids)
        end
        find(id)
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, version:, name:, combination_ids:)
        guarding(name) do
          changed = rows.where(id: id, version: version)
            .update(name: name.strip, version: Sequel[:version] + 1, changed_at: Clock.now)
          raise(Stale, find(id)) if changed.zero?
          lines.where(series_id: id).delete
          write(id, combination_ids)
        end
        find(id)
      end

      # The series goes, its combinations stay. Raises Missing.
      def remove(id) = rows.where(id: id).delete.zero? && raise(Missing, "Your club has no such series.")

      private

      def rows = @db[:series].where(club_id: @club_id)

      def lines = @db[:series_combinations].where(club_id: @club_id)

      # {series id => [combination ids in order]}
      def listed(ids)
        return {} if ids.empty?
        lines.where(series_id: ids).order(:series_id, :position).select_hash_groups(:series_id, :combination_id)
      end

      def write(id, combination_ids)
        lines.multi_insert(combination_ids.uniq.each_with_index.map { |combination, i|
          {club_id: @club_id, series_id: id, position: i, combination_id: combination}
        })
      end

      def guarding(name, &)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation => e
        raise Conflict.new("This series has been saved already.") if e.message.include?("series_pkey")
        raise Conflict.new("There is a series \"#{name}\" already. Choose another name.", path: "name")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The series names a combination that is not on your shelf.", path: "combination_ids")
      end
    end
  end
end
