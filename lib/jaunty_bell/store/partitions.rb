module JauntyBell
  module Store
    # The tables of facts cut into parts by club, so that each stays small whatever the number of clubs. A table that is
    # filled is copied beside, a few thousand rows at a time, while it is used: a trigger brings over what changes
    # meanwhile. Then both are compared, and the new one takes the old one's place in a moment. Ended anywhere, it goes
    # on from there the next time, or is taken back.
    #
    #   Partitions.new(db).run { |line| puts line }
    #   Partitions.new(db).back        # what is not in its place yet is put away; every fact stays where it is
    class Partitions
      # What was copied is not what is there.
      class Unequal < StandardError; end

      TABLES = %i[marks efforts attendances round_runs recordings].freeze
      PARTS = 16
      BATCH = 4_000 # rows
      REST = 1.0 # times as long as the last batch took, the database is left to others
      LOCKED = "600ms" # for which a lock is waited for, so that nobody waits for us
      AGAIN = 0.3 # seconds until the next try
      MOST_TRIES = 400
      ONE = 7_266_021 # the advisory lock of whoever copies
      NOWHERE = "00000000-0000-0000-0000-000000000000" # before the first row
      BUSY = [Sequel::DatabaseLockTimeout, Sequel::SerializationFailure].freeze

      # `rest` 0 copies as fast as it can, for a database that nobody uses.
      def initialize(db, rest: REST, batch: BATCH)
        @db = db
        @rest = rest
        @batch = batch
      end

      # Cuts every table that is whole still. The block is told a line now and then.
      def run(&say)
        alone { TABLES.each { |table| cut(table, &say || ->(_) {}) unless parted?(table) } }
      end

      # Puts away what was begun. Returns the tables it was begun of.
      def back = alone { TABLES.select { |table| begun?(table) }.each { |table| patiently { put_away(table) } } }

      # {table => :parted, :whole, or how many rows are copied already}
      def state = TABLES.to_h { |table| [table, state_of(table)] }

      private

      def state_of(table)
        return :parted if parted?(table)
        begun?(table) ? progress(table)[:copied] : :whole
      end

      def alone
        Database.alone(@db, ONE) do
          progress_table
          yield
        end
      rescue Database::Taken
        raise Conflict.new("The tables are being cut already.")
      end

      # How far each table is copied.
      def progress_table
        @db.create_table?(:partitioning) do
          String :table, primary_key: true
          uuid :last_club, null: false, default: NOWHERE
          uuid :last_id, null: false, default: NOWHERE
          Bignum :copied, null: false, default: 0
        end
      end

      def cut(table)
        patiently { begin_beside(table) } unless begun?(table)
        copy(table) { |copied| yield "#{table}: #{copied} rows copied …" }
        compare(table)
        patiently { change_places(table) }
        yield "#{table}: in #{PARTS} parts."
      end

      def parted?(table) = kind(table) == "p"

      def begun?(table) = !kind(beside(table)).nil?

      def kind(table) = @db[:pg_class].where(oid: Sequel.function(:to_regclass, table.to_s)).get(:relkind)

      def beside(table) = :"#{table}_parted"

      def progress(table) = @db[:partitioning].first(table: table.to_s)

      # An empty copy of the table in parts, with its keys, indexes and rules, and the trigger that keeps it true.
      def begin_beside(table)
        new = beside(table)
        @db.run("CREATE TABLE #{new} (LIKE #{table} INCLUDING DEFAULTS INCLUDING CONSTRAINTS) " \
          "PARTITION BY HASH (club_id)")
        PARTS.times do |nth|
          @db.run("CREATE TABLE #{format("%s_p%02d", table, nth)} PARTITION OF #{new} " \
            "FOR VALUES WITH (MODULUS #{PARTS}, REMAINDER #{nth})")
        end
        rules(table).each { |name, rule| @db.run("ALTER TABLE #{new} ADD CONSTRAINT #{named(name)} #{rule}") }
        indexes(table).each { |name, rule|
          @db.run(rule.sub(/INDEX \S+ ON (ONLY )?\S+/, "INDEX #{named(name)} ON #{new}"))
        }
        @db.run(follow(table))
        @db[:partitioning].insert(table: table.to_s)
      end

      # Primary and foreign keys; what else a row must be comes with LIKE.
      def rules(table)
        @db.fetch("SELECT conname, pg_get_constraintdef(oid) AS rule FROM pg_constraint " \
          "WHERE conrelid = CAST(? AS regclass) AND contype IN ('p', 'f', 'u') ORDER BY contype DESC, conname",
          table.to_s).select_map(%i[conname rule])
      end

      # Indexes that are no constraint's.
      def indexes(table)
        @db.fetch("SELECT c.relname AS name, pg_get_indexdef(i.indexrelid) AS rule FROM pg_index i " \
          "JOIN pg_class c ON c.oid = i.indexrelid WHERE i.indrelid = CAST(? AS regclass) AND NOT EXISTS " \
          "(SELECT FROM pg_constraint WHERE conindid = i.indexrelid AND conrelid = i.indrelid) ORDER BY 1", table.to_s)
          .select_map(%i[name rule])
      end

      # Views that read it.
      def views(table)
        @db.fetch("SELECT DISTINCT v.relname AS name, pg_get_viewdef(v.oid) AS text FROM pg_depend d " \
          "JOIN pg_rewrite r ON r.oid = d.objid JOIN pg_class v ON v.oid = r.ev_class " \
          "WHERE d.refobjid = CAST(? AS regclass) AND v.relkind = 'v'", table.to_s).select_map(%i[name text])
      end

      # What follows its changes; not what a key makes of itself, nor what keeps the copy true.
      def triggers(table)
        @db.fetch("SELECT pg_get_triggerdef(oid) AS text FROM pg_trigger WHERE tgrelid = CAST(? AS regclass) " \
          "AND NOT tgisinternal AND tgname <> 'follow'", table.to_s).select_map(:text)
      end

      # Until the old ones are gone and their names are free.
      def named(name) = "parted_#{name}"[0, 63]

      def follow(table)
        <<~SQL
          CREATE FUNCTION #{table}_follow() RETURNS trigger LANGUAGE plpgsql AS $$
          BEGIN
            IF TG_OP <> 'INSERT' THEN
              DELETE FROM #{beside(table)} WHERE club_id = OLD.club_id AND id = OLD.id;
            END IF;
            IF TG_OP <> 'DELETE' THEN
              INSERT INTO #{beside(table)} SELECT NEW.* ON CONFLICT DO NOTHING;
            END IF;
            RETURN NULL;
          END $$;
          CREATE TRIGGER follow AFTER INSERT OR UPDATE OR DELETE ON #{table}
            FOR EACH ROW EXECUTE FUNCTION #{table}_follow();
        SQL
      end

      # Rows of a batch are held against changes while it is copied: whoever changes one waits, and its trigger then
      # finds the copy.
      def copy(table)
        loop do
          began = Clock.ticks
          last, copied = patiently { copy_batch(table) }
          return unless last
          yield copied
          IO.select(nil, nil, nil, @rest * (Clock.ticks - began)) if @rest.positive?
        end
      end

      # [key of the last row, how many are copied by now]; nil where there were none left.
      def copy_batch(table)
        at = progress(table)
        found = @db.fetch(<<~SQL, *at.values_at(:last_club, :last_id), @batch).first
          WITH batch AS (SELECT * FROM #{table} WHERE (club_id, id) > (CAST(? AS uuid), CAST(? AS uuid))
              ORDER BY club_id, id LIMIT ? FOR SHARE),
            put AS (INSERT INTO #{beside(table)} SELECT * FROM batch ON CONFLICT DO NOTHING)
          SELECT club_id, id, count(*) OVER () AS rows FROM batch ORDER BY club_id DESC, id DESC LIMIT 1
        SQL
        return unless found
        copied = at[:copied] + found[:rows]
        @db[:partitioning].where(table: table.to_s).update(last_club: found[:club_id], last_id: found[:id],
          copied: copied)
        [found[:id], copied]
      end

      # Both as one moment sees them. Raises Unequal, and takes back what was begun.
      def compare(table)
        sums = @db.transaction(isolation: :repeatable, read_only: true) do
          [table, beside(table)].map { |each| Database.digest(@db, each) }
        end
        return if sums.uniq.one?
        patiently { put_away(table) }
        raise Unequal,
          "The copy of #{table} is not equal to it (#{sums.join("; ")}): it was put away, and nothing is changed."
      end

      # The parts take the table's place; the table of before is gone.
      def change_places(table)
        rules, indexes, views, triggers = rules(table), indexes(table), views(table), triggers(table)
        @db.run("LOCK TABLE #{table} IN ACCESS EXCLUSIVE MODE")
        views.each { |name, _| @db.run("DROP VIEW #{name}") }
        @db.run("DROP TABLE #{table}; DROP FUNCTION #{table}_follow; ALTER TABLE #{beside(table)} RENAME TO #{table}")
        rules.each { |name, _| @db.run("ALTER TABLE #{table} RENAME CONSTRAINT #{named(name)} TO #{name}") }
        indexes.each { |name, _| @db.run("ALTER INDEX #{named(name)} RENAME TO #{name}") }
        views.each { |name, text| @db.run("CREATE VIEW #{name} AS #{text}") }
        triggers.each { |text| @db.run(text) }
        @db[:partitioning].where(table: table.to_s).delete
      end

      def put_away(table)
        @db.run("DROP TRIGGER IF EXISTS follow ON #{table}; DROP FUNCTION IF EXISTS #{table}_follow; " \
          "DROP TABLE #{beside(table)}")
        @db[:partitioning].where(table: table.to_s).delete
      end

      # In a transaction that gives way to others, and is tried again.
      def patiently
        tries = 0
        begin
          @db.transaction(savepoint: true) do
            @db.run("SET LOCAL lock_timeout = '#{LOCKED}'")
            yield
          end
        rescue *BUSY
          raise if (tries += 1) > MOST_TRIES
          IO.select(nil, nil, nil, AGAIN)
          retry
        end
      end
    end
  end
end
