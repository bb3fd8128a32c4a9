module JauntyBell::Core
  module Card
    # What a round comes to once its drill, its block and the school have been asked: the one place where a field left
    # open is filled in.
    class Task
      COUNTED = %w[counted counted-then-clocked].freeze
      WHOLE_POOL = %w[called series read].freeze

      attr_reader :round, :kind

      # `kind` is the block's.
      def initialize(round, kind, school: Lexicon::School.default)
        @round = round
        @kind = kind
        @school = school
      end

      def drill = round.drill&.what

      def manner = drill ? drill.facts.manner : "clocked"

      # Its drill shows something and wants an answer, which is never said or drawn.
      def read? = manner == "read"

      # Its drill is called out, or shown, as the work goes on.
      def called? = read? || manner == "called"

      def implement
        return @implement if defined?(@implement)
        id = round.implement
        @implement = id ? Lexicon::Implements[id] : drill&.facts&.implement || usual_implement
      end

      def tempo = round.tempo || drill&.facts&.tempo || Bench::Pace::TEMPO

      # A school that works continuously runs each set into the next, unless drill or round says otherwise.
      def pause = round.pause || drill&.facts&.pause || (@school.continuous ? 0 : Bench::Pace::PAUSE)

      def both_sides? = round.both_sides.nil? ? !!drill&.facts&.both_sides : round.both_sides

      # Inner interval in seconds [on, off], or nil.
      def interval
        on, off = round.on ? [round.on, round.off] : [drill&.facts&.on, drill&.facts&.off]
        [on, off] if on
      end

      def active_off? = drill&.facts&.rest == "active"

      def count = COUNTED.include?(manner) ? drill.facts.count : nil

      # Stretches of its work in order: its flow's, or its own.
      def phases = round.flow ? round.flow.what.phases : round.phases

      # The combination that is drilled, or the first of several; nil where there is none.
      def combination = own || phased.first

      # What the round itself is of, its phases apart.
      def own = round.combination&.what || drill&.at(round.rung)

      # Its id on the shelf; nil where it is on none.
      def combination_id
        return round.combination.id if round.combination
        return round.drill.member_at(round.rung) if round.drill
        phases.find(&:combination)&.combination&.id
      end

      # The id on the shelf of one of the sequence, or nil.
      def id_of(combination)
        return combination_id if combination == self.combination
        at = drill&.facts&.pool&.index(combination)
        at && round.drill.members[at]
      end

      # What is done in turn, set by set: one combination; a pool; the steps of a ladder; all of a counted pool.
      def sequence
        return [] unless own
        return [own] if drill.nil? || round.combination
        return drill.ladder_lines if manner == "ladder"
        ((WHOLE_POOL + COUNTED).include?(manner) || drill.trade) ? drill.facts.pool : [own]
      end

      # What is gone through in one of its phases; nothing in an exercise, or where the round has nothing of its own.
      def sequence_in(phase)
        return sequence unless phase
        return [phase.combination.what] if phase.combination
        phase.exercise ? [] : sequence
      end

      # All that is done in it, its phases' too.
      def combinations = (sequence + phased).uniq

      # Something with a notation is done in it.
      def drilled? = combinations.any?

      # Somebody strikes.
      def strikes? = combinations.any? { |each| each.actions.any? { |action| action.own? && action.strike? } }

      # How partners give and take, or nil.
      def trade = drill&.trade

      # How hard they trade, who begins and when it turns: said before it begins.
      def trade_said
        force = (intensity == "hard") ? "hard, with shin pads" : intensity
        [*force&.capitalize, trade.said].join(". ")
      end

      # Exercises done in it.
      def exercises = [round.exercise, *phases.map(&:exercise)].compact.uniq

      # Somebody holds, or stands opposite.
      def holder? = !!(implement&.holder || implement&.live)

      # Partners take turns at it, or one holds for the other.
      def shared? = holder? || round.swap != "alone" || !trade.nil?

      # Whether another implement takes every strike of it.
      def done_on?(other) =
        combinations.all? do |combination|
          combination.actions.all? { |action| !action.contact? || other.takes?(action.technique) }
        end

      # Kit worn and at hand.
      def kit = ((drill&.kit || usual_kit) + exercises.flat_map(&:gear) + round.kit).uniq

      # How hard it is struck: the round's own word, or its drill's; nil where neither says.
      def intensity = round.intensity || drill&.facts&.intensity&.to_s

      # How hard it is meant: the word for it, or what its effort says.
      def hard? = intensity == "hard" || round.effort >= @school.hard_effort

      # How the flow walk judges its combinations.
      def setting
        Bench::Flow::Setting.new(school: @school, implement: implement, manner: manner, kit: kit,
          intensity: intensity&.to_sym, seam: pause.zero?)
      end

      # What is said of a combination: what the partner does too, but for an imagined one, unless the drill wants it
      # said.
      def spoken(combination)
        heard = setting.partnered? || drill&.facts&.feeds_aloud
        Bench::Notation.spoken(heard ? combination : combination.own_part)
      end

      # Seconds of a swap inside the round: what changes hands takes the club's changeover; empty hands take none.
      def swap_time = round.swap_time || (holder_kit ? @school.changeovers["pads"] : 0)

      # The implement a holder carries, or nil.
      def holder_kit = implement&.holder && implement.id

      # Gloves are needed (true), must be off (false), or do not matter (nil).
      def gloves
        if exercises.any? { |each| each.gear.any? } || (implement && !implement.hit? && implement.gear.any?)
          return false
        end
        true if implement&.hit? && strikes?
      end

      private

      def phased = phases.filter_map { |phase| phase.combination&.what }.uniq

      def usual_implement
        id = USUAL_IMPLEMENT[kind]
        id && combination && Lexicon::Implements[id]
      end

      def usual_kit
        worn = implement&.gear.to_a
        if implement&.hit?
          worn += combinations.flat_map(&:actions).select(&:contact?).flat_map { |action| action.technique.gear }
        end
        worn.uniq
      end
    end
  end
end
