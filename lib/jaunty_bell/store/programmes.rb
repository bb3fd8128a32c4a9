module JauntyBell
  module Store
    # Programmes and the plans made of them. A plan is kept whole; at most one waits to be taken or left.
    class Programmes
      FACTS = %i[name template_id settings].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Rows with the group's name, newest change first.
      def all(archived: false)
        named.where(archived ? Sequel.~(archived_at: nil) : {archived_at: nil}).order(Sequel.desc(:changed_at), Sequel[:programmes][:id]).all.map { |row| plain(row) }
      end

      # With the group's name. Raises Missing.
      def find(id) = plain(named.first(Sequel[:programmes][:id] => id) || raise(Missing, "This programme is not in your club."))

      # Raises Conflict.
      def add(id:, group_id:, **facts)
        guarding { @db[:programmes].insert(**columns(facts), club_id: @club_id, id: id, group_id: group_id) }
        find(id)
      end

      # Raises Missing, Stale or Conflict; on any of them nothing is changed.
      def change(id, revision:, **facts)
        guarding { edit(id, revision, columns(facts)) }
        find(id)
      end

      def archive(id, revision:, archived:)
        edit(id, revision, archived_at: archived ? Sequel::CURRENT_TIMESTAMP : nil)
        find(id)
      end

      # Keeps a plan that was made, which waits to be taken or left; one that waited before is left. The first of a programme is taken at once.
      def keep(programme_id, id:, revision:, planned_on:, plan:)
        @db.transaction(savepoint: true) do
          rows.where(id: programme_id).for_update.first || raise(Missing, "This programme is not in your club.")
          waiting(programme_id).update(left_at: Sequel::CURRENT_TIMESTAMP)
          nth = (of(programme_id).max(:nth) || 0) + 1
          @db[:programme_plans].insert(club_id: @club_id, id: id, programme_id: programme_id, nth: nth, revision: revision, planned_on: planned_on, plan: Sequel.pg_jsonb(plan),
            taken_at: (Sequel::CURRENT_TIMESTAMP if of(programme_id).exclude(taken_at: nil).empty?))
        end
      end

      # Takes or leaves a plan that waits. Raises Missing, or Conflict where it has been decided on.
      def decide(programme_id, id, taken:)
        of(programme_id).first(id: id) || raise(Missing, "This plan is not of this programme.")
        changed = waiting(programme_id).where(id: id).update((taken ? :taken_at : :left_at) => Sequel::CURRENT_TIMESTAMP)
        raise Conflict.new("This plan has been decided on.", path: "id") if changed.zero?
      end

      # The plan in force, the one that waits, or nil.
      def in_force(programme_id) = of(programme_id).exclude(taken_at: nil).order(:nth).last&.then { |row| plain(row) }

      def proposed(programme_id) = waiting(programme_id).first&.then { |row| plain(row) }

      # Plans that were taken, oldest first.
      def taken(programme_id) = of(programme_id).exclude(taken_at: nil).order(:nth).all.map { |row| plain(row) }

      # Every plan without what it says, newest first.
      def history(programme_id) = of(programme_id).order(Sequel.desc(:nth)).select(:id, :nth, :planned_on, :made_at, :taken_at, :left_at, :revision, Sequel.lit("(plan->>'value')::float AS value")).all

      # Takes a student out of every plan.
      def forget(student_id)
        @db[:programme_plans].where(club_id: @club_id).where(Sequel.lit("plan::text LIKE ?", "%#{student_id}%")).select(:id, :plan).all.each do |row|
          @db[:programme_plans].where(club_id: @club_id, id: row[:id]).update(plan: Sequel.pg_jsonb(without(JSON.parse(row[:plan].to_json), student_id)))
        end
      end

      private

      def without(data, student_id)
        case data
        when Array then data.reject { |each| each.is_a?(Hash) && each["student_id"] == student_id }.map { |each| without(each, student_id) }
        when Hash then data.transform_values { |each| without(each, student_id) }
        else data
        end
      end

      def named = rows.join(:groups, club_id: :club_id, id: :group_id).select_all(:programmes).select_append(Sequel[:groups][:name].as(:group_name))

      def rows = @db[:programmes].where(Sequel[:programmes][:club_id] => @club_id)

      def of(programme_id) = @db[:programme_plans].where(club_id: @club_id, programme_id: programme_id)

      def waiting(programme_id) = of(programme_id).where(taken_at: nil, left_at: nil)

      def plain(row)
        %i[settings plan].each { |column| row[column] &&= JSON.parse(row[column].to_json) }
        row
      end

      def columns(facts) = facts.slice(*FACTS).tap { |columns| columns[:settings] &&= Sequel.pg_jsonb(columns[:settings]) }

      def edit(id, revision, changes)
        find(id)
        changed = rows.where(id: id, revision: revision).update(**changes, revision: Sequel[:revision] + 1, changed_at: Sequel::CURRENT_TIMESTAMP)
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
