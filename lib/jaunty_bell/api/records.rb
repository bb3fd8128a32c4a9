module JauntyBell
  module Api
    # The club's records in and out as files.
    class Records < Room
      MOST_SHOWN = 200

      # A CSV line by line; kept only where the coach says so, all lines or those that can be.
      post "/imports", who: :coach, beside: true do
        given = body_given
        read = Files::Intake.new(given["kind"], given["text"], columns: given["columns"], given: usual(given))
        intake = Store::Intake.new(db, club_id, given["kind"], today: people.today, account_id: account[:id])
        lines = intake.checked(read.lines)
        answer({heading: read.heading, fields: read.fields.map { |field| {id: field.id, needed: field.needed} },
          columns: read.columns, missing: read.missing, good: lines.count { |line| line.problem.nil? },
          bad: lines.count(&:problem), lines: shown_lines(lines), kept: kept(intake, lines, given["keep"])})
      end

      # A new student, in a group there is or in a new one.
      post "/students", who: :coach do
        given = body_given.transform_keys(&:to_sym)
        student = db.transaction(savepoint: true) do
          group = given[:group]&.transform_keys(&:to_sym)
          new_group(given[:group_id], group) if group
          people.add(**given.slice(:id, :name, :group_id, :stance, :level),
            trains_elsewhere: given[:trains_elsewhere] || false)
        end
        answer({id: student[:id]}, status: 201)
      end

      get "/exports/:kind.csv", who: :coach, old: true, beside: true do
        content_type "text/csv; charset=utf-8"
        attachment "#{params["kind"]}.csv"
        Files::Export.csv(Store::Tables.new(db, club_id).of_kind(params["kind"]))
      end

      # The whole club, for its owner.
      get "/club.json", who: :owner, old: true, beside: true do
        audit.note_all(people.students.map { |student| student[:id] }, "took the whole club out, them too")
        attached(people.club[:name], "json")
        answer(Store::WholeClub.of(db, club_id))
      end

      private

      # What is so where no line says it: the group, of a roster.
      def usual(given)
        return {} unless given["group_id"]
        {"group" => groups.find(given["group_id"])[:name]}
      end

      def new_group(id, group)
        groups.add(id: id, **group.slice(:name, :juniors))
      rescue Store::Conflict => e
        raise Store::Conflict.new(e.message, path: "group")
      end

      # Lines with problems come first, so that none is hidden behind the good ones.
      def shown_lines(lines) =
        lines.partition(&:problem).flatten.first(MOST_SHOWN)
          .map { |line| {number: line.number, cells: line.cells.first(20), problem: line.problem} }

      def kept(intake, lines, keep)
        return 0 if keep == "look" || (keep == "all" && lines.any?(&:problem))
        intake.keep(lines.reject(&:problem))
      end
    end
  end
end
