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

      # The combination that is drilled, or the first of several; nil where nobody strikes.
      def combination = round.combination&.what || drill&.at(round.rung)

      # Its id on the shelf.
      def combination_id = round.combination&.id || round.drill&.member_at(round.rung)

      # The id on the shelf of one of the sequence, or nil.
      def id_of(combination)
        return combination_id if combination == self.combination
        at = drill&.facts&.pool&.index(combination)
        at && round.drill.members[at]
      end

      # What is done in turn, set by set: one combination; a pool; the steps of a ladder; all of a counted pool.
      def sequence
        return [] unless combination
        return [combination] if drill.nil? || round.combination
        return drill.ladder_lines if manner == "ladder"
        (WHOLE_POOL + COUNTED).include?(manner) ? drill.facts.pool : [combination]
      end

      def strikes? = !combination.nil?

      # Somebody holds, or stands opposite.
      def holder? = !!(implement&.holder || implement&.live)

      # Partners take turns at it, or one holds for the other.
      def shared? = holder? || round.swap != "alone"

      # Whether another implement takes every strike of it.
      def done_on?(other) =
        sequence.all? do |combination|
          combination.actions.all? { |action| !action.contact? || other.takes?(action.technique) }
        end

      # Kit worn and at hand.
      def kit = ((drill&.kit || usual_kit) + round.kit).uniq

      # How hard it is meant: the round's own word, or what its effort says.
      def hard? = round.intensity == "hard" || round.effort >= @school.hard_effort

      # How the flow walk judges its combinations.
      def setting
        Bench::Flow::Setting.new(school: @school, implement: implement, manner: manner, kit: kit,
          intensity: round.intensity&.to_sym, seam: pause.zero?)
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
        return false if round.exercise&.gear.to_a.any? || (implement && !implement.hit? && implement.gear.any?)
        true if implement&.hit? && strikes?
      end

      private

      def usual_implement
        id = USUAL_IMPLEMENT[kind]
        id && combination && Lexicon::Implements[id]
      end

      def usual_kit
        worn = implement&.gear.to_a + round.exercise&.gear.to_a
        if implement&.hit?
          worn += sequence.flat_map(&:actions).select(&:contact?).flat_map { |action| action.technique.gear }
        end
        worn.uniq
      end
    end
  end
end
