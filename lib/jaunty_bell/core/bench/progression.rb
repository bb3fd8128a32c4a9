module JauntyBell::Core
  module Bench
    # What comes before and after a drill on the rungs: the same combination in the air, to a count, timed, on the move,
    # called, answered. Common practice, no source.
    #
    #   Progression.of(drill, rung: "count").after.first.rung # => "clock"
    class Progression
      COUNT = 10 # sets of a counted drill, where the drill says no count
      SLOW = Rational(3, 4) # of the tempo, in the air
      HOLDERS = %w[focus-mitts long-pads kick-shield].freeze # where somebody shows the place
      ANSWERING = 3 # sets before a counter, where partners answer back

      # One rung of it: the drill as it is then (Drill::Facts), and how it is said.
      Step = Value.of(:rung, :drill, :said)

      # Manners that make a rung what it is; the other rungs are done in any.
      MANNERS = {"count" => %w[counted counted-then-clocked], "call" => %w[called], "answer" => %w[read trade]}.freeze

      # Whether a drill is how a rung is done, not merely done at it.
      def self.made_for?(drill, rung) =
        drill.facts.rungs.include?(rung) && MANNERS.fetch(rung, []).include?(drill.facts.manner)

      # `drill` as it is done at `rung`; `ladder` the club's rungs.
      def self.of(drill, rung: drill.facts.rungs.first, ladder: Rungs::ALL) = new(drill, rung, ladder)

      attr_reader :rung

      def initialize(drill, rung, ladder)
        @drill = drill
        @rung = rung
        @ladder = ladder
      end

      # [Step] of every rung of the ladder, the first the easiest.
      def steps = @steps ||= @ladder.map { |rung| step(rung) }

      def now = steps.find { |step| step.rung == rung } || steps.first

      # The rungs below, the nearest last; and above, the nearest first.
      def before = steps.take_while { |step| step.rung != rung }

      def after = steps.drop_while { |step| step.rung != rung }.drop(1)

      # [Step] for so many classes from here on: one rung up from class to class, and kept up at the top.
      def coming(classes)
        from = [now, *after]
        (0...classes).map { |i| from.fetch(i, from.last) }
      end

      private

      def step(rung)
        return Step.new(rung: rung, drill: @drill, said: said(rung)) if rung == @rung
        Step.new(rung: rung, drill: Drill.new(**bare.to_h, **ways(rung), rungs: [rung]), said: said(rung))
      end

      def said(rung) = Lexicon::Plain.at(rung)

      # What is the drill's own at its own rung does not go with it: an inner interval, a count, feeds, a trade.
      def bare
        @drill.facts.but(count: nil, on: nil, off: nil, feeds: [], trade: nil, intensity: nil, manner: "clocked",
          versions: {})
      end

      def ways(rung)
        case rung
        when "air" then {implement: Lexicon::Implements["air"], tempo: @drill.facts.tempo * SLOW, kit: nil}
        when "count" then {manner: "counted", count: @drill.facts.count || COUNT}
        when "move" then {implement: shown_on, kit: nil}
        when "call" then {manner: "called", implement: shown_on, kit: nil}
        when "answer" then answered
        else {}
        end
      end

      # Where a holder shows the place: the drill's own implement if it has one, or pads that take it.
      def shown_on
        own = @drill.facts.implement
        return own if own.holder || own.live
        HOLDERS.map { |id| Lexicon::Implements[id] }.find { |held| takes?(held) } || own
      end

      def takes?(implement) =
        @drill.facts.pool.all? do |each|
          each.actions.all? { |action| !action.contact? || implement.takes?(action.technique) }
        end

      # Feeds that the drill has already, or the partner counters at once, lightly.
      def answered
        return {manner: "read", feeds: @drill.facts.feeds} if @drill.facts.feeds.any?
        partner = Lexicon::Implements["partner"]
        {manner: "trade", pool: @drill.facts.pool.first(2), implement: takes?(partner) ? partner : shown_on, kit: nil,
         trade: Trade.new(turn: "counter at once", expected: ANSWERING), intensity: :touch}
      end
    end
  end
end
