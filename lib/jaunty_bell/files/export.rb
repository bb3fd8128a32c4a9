require "csv"

module JauntyBell
  module Files
    # A club's records as CSV, in the columns Intake takes in.
    module Export
      # `table` a dataset of Store::Book#table.
      def self.csv(table)
        CSV.generate do |lines|
          lines << table.columns
          table.each { |row| lines << row.values.map { |value| written(value) } }
        end
      end

      # A text that a spreadsheet would take for a formula is kept a text.
      def self.written(value)
        case value
        when true then "yes"
        when false then "no"
        when String then value.match?(/\A[=+\-@\t]/) ? "'#{value}" : value
        else StudentJson.plain(value)
        end
      end
    end
  end
end
