module JauntyBell
  module Store
    # The plan being made for a programme, or the last one that was, as every process of a service sees it: which
    # process makes it, how far it is, and whether somebody wants it ended. A process that no longer says anything has
    # died, and its plan with it.
    class PlanJobs
      SILENT = 10 # seconds after which it has died
      NOTHING = {running: false, done: 0.0, error: nil}.freeze
      DIED = "The server that made this plan went away. The plan you had stays; plan again."
      ONE_CLAIMS = 7_266_020 # the advisory lock under which places are given

      # There are as many as there may be on this machine, or in this club.
      class Full < StandardError; end

      def initialize(db, club_id, programme_id)
        @db = db
        @key = {club_id: club_id, programme_id: programme_id}
      end

      # Takes a place for a process on a machine: true, or false where one is being made for this programme. Raises
      # Full.
      def claim(process, machine:, most:)
        @db.transaction(savepoint: true) do
          @db.get(Sequel.function(:pg_advisory_xact_lock, ONE_CLAIMS))
          next false if going.where(@key).any?
          raise Full, "A plan of your club is being made: try again when it is there." if of_club.any?
          if going.where(machine: machine).count >= most
            raise Full, "#{most} plans are being made at the moment: try again in a minute."
          end
          begun = {process: process, machine: machine, done: 0.0, error: nil, stopped: false, seen_at: now,
                   ended_at: nil}
          table.insert_conflict(target: @key.keys, update: begun).insert(@key.merge(begun))
          true
        end
      end

      # {running:, done: 0–1, error:}
      def state
        row = table.where(@key).select_append(silent.as(:silent)).first or return NOTHING
        died = row[:ended_at].nil? && row[:silent]
        {running: row[:ended_at].nil? && !died, done: row[:done].round(3), error: died ? DIED : row[:error]}
      end

      # Says how far it is; whether it is still wanted.
      def say(process, done)
        mine(process).returning(:stopped).update(done: done, seen_at: now).first.then { |row| row && !row[:stopped] }
      end

      # Whoever makes it ends it soon.
      def stop = table.where(@key).update(stopped: true)

      # It is over.
      def over(process, error) = mine(process).update(ended_at: now, error: error)

      private

      def table = @db[:plan_jobs]

      def mine(process) = table.where(@key).where(process: process, ended_at: nil)

      def going = table.where(ended_at: nil).exclude(silent)

      def of_club = going.where(club_id: @key[:club_id])

      def silent = Sequel[:seen_at] < now - Database.seconds(SILENT)

      def now = Database.now
    end
  end
end
