module JauntyBell::Core
  module Card
    # Drills, combinations and flows by id, as a card names them, and the exercises and techniques a club knows.
    class Shelf
      # Rows of drills; rows of combinations by id, of those that rounds name; meanings and names by id, of the
      # drills' pools too.
      def self.of(drill_rows, combination_rows, meanings, pool_names: {}, reading: Bench::Notation::Reading.new, **more)
        combinations = combination_rows.to_h do |id, row|
          [id, Named.new(id: id, name: row[:name], what: meanings.fetch(id), archived: !row[:archived_at].nil?)]
        end
        new(drill_rows.to_h { |row| [row[:id], drill(row, meanings, reading)] }, combinations, rows: drill_rows,
          pool_names: pool_names, pool: meanings, techniques: reading.lexicon, **more)
      end

      def self.drill(row, meanings, reading)
        Named.new(id: row[:id], name: row[:name], what: Bench::Drill.from_data(row, meanings, reading),
          archived: !row[:archived_at].nil?, members: row[:pool].map { |each| each[:combination_id] })
      end
      private_class_method :drill

      # By id. `pool_names` names the combinations of the drills' pools.
      attr_reader :drills, :combinations, :pool_names, :flows, :exercises, :techniques

      attr_writer :flows
      protected :flows=

      def initialize(drills, combinations, rows: [], pool_names: {}, pool: {}, flows: {},
        exercises: Lexicon::Exercises.default, techniques: Lexicon::Techniques.default)
        @drills = drills
        @combinations = combinations
        @rows = rows.to_h { |row| [row[:id], row] }
        @pool_names = pool_names
        @pool = pool
        @flows = flows
        @exercises = exercises
        @techniques = techniques
      end

      # The same with flows, from {id => row}: what they name is on this shelf.
      def with_flows(rows)
        flows = rows.transform_values do |row|
          Named.new(id: row[:id], name: row[:name], archived: !row[:archived_at].nil?,
            what: Flow.new(phases: Data.phases(row[:phases], self, "phases").freeze))
        end
        dup.tap { |shelf| shelf.flows = flows }
      end

      def drill(id) = drills[id]

      def combination(id) = combinations[id]

      def flow(id) = flows[id]

      def drill_row(id) = @rows.fetch(id)

      # Everything that is drilled, by name: {name => Core::Bench::Combination}.
      def meanings = @pool.to_h { |id, meaning| [pool_names.fetch(id), meaning] }
    end
  end
end
