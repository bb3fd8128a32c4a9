module JauntyBell::Core
  module Card
    # Drills and combinations by id, as a card names them.
    class Shelf
      # Rows of drills; rows of combinations by id, of those that rounds name; meanings and names by id, of the
      # drills' pools too.
      def self.of(drill_rows, combination_rows, meanings, pool_names: {})
        combinations = combination_rows.to_h do |id, row|
          [id, Named.new(id: id, name: row[:name], what: meanings.fetch(id), archived: !row[:archived_at].nil?)]
        end
        new(drill_rows.to_h { |row| [row[:id], drill(row, meanings)] }, combinations, rows: drill_rows,
          pool_names: pool_names, pool: meanings)
      end

      def self.drill(row, meanings)
        Named.new(id: row[:id], name: row[:name], what: Bench::Drill.from_data(row, meanings),
          archived: !row[:archived_at].nil?, members: row[:pool].map { |each| each[:combination_id] })
      end
      private_class_method :drill

      # By id. `pool_names` names the combinations of the drills' pools.
      attr_reader :drills, :combinations, :pool_names

      def initialize(drills, combinations, rows: [], pool_names: {}, pool: {})
        @drills = drills
        @combinations = combinations
        @rows = rows.to_h { |row| [row[:id], row] }
        @pool_names = pool_names
        @pool = pool
      end

      def drill(id) = drills[id]

      def combination(id) = combinations[id]

      def drill_row(id) = @rows.fetch(id)

      # Everything that is drilled, by name: {name => Core::Bench::Combination}.
      def meanings = @pool.to_h { |id, meaning| [pool_names.fetch(id), meaning] }
    end
  end
end
