module JauntyBell
  module Services::Floor
    # A class as the Floor opens it: its plan for who is expected, what each student does in its rounds, its cue sheet,
    # and the pairs there may be.
    #
    #   open = OpenClass.new(club, club.classes.find(id))
    #   open.sheet.segments # => what is heard when
    class OpenClass
      # Students up to whom it is said what kit is short, and who can be paired offline where nobody is expected
      MOST = 60
      SEEDS = 1_000_003 # a prime: ids of classes that differ give seeds that differ

      attr_reader :club, :row

      # `row` of Store::Classes.
      def initialize(club, row)
        @club = club
        @row = row
      end

      # Rows of who is expected.
      def expected = @expected ||= club.classes.expected_students(row)

      # Rows of everybody who may come.
      def students = @students ||= club.people.students

      # Core::Card::Plan for those who are expected: of the card as it is, or from the first bell on as it was then.
      def plan
        @plan ||= begin
          blocks = row[:card_id] ? club.cards.drilled(row[:card_id], row[:card_version])[:blocks] : []
          club.plans.reckoned(blocks, row[:minutes], expected.size.nonzero?)
        end
      end

      # The version of the card that is drilled; nil without a card.
      def card_version = row[:card_version] || (row[:card_id] && club.cards.version_of(row[:card_id]))

      def doorway = @doorway ||= Doorway.new(club, row, students)

      # What is known of everybody at the door (Doorway::Known).
      def doors = doorway.known(due)

      # What the class does from bell to bell (Core::Floor::Rounds), with `own`, what each student does in a round where
      # it is not what the group does, `lanes`, who does what by the plan of the weeks, and `held`, what those who are
      # held back must not do and do instead.
      def rounds
        bare.zip(plan.runs).map { |round, run|
          round.merge(own: versions.of(round), lanes: lanes.of(round), held: held(run))
        }
      end

      # What is called is drawn from the class's own seed, so that every device has the same.
      def sheet
        Core::Floor::CueSheet.new(plan, seed: row[:id].delete("-").to_i(16) % SEEDS, weights: weights,
          voice: club.school.voice)
      end

      # Whether the class has contact, and whether somebody holds in it.
      def terms
        tasks = plan.tasks.values
        {contact: tasks.any? { |task| task.round.contact && task.holder? }, holding: tasks.any?(&:holder_kit)}
      end

      # Core::Floor::Pairs of those expected, or of anybody, for a device that is offline.
      def pairing = doorway.pairs(expected.empty? ? students.first(MOST) : expected, **terms)

      # Rows of the combinations that are drilled and called, by id.
      def combinations
        @combinations ||= club.combinations.by_id((bare.flat_map { |round| on_shelf(round) } + pool.keys).uniq)
      end

      # What is written on the card itself, {key => {name:, what:}} (Core::Floor::Rounds.written).
      def written = @written ||= Core::Floor::Rounds.written(plan)

      # Exercises that are done in it.
      def exercises = plan.tasks.values.flat_map(&:exercises).uniq

      # Facts of the class, {table => rows}.
      def facts = @facts ||= club.facts.of(row[:id])

      # Keeps what the class added up to, by its card and the bells that rang.
      def keep_work = club.works.keep(row[:id], Core::Book::ClassWork.of(plan, club.works.worked(row[:id])))

      private

      # Ids of combinations that a round and its phases and stations are drawn by.
      def on_shelf(round)
        shown = [round[:combination_id], *[*round[:phases], *round[:stations]].map { |each| each[:shown] }]
        shown += round[:stations].flat_map { |station| station[:phases].map { |phase| phase[:shown] } }
        shown.push(*lanes.of(round).map { |lane| lane[:combination_id] }).compact - written.keys
      end

      def bare = @bare ||= Core::Floor::Rounds.of(plan)

      def lanes =
        @lanes ||= ClassLanes.new(row[:group_id] && club.programmes.class_of(row[:group_id], doorway.day))

      def versions = @versions ||= RoundVersions.new(club.masteries, bare, expected, doorway.day)

      # {combination id => Core::Bench::Combination} of what may be called.
      def pool
        called = plan.tasks.values.select(&:called?)
        called.flat_map { |task| task.round.drill.members.zip(task.drill.facts.pool) }.to_h
      end

      # {student id => names of what is due to them in this class}
      def due
        versions.states.transform_values { |states|
          states.select { |_, state| state == :fading }.keys.map { |id| combinations.dig(id, :name) }
        }.reject { |_, names| names.empty? }
      end

      # How much more often each combination of a pool is called: {id => weight}, by the shares of those expected who
      # have it due, or a weak link in it.
      def weights
        return {} if pool.empty? || expected.empty?
        weak = club.masteries.weak_links(doorway.day, students: expected.map { |student| student[:id] })
        pool.to_h do |id, combination|
          due = versions.states.count { |_, states| states[id] == :fading }
          broken = weak.count { |_, links| links.any? { |link| link.places(combination).any? } }
          [id, Core::Floor::Calls.weight(due: due.fdiv(expected.size), weak: broken.fdiv(expected.size))]
        end
      end

      # {student id => {cannot:, instead:}} in a run; in a circuit of all its stations together.
      def held(run)
        persons.to_h { |person| [person.id, instead(person, run)] }.compact
      end

      def persons
        @persons ||= students.filter_map { |student|
          club.plans.person(student, doorway.holds[student[:id]]) if doorway.holds.key?(student[:id])
        }
      end

      def instead(person, run)
        tasks = run.task ? [run.task] : plan.tasks.select { |(block, _), _| block == run.block }.values
        said = tasks.filter_map { |task| plan.substitute(task, person, club.shelf)&.then { |found| [task, found] } }
        return if said.empty?
        words = said.map { |task, found| run.task ? found.instead : "#{task.round.title}: #{found.instead}" }
        {cannot: said.flat_map { |_, found| found.cannot }.uniq, instead: words.uniq.join("; ")}
      end
    end
  end
end
