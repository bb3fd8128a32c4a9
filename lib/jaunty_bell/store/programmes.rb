module JauntyBell
  module Store
    # Programmes and the plans made of them. A plan is kept whole; at most one waits to be taken or left.
    class Programmes
      FACTS = %i[name template_id settings].freeze
      LINES = <<~SQL.freeze
        SELECT programmes.id, programmes.name, group_id, groups.name AS group_name, revision, archived_at,
          settings->>'start' AS start, (settings->>'weeks')::int AS weeks,
          jsonb_array_length(coalesce(settings->'goals', '[]')) AS goals
        FROM programmes JOIN groups ON groups.club_id = programmes.club_id AND groups.id = group_id
        WHERE programmes.club_id = ? AND archived_at IS NULL ORDER BY changed_at DESC, programmes.id
      SQL
      LINES_AWAY = LINES.sub("IS NULL", "IS NOT NULL").freeze

      OF_CLASS = <<~SQL.freeze
        WITH in_force AS (
          SELECT DISTINCT ON (programmes.id) programmes.changed_at, programme_plans.plan->'classes' AS classes
          FROM programmes JOIN programme_plans
            ON programme_plans.club_id = programmes.club_id AND programme_plans.programme_id = programmes.id
          WHERE programmes.club_id = ? AND group_id = ? AND archived_at IS NULL AND taken_at IS NOT NULL
          ORDER BY programmes.id, nth DESC)
        SELECT planned FROM in_force, jsonb_array_elements(classes) AS planned
        WHERE planned->>'on' = ? ORDER BY changed_at DESC LIMIT 1
      SQL

      PAST = <<~SQL.freeze
        SELECT DISTINCT ON (planned->>'on', planned->>'at') planned
        FROM programme_plans, jsonb_array_elements(plan->'classes') AS planned
        WHERE club_id = ? AND programme_id = ? AND taken_at IS NOT NULL
          AND planned->>'on' < ? AND planned->>'on' >= planned_on::text
        ORDER BY planned->>'on', planned->>'at', nth DESC
      SQL

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # What a list says of each, with the group's name, newest change first: {id:, name:, group_id:, group_name:,
      # revision:, archived_at:, start:, weeks:, goals:}.
      def lines(archived: false) = @db.fetch(archived ? LINES_AWAY : LINES, @club_id).all

      # With the group's name. Raises Missing.
      def find(id) =
        plain(named.first(Sequel[:programmes][:id] => id) || raise(Missing, "This programme is not in your club."))

      # Sent twice it is kept once. Raises Conflict.
      def add(id:, group_id:, **facts)
        guarding do
          @db[:programmes].insert_conflict(target: %i[club_id id])
            .insert(**columns(facts), club_id: @club_id, id: id, group_id: group_id)
        end
        find(id)
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, revision:, **facts)
        guarding { edit(id, revision, columns(facts)) }
        find(id)
      end

      def archive(id, revision:, archived:)
        edit(id, revision, archived_at: archived ? Clock.now : nil)
        find(id)
      end

      # Keeps a plan that was made, which waits to be taken or left; one that waited before is left. The first of a
      # programme is taken at once.
      def keep(programme_id, id:, revision:, planned_on:, plan:)
        @db.transaction(savepoint: true) do
          rows.where(id: programme_id).for_update.first || raise(Missing, "This programme is not in your club.")
          waiting(programme_id).update(left_at: Clock.now)
          nth = (of(programme_id).max(:nth) || 0) + 1
          @db[:programme_plans].insert(club_id: @club_id, id: id, programme_id: programme_id, nth: nth,
            revision: revision, planned_on: planned_on, plan: Sequel.pg_jsonb(plan),
            taken_at: (Clock.now if of(programme_id).exclude(taken_at: nil).empty?))
        end
      end

      # Takes or leaves a plan that waits. Raises Missing, or Conflict where it has been decided on.
      def decide(programme_id, id, taken:)
        of(programme_id).first(id: id) || raise(Missing, "This plan is not of this programme.")
        changed = waiting(programme_id).where(id: id).update((taken ? :taken_at : :left_at) => Clock.now)
        raise Conflict.new("This plan has been decided on.", path: "id") if changed.zero?
      end

      # The plan in force, the one that waits, or nil.
      def in_force(programme_id) = of(programme_id).exclude(taken_at: nil).order(:nth).last&.then { |row| plain(row) }

      # The class of a group on a day as the plan in force has it (plain data), nil for none; of two programmes the one
      # changed last.
      def class_of(group_id, day)
        row = @db.fetch(OF_CLASS, @club_id, group_id, day.iso8601).first
        row && JSON.parse(row[:planned].to_json)
      end

      def proposed(programme_id) = waiting(programme_id).first&.then { |row| plain(row) }

      # Classes before a day as the plans in force then had them (plain data), in order.
      def past(programme_id, before) =
        @db.fetch(PAST, @club_id, programme_id, before.iso8601).map { |row| JSON.parse(row[:planned].to_json) }

      # Every plan without what it says, newest first.
      def history(programme_id) =
        of(programme_id).order(Sequel.desc(:nth)).select(:id, :nth, :planned_on, :made_at, :taken_at, :left_at,
          :revision, Sequel.lit("(plan->>'value')::float AS value")).all

      # What every plan says of a student: [{plan_id:, planned_on:, said: [what]}].
      def forecasts_of(student_id)
        naming(student_id).select(:id, :planned_on, :plan).all.map do |row|
          {plan_id: row[:id], planned_on: row[:planned_on], said: about(JSON.parse(row[:plan].to_json), student_id)}
        end
      end

      # Takes a student out of every plan.
      def forget(student_id)
        naming(student_id).select(:id, :plan).all.each do |row|
          @db[:programme_plans].where(club_id: @club_id, id: row[:id])
            .update(plan: Sequel.pg_jsonb(without(JSON.parse(row[:plan].to_json), student_id)))
        end
      end

      private

      def naming(student_id) =
        @db[:programme_plans].where(club_id: @club_id).where(Sequel.lit("plan::text LIKE ?", "%#{student_id}%"))

      # Every part of a plan that is of a student, with where it stands.
      def about(data, student_id, where = [])
        case data
        when Array then data.each_with_index.flat_map { |each, i| about(each, student_id, [*where, i]) }
        when Hash
          [*([data.except("student_id").merge("where" => where.join("/"))] if data["student_id"] == student_id),
            *data.flat_map { |key, each| about(each, student_id, [*where, key]) }]
        else []
        end
      end

      def without(data, student_id)
        case data
        when Array
          data.reject { |each| each == student_id || (each.is_a?(Hash) && each["student_id"] == student_id) }
            .map { |each| without(each, student_id) }
        when Hash then data.transform_values { |each| without(each, student_id) }
        else data
        end
      end

      def named =
        rows.join(:groups, club_id: :club_id, id: :group_id).select_all(:programmes)
          .select_append(Sequel[:groups][:name].as(:group_name))

      def rows = @db[:programmes].where(Sequel[:programmes][:club_id] => @club_id)

      def of(programme_id) = @db[:programme_plans].where(club_id: @club_id, programme_id: programme_id)

      def waiting(programme_id) = of(programme_id).where(taken_at: nil, left_at: nil)

      def plain(row)
        %i[settings plan].each { |column| row[column] &&= JSON.parse(row[column].to_json) }
        row
      end

      def columns(facts) =
        facts.slice(*FACTS).tap { |columns| columns[:settings] &&= Sequel.pg_jsonb(columns[:settings]) }

      def edit(id, revision, changes)
        find(id)
        changed = rows.where(id: id, revision: revision).update(**changes, revision: Sequel[:revision] + 1,
          changed_at: Clock.now)
        raise Stale.new(find(id)) if changed.zero?
      end

      def guarding(&)
        @db.transaction(savepoint: true, &)
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This programme is there already.", path: "id")
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("The group or the card of this programme is not in your club.", path: "template_id")
      rescue Sequel::CheckConstraintViolation
        raise Conflict.new("Give the programme a name.", path: "name")
      end
    end
  end
end
