module JauntyBell
  module Store
    # Counts that all processes of a service share; each dies with its period, by the database's own clock.
    class Counts
      SWEPT_EVERY = 500 # changes

      def initialize(db)
        @counts = db[:counts]
        @changes = 0
      end

      # How much was counted; 0 where nothing was, or it is over.
      def read(key) = alive.where(key: key).get(:count).to_i

      # Adds to what was counted and returns it; what begins anew lasts so many seconds.
      def add(key, amount, lasts:)
        sweep
        dies = Database.now + Database.seconds(lasts)
        goes_on = Sequel[:counts][:dies_at] > Database.now
        @counts.insert_conflict(target: :key, update: {
          count: Sequel.case({goes_on => Sequel[:counts][:count]}, 0) + amount,
          dies_at: Sequel.case({goes_on => Sequel[:counts][:dies_at]}, dies)
        }).returning(:count).insert(key: key, count: amount, dies_at: dies).first[:count]
      end

      def forget(key) = @counts.where(key: key).delete

      # Forgets everything.
      def clear = @counts.delete

      private

      def alive = @counts.where { dies_at > Database.now }

      def sweep
        @changes += 1
        @counts.where { dies_at < Database.now }.delete if (@changes % SWEPT_EVERY).zero?
      end
    end
  end
end
