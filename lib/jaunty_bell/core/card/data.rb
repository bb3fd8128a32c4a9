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
      PHASE = %i[name seconds other rung effort].freeze
      BLOCK = %i[kind title laps importance work rest].freeze

      class << self
        # Blocks from data; `shelf` answers #drill(id) and #combination(id) with a Named or nil.
        # Raises InvalidInput for a drill, combination or exercise there is not.
        def blocks(data, shelf)
          data.each_with_index.map do |block, b|
            rounds = block["rounds"].each_with_index.map { |round, r| round(round, shelf, "blocks/#{b}/rounds/#{r}") }
            Block.new(**block.slice(*BLOCK.map(&:to_s)).transform_keys(&:to_sym).compact, rounds: rounds)
          end
        end

        # Back from blocks.
        def of(blocks)
          blocks.map do |block|
            BLOCK.to_h { |member| [member.to_s, block[member]] }
              .merge("rounds" => block.rounds.map { |round| round_data(round) })
          end
        end

        # What is kept of a card: its minutes, its blocks as data, and what is derived from them (derived: rounds,
        # seconds, hands, load, and the rope: [bell, end of the work, effort] of each run).
        def kept(plan)
          hands = plan.counts.by_hand.transform_values(&:round)
          {minutes: plan.minutes, blocks: of(plan.blocks),
           derived: {rounds: plan.tasks.size, seconds: plan.total, left_hand: hands[:left], right_hand: hands[:right],
                     load: plan.planned_load.to_f.round(2),
                     rope: plan.runs.map { |run| [run.bell, run.bell_end, run.effort.to_f] }}}
        end

        # Ids of drills and of combinations that data names: [drills, combinations].
        def named(data)
          rounds = data.flat_map { |block| block["rounds"] }
          %w[drill_id combination_id].map { |key| rounds.filter_map { |round| round[key] }.uniq }
        end

        private

        def round(data, shelf, at)
          facts = PLAIN.filter_map { |member, key| [member, data[key]] unless data[key].nil? }.to_h
          EXACT.each { |member, key| facts[member] = Rational(data[key].to_s) if data[key] }
          if data["phases"]
            facts[:phases] =
              data["phases"].map { |phase|
                Phase.new(**phase.slice(*PHASE.map(&:to_s)).transform_keys(&:to_sym).compact)
              }
          end
          Round.new(**facts, drill: named_by(data, "drill", shelf, at),
            combination: named_by(data, "combination", shelf, at), exercise: exercise(data["exercise"], at))
        end

        def named_by(data, kind, shelf, at)
          id = data["#{kind}_id"] or return
          shelf.public_send(kind, id) ||
            raise(InvalidInput.new("This round names a #{kind} that is not on your shelf: choose another.",
              path: "#{at}/#{kind}_id"))
        end

        def exercise(id, at)
          return unless id
          technique = Lexicon::Techniques.default[id]
          raise InvalidInput.new("\"#{id}\" is no exercise.", path: "#{at}/exercise") unless technique.exercise?
          technique
        end

        def round_data(round)
          PLAIN.to_h { |member, key| [key, round[member]] }
            .merge(EXACT.to_h { |member, key| [key, round[member]&.to_f] })
            .merge("drill_id" => round.drill&.id, "combination_id" => round.combination&.id,
              "exercise" => round.exercise&.id,
              "phases" => round.phases.map { |phase| PHASE.to_h { |member| [member.to_s, phase[member]] } })
        end
      end
    end
  end
end
