module JauntyBell
  module Services::Floor
    # Which version of each round's combination each student does, by what they own on the day, and how what is drilled
    # stands with them.
    class RoundVersions
      # `rounds` of Core::Floor::Rounds, `students` rows of those expected.
      def initialize(masteries, rounds, students, day)
        @masteries = masteries
        @rounds = rounds
        @ids = students.map { |student| student[:id] }
        @day = day
      end

      # {student id => rung} of those who do another rung than the group in a round.
      def of(round)
        return {} unless versioned?(round)
        @ids.to_h { |id| [id, rung(id, round)] }.reject { |_, rung| rung == round[:rung] }
      end

      # {student id => {combination id => state of mastery}} of what is drilled, at the rung it is drilled.
      def states
        @states ||= known.transform_values { |by_key|
          by_key.slice(*drilled).to_h { |(id, _), mastery| [id, mastery.state] }
        }
      end

      private

      def versioned?(round) = round[:combination_id] && (round[:beginners] || round[:ahead])

      def drilled =
        @drilled ||= @rounds.filter_map { |round|
          round.values_at(:combination_id, :rung) if round[:combination_id]
        }.uniq

      # {student id => {[combination id, rung] => Core::Book::Mastery}}
      def known = @known ||= @masteries.on(@day, students: @ids, combinations: drilled.map(&:first).uniq)

      def rung(id, round)
        mine = known.fetch(id, {})
        Core::Floor::Versions.of(round[:rung], beneath: round[:beginners], above: round[:ahead]) do |rung|
          Core::Book::Mastery.owned_at?(rung) { |each| mine[[round[:combination_id], each]] }
        end
      end
    end
  end
end
