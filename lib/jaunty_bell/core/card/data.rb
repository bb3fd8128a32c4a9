module JauntyBell::Core
  module Card
    # A card's blocks in and out as plain data (string keys): what is stored, what the interface edits, what a file
    # holds. The shape is docs/schemas/card.schema.json.
    module Data
      # Fields that are the same on both sides: member of Round => key.
      PLAIN = {title: "title", work: "work_s", rest: "rest_s", active: "active", explain: "explain_s",
               change: "change_s", reps: "reps", implement: "implement", rung: "rung", effort: "effort",
               intensity: "intensity", contact: "contact", both_sides: "both_sides", on: "on_s", off: "off_s",
               swap: "swap", every: "every", swap_time: "swap_s", repeat: "repeat", keep: "keep", capacity: "capacity",
               kit: "kit", beginners: "beginners", ahead: "ahead"}.freeze
      EXACT = {tempo: "tempo", pause: "pause_s"}.freeze # numbers kept as fractions
      PHASE = %i[name seconds other rung effort sides burst].freeze
      BLOCK = %i[kind title laps importance work rest bells].freeze

      class << self
        # Blocks from data; `shelf` a Shelf. Raises InvalidInput for a drill, combination, flow or exercise there is
        # not.
        def blocks(data, shelf)
          data.each_with_index.map do |block, b|
            rounds = block["rounds"].each_with_index.map { |round, r| round(round, shelf, "blocks/#{b}/rounds/#{r}") }
            Block.new(**block.slice(*BLOCK.map(&:to_s)).transform_keys(&:to_sym).compact, rounds: rounds)
          end
        end

        # The same where something may be wrong: [blocks, problems]. A round that cannot be is left with its title, time
        # and effort alone, and said: [{at: [block, round], reason:, path:}]. So one mistake never empties a card.
        def as_far_as_it_goes(data, shelf)
          problems = []
          blocks = data.each_with_index.map do |block, b|
            rounds = block["rounds"].each_with_index.map do |each, r|
              at = "blocks/#{b}/rounds/#{r}"
              round(each, shelf, at).checked(at)
            rescue InvalidInput => e
              problems << {at: [b, r], reason: e.message, path: e.path}
              bare(each)
            end
            Block.new(**block.slice(*BLOCK.map(&:to_s)).transform_keys(&:to_sym).compact, rounds: rounds)
          end
          [blocks, problems]
        end

        # Back from blocks.
        def of(blocks)
          blocks.map do |block|
            BLOCK.to_h { |member| [member.to_s, block[member]] }
              .merge("rounds" => block.rounds.map { |round| round_data(round) })
          end
        end

        # A round of which nothing has been said but its title, as data.
        def new_round(title) = round_data(Round.new(title: title))

        # A phase of which nothing has been said but its name, as data.
        def new_phase(name) = phases_data([Phase.new(name: name)]).first

        # What is kept of a card: its minutes, its blocks as data, and what is derived from them (derived: rounds,
        # seconds, hands, load, and the rope: [bell, end of the work, effort] of each run).
        def kept(plan)
          hands = plan.counts.by_hand.transform_values(&:round)
          {minutes: plan.minutes, blocks: of(plan.blocks),
           derived: {rounds: plan.tasks.size, seconds: plan.total, left_hand: hands[:left], right_hand: hands[:right],
                     load: plan.planned_load.to_f.round(2),
                     rope: plan.runs.map { |run| [run.bell, run.bell_end, run.effort.to_f] }}}
        end

        # Ids of drills, of combinations and of flows that data names, its phases too: [drills, combinations, flows].
        def named(data)
          rounds = data.flat_map { |block| block["rounds"] }
          phases = rounds.flat_map { |round| round["phases"].to_a }
          %w[drill_id combination_id flow_id].map { |key| (rounds + phases).filter_map { |each| each[key] }.uniq }
        end

        # Phases from data, as a round or a flow holds them. Raises InvalidInput.
        def phases(data, shelf, at)
          data.each_with_index.map { |phase, i| phase(phase, shelf, "#{at}/#{i}") }
        end

        def phases_data(phases)
          phases.map do |phase|
            PHASE.to_h { |member| [member.to_s, phase[member]] }
              .merge("exercise" => phase.exercise&.id, "combination_id" => phase.combination&.id,
                "written" => written_data(phase.combination))
          end
        end

        private

        def bare(data)
          seconds = ->(key, usual) { data[key].is_a?(Integer) ? data[key].clamp(0, LONGEST_ROUND) : usual }
          title = data["title"].to_s.strip
          Round.new(title: title.empty? ? "Round" : title, work: [seconds.call("work_s", 60), 1].max,
            rest: seconds.call("rest_s", 0), explain: seconds.call("explain_s", 0),
            effort: data["effort"].is_a?(Numeric) ? data["effort"].clamp(0, 10) : 5)
        end

        def round(data, shelf, at)
          facts = PLAIN.filter_map { |member, key| [member, data[key]] unless data[key].nil? }.to_h
          EXACT.each { |member, key| facts[member] = Rational(data[key].to_s) if data[key] }
          facts[:phases] = phases(data["phases"], shelf, "#{at}/phases") if data["phases"]
          Round.new(**facts, drill: named_by(data, "drill", shelf, at), flow: named_by(data, "flow", shelf, at),
            combination: combination(data, shelf, at), exercise: exercise(data["exercise"], shelf, at))
        end

        def phase(data, shelf, at)
          Phase.new(**data.slice(*PHASE.map(&:to_s)).transform_keys(&:to_sym).compact,
            exercise: exercise(data["exercise"], shelf, at), combination: combination(data, shelf, at))
        end

        # From the shelf, or written on the card itself: {"text" => as it was, "meaning" => its meaning}.
        def combination(data, shelf, at)
          written = data["written"] or return named_by(data, "combination", shelf, at)
          meaning = Bench::Combination.from_data(written.fetch("meaning"), shelf.techniques)
          Named.new(id: nil, name: written.fetch("text"), what: meaning)
        rescue KeyError, TypeError, NoMethodError
          raise InvalidInput.new("What is written here cannot be read any more: write it again.", path: "#{at}/written")
        end

        def written_data(named)
          {"text" => named.name, "meaning" => named.what.to_data} if named && named.id.nil?
        end

        def named_by(data, kind, shelf, at)
          id = data["#{kind}_id"] or return
          shelf.public_send(kind, id) ||
            raise(InvalidInput.new("This round names a #{kind} that is not on your shelf: choose another.",
              path: "#{at}/#{kind}_id"))
        end

        def exercise(id, shelf, at)
          return unless id
          return shelf.exercises[id] if shelf.exercises.key?(id)
          raise InvalidInput.new("\"#{id}\" is no exercise: choose one from the list.", path: "#{at}/exercise")
        end

        def round_data(round)
          PLAIN.to_h { |member, key| [key, round[member]] }
            .merge(EXACT.to_h { |member, key| [key, round[member]&.to_f] })
            .merge("drill_id" => round.drill&.id, "combination_id" => round.combination&.id,
              "flow_id" => round.flow&.id, "written" => written_data(round.combination),
              "exercise" => round.exercise&.id, "phases" => phases_data(round.phases))
        end
      end
    end
  end
end
