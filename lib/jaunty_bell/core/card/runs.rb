module JauntyBell::Core
  module Card
    # A plan laid out on the clock.
    class Runs
      # `seats` 2: shares of one of a pair; 3: of one of a trio.
      def initialize(plan, seats: 2)
        @plan = plan
        @company = plan.company
        @seats = seats
        @runs = []
        @clock = 0
        @state = Changeover.new
      end

      def all
        @plan.blocks.each_with_index { |block, b| block.circuit? ? circuit(block, b) : rounds(block, b) }
        @runs << @runs.pop.but(rest: 0) if @runs.any? # the rest after the last bell is not part of the class
        @runs
      end

      private

      def rounds(block, b)
        block.rounds.each_with_index do |round, r|
          task = @plan.tasks.fetch([b, r])
          usual = changed(task.gloves, task.holder_kit)
          change = round.change || usual
          round.repeat.times do |nth|
            work = @plan.work(task, seats: @seats)
            add(block: b, round: r, nth: nth, title: round.title, task: task, work: work.seconds, effort: work.effort,
              change: nth.zero? ? change : 0, explain: nth.zero? ? round.explain : 0, rest: round.rest,
              active: round.active, worked: averaged(work))
          end
        end
      end

      # Who strikes first is not known of "each student": the mean of the seats.
      def averaged(work)
        return @plan.once(work, :mean) { Share.mean(work.shares) } unless work.task.round.swap == "round"
        @plan.once(work, :mean) do
          Share.mean((0...work.seats).map { |nth| @plan.work(work.task, seats: @seats, nth: nth).shares.first })
        end
      end

      # All stations work to one bell: the longest of them; each group meets each station once a lap.
      def circuit(block, b)
        rotation = @plan.circuit(block)
        tasks = block.rounds.each_index.map { |r| @plan.tasks.fetch([b, r]) }
        works = tasks.map { |task| @plan.work(task, seats: @seats) }
        bell = works.map(&:seconds).max
        rest = block.rounds.map(&:rest).max
        visits = works.map { |work| averaged(work) + Share.new(standing: bell - work.seconds) } +
          [Share.new(standing: bell)] * (rotation.places.size - works.size)
        gloves = tasks.map(&:gloves)
        change = changed(gloves.include?(true) || gloves.compact.first, nil)
        effort = works.sum(&:effort).fdiv(works.size)
        rotation.steps.times do |step|
          add(block: b, title: "#{block.name.capitalize}, #{step + 1} of #{rotation.steps}", step: step, work: bell,
            effort: effort, rest: rest,
            change: step.zero? ? change : 0, explain: step.zero? ? block.rounds.sum(&:explain) : 0,
            active: block.rounds.all?(&:active), worked: Share.mean(visits))
        end
      end

      def changed(gloves, holder_kit)
        seconds, @state = @state.to(gloves: gloves, holder_kit: holder_kit, school: @company.school)
        seconds
      end

      def add(**facts)
        @runs << Run.new(**facts, from: @clock)
        @clock += @runs.last.length
      end
    end
  end
end
