module JauntyBell
  module StandIns
    # Whether marks vouch for as long as the Book says: squads train through a season, and of everything that is then
    # owned by the marks it is seen whether the student really can on the day it falls due, with no practice in between.
    #
    #   Vouched.new(squads: 24, memory: 14).to_h # => {owned: 496, still: 486, share: 0.9798}
    class Vouched
      STILL = Core::Book::Mastery::OWNED # the true share of clean repetitions from which it is still owned
      EVENINGS = 24
      FIRST = 101 # seed: other squads than those the planner was tried on

      # `memory` days in which a new skill of these squads loses half its strength.
      def initialize(squads:, memory: Law.new.memory, size: 12)
        @squads = squads
        @law = Law.new(memory: memory, students: size)
      end

      def to_h
        kept = (FIRST...FIRST + @squads).flat_map { |seed| of_one(seed) }
        {owned: kept.size, still: kept.count(true), share: kept.count(true).fdiv(kept.size).round(4)}
      end

      private

      def shelf =
        @shelf ||= [*Trial::KNOWN, *Trial::GOALS.map { |name, notation| [name, notation] }].to_h
          .transform_values { |notation| Core::Bench::Notation.read(notation) }

      # Whether each that is owned after the season still is on its due day.
      def of_one(seed)
        squad = SimulatedSquad.new(shelf, seed: seed, from: Trial::START, law: @law)
        ends = EVENINGS.times.reduce(Trial::START) do |day, evening|
          day.tap { squad.evening(day, places(evening)) } + (evening.even? ? 3 : 4)
        end
        squad.due(ends).map { |student, id, rung, on| squad.chance(student, id, rung, on) >= STILL }
      end

      # Four combinations for three classes, to a count and then on the clock, then the next two come in.
      def places(evening) =
        Array.new(4) { |i| [shelf.keys[(evening / 3 * 2 + i) % shelf.size], (evening % 6 < 3) ? "count" : "clock", 1] }
    end
  end
end
