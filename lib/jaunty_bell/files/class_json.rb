require "time"

module JauntyBell
  module Files
    # A class on a date as JSON-ready data.
    module ClassJson
      # From a row of Store::Classes#between.
      def self.line(row)
        row.slice(:id, :title, :card_id, :group_id, :group_name, :coach_id, :coach, :room, :series_id, :minutes,
          :expected, :present, :visiting)
          .merge(cancelled: !row[:cancelled_at].nil?, closed: !row[:closure_id].nil?,
            starts_at: row[:starts_at].utc.iso8601, ended_at: row[:ended_at]&.utc&.iso8601, on: row[:on].iso8601)
      end
    end
  end
end
