module JauntyBell
  module Store
    # The one history of a class where several devices told of it: who led when, and which rounds count
    # (Core::Floor::History).
    class History
      Core = JauntyBell::Core::Floor::History

      def initialize(db, club_id, class_id)
        @db = db
        @club_id = club_id
        @class_id = class_id
      end

      # Notes that a device leads from now on.
      def led(device, at)
        nth = leads.max(:nth).to_i + 1
        @db[:leads].insert(club_id: @club_id, class_id: @class_id, nth: nth, device: device, at: at)
        settle
      end

      # Works out anew which rounds count.
      def settle
        told = runs.exclude(device: nil).select(:id, :device, :at, :worked_s).all
        return if told.map { |row| row[:device] }.uniq.size < 2
        counted = Core.counted(told.map { |row| Core::Run.new(id: row[:id], device: row[:device], ended: row[:at], worked: row[:worked_s]) },
          leads.order(:nth).select_map(%i[device at]).map { |device, at| Core::Lead.new(device: device, at: at) })
        runs.where(id: told.map { |row| row[:id] }).update(counts: {id: counted})
      end

      private

      def runs = @db[:round_runs].where(club_id: @club_id, class_id: @class_id)

      def leads = @db[:leads].where(club_id: @club_id, class_id: @class_id)
    end
  end
end
