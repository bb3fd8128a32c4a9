module JauntyBell
  module Store
    # The one history of a class where several devices sent theirs: who led when, and which rounds count
    # (Core::Floor::History).
    class History
      Core = JauntyBell::Core::Floor::History

      def initialize(db, club_id, class_id)
        @db = db
        @club_id = club_id
        @class_id = class_id
      end

      # Where the class stands, as the device that leads it said last: kept, so that who comes later sees it too. `live`
      # is {"device", "name", "moment", "ring", "told"}. Raises Missing, or Conflict while another device leads
      # (Core::Floor::History.leads?); `take` takes the lead.
      def go_on(live, take: false)
        @db.transaction(savepoint: true) do
          now = classes.for_update.first || raise(Missing, "This class is not in your club.")
          leader = now[:live]
          other = leader && leader["device"] != live["device"]
          if other && !take && leads?(leader, live)
            raise Conflict.new("#{leader["name"]} leads this class on another device.", path: "device")
          end
          led(live["device"], Clock.now) if leader.nil? || other
          classes.update(live: Sequel.pg_jsonb(live.except("card_version")),
            card_version: Sequel.function(:coalesce, :card_version, live["card_version"]))
        end
      end

      # Notes that a device leads from now on.
      def led(device, at)
        nth = leads.max(:nth).to_i + 1
        @db[:leads].insert(club_id: @club_id, class_id: @class_id, nth: nth, device: device, at: at)
        settle
      end

      # Works out again which rounds count.
      def settle
        sent = runs.exclude(device: nil).select(:id, :device, :at, :worked_s).all
        return if sent.map { |row| row[:device] }.uniq.size < 2
        counted = Core.counted(sent.map { |row|
          Core::Run.new(id: row[:id], device: row[:device], ended: row[:at], worked: row[:worked_s])
        },
          leads.order(:nth).select_map(%i[device at]).map { |device, at| Core::Lead.new(device: device, at: at) })
        runs.where(id: sent.map { |row| row[:id] }).update(counts: {id: counted})
      end

      private

      def leads?(leader, live) = Core.leads?(leader["moment"], live["told"] - leader["told"])

      def classes = @db[:classes].where(club_id: @club_id, id: @class_id)

      def runs = @db[:round_runs].where(club_id: @club_id, class_id: @class_id)

      def leads = @db[:leads].where(club_id: @club_id, class_id: @class_id)
    end
  end
end
