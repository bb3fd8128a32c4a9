require "sequel/extensions/pg_json"

module JauntyBell
  module Store
    # A club's shelf of combinations. Meanings are stored; texts are written from them.
    class Combinations
      # `techniques` is the club's lexicon (Store::School#techniques).
      def initialize(db, club_id, techniques = Core::Lexicon::Techniques.default)
        @db = db
        @club_id = club_id
        @techniques = techniques
      end

      # Rows by name; those on the shelf, or those archived.
      #   SELECT … FROM combinations WHERE club_id = ? AND archived_at IS NULL ORDER BY name
      def all(archived: false)
        rows.where(archived ? Sequel.~(archived_at: nil) : {archived_at: nil}).order(:name, :id).all
      end

      # Raises Missing.
      def find(id) = rows.first(id: id) || raise(Missing, "This combination is not on your shelf.")

      # Rows by id, for the ids given, by name, in one query.
      def by_id(ids) = ids.empty? ? {} : rows.where(id: ids.uniq).order(:name, :id).as_hash(:id)

      # Meanings (Core::Bench::Combination) by id, for the ids given, in one query.
      def meanings(ids) = by_id(ids).transform_values { |row| meaning(row) }

      # A row's Core::Bench::Combination.
      def meaning(row) = Core::Bench::Combination.from_data(row[:meaning], @techniques)

      # Raises Conflict where the name is on the shelf already.
      def add(id:, name:, combination:, tags: [], origin: nil)
        guarding_name(name) do
          rows.returning.insert(facts(name, combination, tags).merge(club_id: @club_id, id: id, origin_id: origin))
            .first
        end
      end

      # Raises Missing, Stale or Conflict.
      def change(id, version:, name:, combination:, tags: [])
        combination = combination.teaching(meaning(find(id)).taught_so)
        edit(id, version, facts(name, combination, tags), name)
      end

      # Off the shelf or back on to it. Raises Missing, Stale, or Conflict where the name has been taken meanwhile.
      def archive(id, version:, archived:)
        edit(id, version, {archived_at: archived ? Clock.now : nil}, find(id)[:name])
      end

      # "We teach it so" of a finding in this combination, or no longer (`says` nil). Raises Missing or Stale, or
      # Core::InvalidInput for no rule of ours.
      def teach_so(id, rule, version:, says:)
        Core::Bench::Flow::Rules.known(rule)
        combination = meaning(find(id))
        taught = says ? combination.taught_so.merge(rule => says) : combination.taught_so.except(rule)
        changed = rows.where(id: id, version: version).returning
          .update(meaning: Sequel.pg_jsonb(combination.teaching(taught).to_data), version: Sequel[:version] + 1,
            changed_at: Clock.now).first
        changed || raise(Stale, find(id))
      end

      # Adds many at once, all or none: hashes with the arguments of #add. Raises Conflict.
      def add_all(list) = @db.transaction(savepoint: true) { list.map { |each| add(**each) } }

      # Cards that drill a combination in a round of their own: [[card id, card name, rounds]].
      def cards_with(id)
        found = Sequel.lit(["jsonb_array_length(jsonb_path_query_array(blocks, '$[*].rounds[*] ? " \
          "(@.combination_id == $id)', jsonb_build_object('id', ", "::text)))"], id)
        @db[:cards].where(club_id: @club_id, archived_at: nil)
          .where(Sequel.lit("blocks @> ?::jsonb", JSON.generate([{rounds: [{combination_id: id}]}])))
          .order(:name).select_map([:id, :name, found.as(:rounds)])
      end

      # A name not yet on the shelf: "Ticket punch 2".
      def free_name(name)
        taken = rows.where(archived_at: nil).select_map(:name)
        (2..).lazy.map { |n| "#{name.sub(/ \d+\z/, "")} #{n}" }.find { |candidate| !taken.include?(candidate) }
      end

      private

      def rows = @db[:combinations].where(club_id: @club_id)

      def facts(name, combination, tags)
        complexity = Core::Bench::Complexity.of(Core::Bench::Flow::Walk.new(combination))
        {name: name.strip, meaning: Sequel.pg_jsonb(combination.to_data), complexity: complexity.to_f,
         tags: Sequel.pg_array(tags.map(&:strip).reject(&:empty?).uniq, :text)}
      end

      def edit(id, version, changes, name)
        guarding_name(name) do
          rows.where(id: id, version: version).returning
            .update(changes.merge(version: Sequel[:version] + 1, changed_at: Clock.now)).first
        end || raise(Stale, find(id))
      end

      def guarding_name(name, &)
        @db.transaction(savepoint: true, &)
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("What it comes from is not on your shelf.", path: "origin_id")
      rescue Sequel::UniqueConstraintViolation => e
        raise Conflict.new("This combination has been saved already.") if e.message.include?("combinations_pkey")
        raise Conflict.new("\"#{name}\" is on the shelf already. Choose another name.", path: "name")
      end
    end
  end
end
