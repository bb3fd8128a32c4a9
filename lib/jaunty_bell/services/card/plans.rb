module JauntyBell
  module Services::Card
    # Cards as the core plans them: blocks with what they name from the club's shelf, and whom the card is judged for.
    #
    #   club.plans.plan(card[:blocks], card[:minutes], group: card[:group_id]).findings
    class Plans
      USUAL_WEEKS = 8 # looked back for the club's usual share of hands
      DAY = 86_400 # seconds

      def initialize(club)
        @club = club
      end

      # A Core::Card::Plan from blocks as plain data. `group` and `students` say whom it is for: `students` overrides
      # the number of the group's own; `roster` are rows of the students expected.
      def plan(data, minutes, group: nil, students: nil, roster: nil)
        Core::Card::Plan.new(blocks(data), minutes: minutes, company: company(group, students, roster))
      end

      # The same of a card while it is written: [plan, problems], where a round that cannot be does not stop the others
      # (Core::Card::Data.as_far_as_it_goes).
      def draft(data, minutes, group: nil, students: nil)
        blocks, problems = Core::Card::Data.as_far_as_it_goes(data, shelf_of(data))
        [Core::Card::Plan.new(blocks, minutes: minutes, company: company(group, students, nil)), problems]
      end

      # A line as a coach writes it on a card, or several, read as rounds ([Core::Card::Written::Line or InvalidInput]).
      # `blocks` there are before it: each its kind and what its last round is like ({"kind", "work_s", …}).
      def written(text, blocks: [])
        lines = text.lines.map(&:strip).reject(&:empty?)
        lines = [text] if lines.empty?
        reader = writing(blocks)
        lines.map do |line|
          reader.read(line)
        rescue Core::InvalidInput => e
          e
        end
      end

      # The phases of a flow as data, from a line as a coach writes it. Raises InvalidInput.
      def phases(text) = writing([]).phases(text)

      # The same for what only wants its time and counts: no more is asked of the club than how many there are.
      def reckoned(data, minutes, students, shelf: shelf_of(data))
        company = Core::Card::Company.new(students: students, school: @club.school.settings, reading: @club.reading)
        Core::Card::Plan.new(Core::Card::Data.blocks(data, shelf), minutes: minutes, company: company)
      end

      # A card's row reckoned for its usual group.
      def of_card(card) = reckoned(card[:blocks], card[:minutes], size_of(card[:group_id]))

      # Core::Card::Blocks from plain data.
      def blocks(data) = Core::Card::Data.blocks(data, shelf_of(data))

      # How many a group has; nil for none.
      def size_of(group_id) = group_id && training(group_id).size.nonzero?

      # A Core::Card::Shelf of the drills, combinations and flows that data names, in at most five queries.
      def shelf_of(data)
        drill_ids, combination_ids, flow_ids = Core::Card::Data.named(data)
        flows = @club.flows.by_id(flow_ids)
        combination_ids += flows.values.flat_map { |row| named_in(row[:phases]) }
        shelf(drill_ids, combination_ids.uniq, flows)
      end

      # {id => Core::Card::Named} of rows of flows.
      def flows(rows)
        shelf([], rows.flat_map { |row| named_in(row[:phases]) }.uniq, rows.to_h { |row| [row[:id], row] }).flows
      end

      # A Core::Card::Flow from phases as data. Raises InvalidInput.
      def flow(data)
        Core::Card::Flow.checked(Core::Card::Data.phases(data, shelf([], named_in(data), {}), "phases"))
      end

      # A student's row as a card knows them.
      def person(row, holds)
        Core::Card::Person.new(**row.slice(:id, :name, :level), stance: row[:stance].to_sym, holds: holds)
      end

      private

      def writing(blocks)
        like = blocks.to_h { |block| [block["kind"], block.except("kind").compact] }
        usual = @club.cards.usual_lengths.merge(like) { |_, usual, last| usual.merge(last) }
        drills, flows, combinations = @club.drills.all, @club.flows.all, @club.combinations.all
        Core::Card::Written.new(
          names: {"drill" => drills, "flow" => flows, "combination" => combinations}.transform_values { |rows|
            rows.to_h { |row| [row[:name], row[:id]] }
          },
          implements: drills.to_h { |row| [row[:id], row[:implement]] },
          rungs: drills.to_h { |row| [row[:id], row[:rungs].to_a.first] }, reading: @club.reading,
          usual: usual, kinds: blocks.map { |block| block["kind"] }, exercises: @club.school.exercises,
          school: @club.school.settings
        )
      end

      def named_in(phases) = phases.filter_map { |phase| phase["combination_id"] }

      def shelf(drill_ids, combination_ids, flows)
        drills = @club.drills.by_id(drill_ids)
        rows = @club.combinations
          .by_id(combination_ids + drills.flat_map { |row| row[:pool].map { |each| each[:combination_id] } })
        Core::Card::Shelf.of(drills, rows.slice(*combination_ids),
          rows.transform_values { |row| @club.combinations.meaning(row) },
          pool_names: rows.transform_values { |row| row[:name] }, reading: @club.reading,
          exercises: @club.school.exercises)
          .with_flows(flows)
      end

      # Rows of a group's students who have not paused today.
      def training(group_id) = @club.people.training(group_id, @club.today)

      # `roster` are rows of the students expected; the group's where it is nil.
      def company(group_id, students, roster)
        group = group_id && @club.people.groups.find { |row| row[:id] == group_id }
        roster ||= group ? training(group_id) : []
        held = held(roster)
        Core::Card::Company.new(students: students || (roster.size if roster.any?), roster: held,
          juniors: group ? group[:juniors] : false, met: (@club.classes.met(group_id).to_set if group),
          usual: @club.cards.usual_left(Clock.now - USUAL_WEEKS * 7 * DAY), school: @club.school.settings,
          reading: @club.reading, shelf: held.any? ? @club.shelf : {})
      end

      # Those of the students who are held back today.
      def held(roster)
        holds = @club.care.holds(@club.today, roster.map { |row| row[:id] })
        roster.select { |row| holds.key?(row[:id]) }.map { |row| person(row, holds[row[:id]]) }
      end
    end
  end
end
