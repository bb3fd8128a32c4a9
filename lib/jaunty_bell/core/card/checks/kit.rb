module JauntyBell::Core
  module Card
    module Checks
      # Whether there is enough to hit, and room to hit it.
      module Kit
        # Implements that nobody has to own.
        FREE = %w[air mirror partner].freeze

        # Fewer than are needed, or none at all: said once for the rounds of a block that want the same.
        class Short < Check
          rule "kit-short", :weak

          def findings
            return [] unless company.students
            scarce = tasks.filter_map do |at, task|
              next unless counted?(task)
              need = Needs.of(task, blocks[at[0]], company)
              owned = company.owned(task.implement)
              [at, task, need, owned] if owned && owned < need
            end
            scarce.uniq { |at, task, need, _| [at[0], task.implement.id, need, task.round.swap == "alone"] }
              .map { |found| point_out(*found) }
          end

          private

          # The block's rounds on the same implement, changed.
          def all_like(at, **changes)
            wanted = tasks[at].implement
            Edit.each_round(blocks) do |round, _, place|
              round.but(**changes) if place[0] == at[0] && tasks[place].implement == wanted
            end
          end

          def counted?(task) = task.implement && !FREE.include?(task.implement.id)

          def point_out(at, task, need, owned)
            name = task.implement.name
            return none(at, task, name) if owned.zero?
            reason = "#{Words.many(need, "set", "sets")} of #{name} are needed and the club owns #{owned}: " \
              "#{sharing(task, owned)}."
            say(at, reason, [*stand_ins(at, task), *shared(at, task), *halves(at, task)])
          end

          def none(at, task, name)
            say(at, "The club owns no #{name}: what stands in for it, or tell the school what you own.",
              stand_ins(at, task), as: :fault)
          end

          # Who goes without, in groups that share one.
          def sharing(task, owned)
            heads = company.students
            sizes = (0...owned).map { |i| heads / owned + ((i < heads % owned) ? 1 : 0) }.tally
            groups = sizes.map { |size, times| "#{Words.many(times, "group")} of #{size}" }
            "shared out, #{Words.list(groups)}, each striking one turn in #{sizes.keys.max}"
          end

          def stand_ins(at, task)
            task.implement.stands_in.map { |id| Lexicon::Implements[id] }
              .select { |other| task.done_on?(other) && enough?(other, at, task) }
              .map do |other|
                mend("On #{other.name} instead") { all_like(at, implement: other.id, **turns(other, task)) }
              end
          end

          # What somebody holds is hit in turns.
          def turns(other, task) =
            (other.holder && task.round.swap == "alone" && task.kind != "circuit") ? {swap: "even"} : {}

          def enough?(other, at, task)
            return true if FREE.include?(other.id)
            instead = Task.new(task.round.but(implement: other.id), task.kind, school: school)
            company.owned(other).to_i >= Needs.of(instead, blocks[at[0]], company)
          end

          # Two at one bag, in turns.
          def shared(at, task)
            if task.round.swap == "alone" && !blocks[at[0]].circuit?
              [mend("Two at each, in turns") { all_like(at, swap: "even") }]
            else
              []
            end
          end

          # Half the class here and half at another block's rounds, then change: circuits of two stations.
          def halves(at, task)
            return [] if blocks[at[0]].circuit?
            own = scarce_rounds(at, task)
            blocks.each_index.reject { |b| b == at[0] || blocks[b].circuit? }.filter_map do |b|
              others = stations(b).select { |place| counted?(tasks[place]) && tasks[place].implement != task.implement }
                .first(own.size)
              if others.size == own.size
                mend("Half here, half at #{blocks[b].name}, then change") { halved(own, others) }
              end
            end
          end

          def scarce_rounds(at, task) = stations(at[0]).select { |place| tasks[place].implement == task.implement }

          # Each round paired with another in a circuit of its own, where the first of them stood.
          def halved(own, others)
            half = (company.students/2r).ceil
            circuits = own.zip(others).map do |pair|
              rounds = pair.map { |place| round_at(place).but(capacity: half) }
              Block.new(kind: "circuit", title: rounds.map(&:title).uniq.join(" / "), rounds: rounds)
            end
            kept = blocks.each_with_index.map do |block, b|
              block.but(rounds: block.rounds.reject.with_index { |_, r| (own + others).include?([b, r]) })
            end
            b = own.first[0]
            (kept[0...b] + circuits + kept[b..]).reject { |block| block.rounds.empty? }
          end
        end

        # How many of its implement a task needs.
        module Needs
          def self.of(task, block, company)
            heads = block.circuit? ? [block.rotation(company.students).groups.max, task.round.capacity]
              .min : company.students
            task.shared? ? [heads / 2, 1].max : heads
          end
        end

        # Floor space against the hall.
        class Hall < Check
          rule "hall-full", :caution

          MARGIN = 1.0 # m round a path of steps

          def findings
            return [] unless company.students && school.hall.positive?
            leaving + crowded
          end

          private

          # A pattern of steps that is longer than the hall, taken for a square.
          def leaving
            side = Math.sqrt(school.hall)
            tasks.filter_map do |at, task|
              longest = paths(task).map { |path| path.extent.max / 100.0 }.max
              next unless longest && longest + MARGIN > side
              say(at, "#{titled(at)} goes #{Words.number(longest.round(1))} m and leaves the hall, which is about " \
                "#{Words.number(side.round(1))} m long: shorten its steps, or turn sooner.", as: :fault)
            end
          end

          def paths(task) = task.combinations.filter_map { |each| Bench::Path.of(each, company.reading) }

          def crowded
            at, space = tasks.reject { |place, _| blocks[place[0]].circuit? }
              .map { |place, task| [place, space_of(task)] }.max_by(&:last)
            return [] if at.nil? || space <= school.hall
            [say(at,
              "#{Words.many(company.students, "student")} at #{titled(at)} need about #{space.ceil} m² and the hall " \
              "has #{school.hall}: somebody gets kicked. Half work while half hold time, or go in two waves.",
              waves(at))]
          end

          def space_of(task)
            return footwork(task) unless task.strikes?
            task.shared? ? (company.students/2r).ceil * school.space["pair"] : company.students * school.space["bag"]
          end

          # m² of everybody's path with a margin round it.
          def footwork(task)
            each = paths(task).map { |path| path.extent.map { |cm| cm / 100.0 + MARGIN }.reduce(:*) }.max
            each ? each * company.students : 0
          end

          def waves(at)
            if round_at(at).swap == "alone"
              [mend("Two waves: one works, one rests") { Edit.round(blocks, at, swap: "even") }]
            else
              []
            end
          end
        end
      end
    end
  end
end
