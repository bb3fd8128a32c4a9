module JauntyBell
  module Store
    # A club's drills with their pools: saved whole or not at all.
    class Drills
      include Versioned

      FACTS = %i[name implement manner tempo pause_s both_sides count on_s off_s rest ladder breathing
        feeds_aloud intensity].freeze
      LISTS = %i[rungs kit holder_cues cautions].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows with their pools under :pool, by name, in two queries.
      def all(archived: false)
        list = rows.where(archived ? Sequel.~(archived_at: nil) : {archived_at: nil}).order(:name, :id).all
        pools = pool_rows(list.map { |row| row[:id] }).group_by { |row| row[:drill_id] }
        list.map { |row| row.merge(pool: pools.fetch(row[:id], [])) }
      end

      # Raises Missing.
      def find(id)
        row = rows.first(id: id) || raise(Missing, "This drill is not on your shelf.")
        row.merge(pool: pool_rows([id]))
      end

      # `facts` has the keys of FACTS and LISTS, :trade, and :pool: [{combination_id:, at_rungs:, feed:}]. Raises
      # Conflict.
      def add(id:, **facts)
        guarding(facts[:name]) do
          @db[:drills].insert(columns(facts).merge(club_id: @club_id, id: id))
          write_pool(id, facts[:pool])
        end
        find(id)
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, version:, **facts)
        guarding(facts[:name]) do
          edit(id, version, columns(facts))
          @db[:drill_combinations].where(club_id: @club_id, drill_id: id).delete
          write_pool(id, facts[:pool])
        end
        find(id)
      end

      def archive(id, version:, archived:)
        guarding(find(id)[:name]) { edit(id, version, archived_at: archived ? Clock.now : nil) }
        find(id)
      end

      # Rows with their pools, by id, archived ones too, in two queries.
      def by_id(ids)
        return [] if ids.empty?
        pools = pool_rows(ids).group_by { |row| row[:drill_id] }
        rows.where(id: ids).order(:name, :id).all.map { |row| row.merge(pool: pools.fetch(row[:id], [])) }
      end

      # Names of drills, by id, that have a combination in their pool.
      def with_combination(id)
        rows.where(archived_at: nil,
          id: @db[:drill_combinations].where(club_id: @club_id, combination_id: id).select(:drill_id)).order(:name)
          .select_map(%i[id name])
      end

      private

      def rows = @db[:drills].where(club_id: @club_id)

      def pool_rows(ids)
        return [] if ids.empty?
        @db[:drill_combinations].where(club_id: @club_id, drill_id: ids).order(:drill_id, :position).all
      end

      def columns(facts)
        lists = LISTS.to_h { |name| [name, facts[name] && Sequel.pg_array(facts[name], :text)] }
        trade = facts[:trade] && Sequel.pg_jsonb(facts[:trade])
        facts.slice(*FACTS).merge(lists, name: facts[:name].strip, trade: trade)
      end

      def write_pool(id, pool)
        @db[:drill_combinations].multi_insert(pool.each_with_index.map { |each, i|
          {club_id: @club_id, drill_id: id, position: i, combination_id: each[:combination_id],
           at_rungs: Sequel.pg_array(each[:at_rungs], :text), feed: each[:feed]}
        })
      end

      def guarding(name, &)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("A drill called \"#{name}\" is on the shelf already. Choose another name.", path: "name")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The pool names a combination that is not on your shelf.", path: "pool")
      end
    end
  end
end
