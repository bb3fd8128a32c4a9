module JauntyBell::Core
  module Card
    # A card's blocks in order and the class length, with the sums a coach would do on a whiteboard.
    #
    #   plan = Plan.new(blocks, minutes: 60, company: Company.new(students: 14))
    #   plan.total # => seconds to the last bell, the last rest not counted
    #   plan.over  # => seconds more than the class has (negative: seconds left)
    class Plan
      attr_reader :blocks, :minutes, :company, :before

      # Raises InvalidInput for what is out of reason, with the path of the first of it. `memory` is what plans of the
      # same rounds have worked out already (#with hands it on); `before` the Plan of the card as it was, for who wants
      # to be told what has grown.
      def initialize(blocks, minutes:, company: Company.new, memory: {}.compare_by_identity, before: nil)
        unless minutes.is_a?(Integer) && minutes.between?(1, LONGEST_CLASS)
          raise InvalidInput.new("A class lasts from 1 minute to #{LONGEST_CLASS / 60} hours; this is #{minutes} " \
            "minutes.", path: "minutes")
        end
        @blocks = blocks.each_with_index.map { |block, i| block.checked("blocks/#{i}") }
        if blocks.sum { |block| block.rounds.size } > MOST_ROUNDS
          raise InvalidInput.new("A card holds at most #{MOST_ROUNDS} rounds.", path: "blocks")
        end
        @minutes = minutes
        @company = company
        @memory = memory
        @before = before
      end

      # The same plan with other blocks or another length, or compared with another.
      def with(blocks: @blocks, minutes: @minutes, before: @before) =
        Plan.new(blocks, minutes: minutes, company: company, memory: @memory, before: before)

      # What is worked out once for a round that stays as it is; `subject` is the round or its task.
      def once(subject, *key) = (@memory[subject] ||= {})[key] ||= yield

      # Everything between two bells of work, in order, on the clock.
      def runs = @runs ||= Runs.new(self).all

      # Seconds to the last bell: changeovers, explaining, work and rest; the last rest is not counted.
      def total = runs.sum(&:length)

      def over = total - minutes * 60

      # Tasks of the rounds by [block, round] index.
      def tasks
        @tasks ||= blocks.each_with_index.flat_map { |block, b|
          block.rounds.each_with_index.map { |round, r| [[b, r], task(round, block.kind)] }
        }.to_h
      end

      # What a task comes to for a pair (2 seats) or a trio (3), and which of the rounds that change striker it is.
      def work(task, seats: 2, nth: 0)
        once(task, :work, seats, nth) do
          Work.new(task, reading: company.reading, school: company.school, seats: seats, nth: nth)
        end
      end

      # What one student gets of the whole class: of a pair, the mean of the two.
      def share = @share ||= runs.map(&:share).reduce(Share.new(counts: Bench::Counts.none), :+)

      # The same for each of a trio; nil where the class is even or its number is not known.
      def trio_share
        return unless company.trio?
        @trio_share ||= Runs.new(self, seats: 3).all.map(&:share).reduce(Share.new(counts: Bench::Counts.none), :+)
      end

      # Strike counts of the whole class for one student.
      def counts = @counts ||= runs.filter_map { |run| run.worked.counts }.reduce(Bench::Counts.none, :+)

      # Seconds of work by where the effort comes from: rounds, all repeats of them.
      def work_seconds = runs.sum(&:work)

      # Mean planned effort, weighted by work time; 0 without work.
      def mean_effort = work_seconds.zero? ? 0 : runs.sum { |run| run.effort * run.work }.fdiv(work_seconds)

      # Mean planned effort × the class's minutes, comparable with what is recorded after.
      def planned_load = mean_effort * minutes

      # What the checks say, worst first, each with its mends.
      def findings = @findings ||= Checks.of(self)

      # Mends of one finding, tried without trying those of the others; none where nothing of that kind stands there.
      def mends(rule, at) = Checks.mends(self, rule, at)

      # What a held Person must not do in a round and does instead (Care::Substitute::Said, taken from `shelf`); nil
      # where the round asks nothing of it.
      def substitute(task, person, shelf)
        blocks = person.holds.flat_map(&:blocks).uniq
        return if blocks.empty? || !(task.strikes? || task.hard?)
        once(task, :held, person.id) do
          [Care::Substitute.for(blocks: blocks, task: task, reading: company.reading.but(stance: person.stance),
            shelf: shelf)]
        end.first
      end

      # The rotation of a circuit block.
      def circuit(block) = block.rotation(company.students)

      private

      def task(round, kind) = once(round, :task, kind) { Task.new(round, kind, school: company.school) }
    end
  end
end
