require "csv"
require "json"

module JauntyBell
  module Files
    # All that is on file of one student (Store::Privacy#on_file), for them to take away.
    module StudentFile
      FORMAT = "jaunty-bell student"

      class << self
        # {table => rows} as JSON-ready data.
        def json(tables) =
          {format: FORMAT, version: 1,
           **tables.transform_values { |rows| rows.map { |row| row.transform_values { |value| plain(value) } } }}

        # One line for each fact: table, row, column, value.
        def csv(tables)
          CSV.generate do |lines|
            lines << %w[table row column value]
            tables.each do |table, rows|
              rows.each_with_index do |row, i|
                row.each do |column, value|
                  lines << [table, i + 1, column, Export.written(written(value))] unless value.nil?
                end
              end
            end
          end
        end

        private

        def written(value) =
          plain(value).then { |plain| (plain.is_a?(String) || plain.is_a?(Numeric)) ? plain : JSON.generate(plain) }

        def plain(value)
          return value.to_a if value.is_a?(Array)
          return value.to_h if value.respond_to?(:to_hash)
          StudentJson.plain(value)
        end
      end
    end
  end
end
