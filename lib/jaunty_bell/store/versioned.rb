module JauntyBell
  module Store
    # Rows that two people may change at the same time: each change is made to the version that was seen. Who includes
    # it has #rows and #find(id).
    module Versioned
      private

      # Raises Stale with the row as it stands where that is another version; nothing is changed then.
      def edit(id, version, changes)
        changed = rows.where(id: id, version: version)
          .update(changes.merge(version: Sequel[:version] + 1, changed_at: Clock.now))
        raise(Stale, find(id)) if changed.zero?
      end
    end
  end
end
