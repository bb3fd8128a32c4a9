module JauntyBell
  module Files
    # Cards in and out as plain data: rounds for the core, sums for the interface.
    module CardJson
      # A Core::Card::Plan from rounds with the fields of the contract (symbol keys) and the meanings they name.
      # Raises Core::InvalidInput for a round out of reason or a combination that is not among the meanings.
      def self.plan(rounds, minutes, meanings, reading)
        Core::Card::Plan.new(rounds.each_with_index.map { |round, i| round(round, i, meanings) }, minutes: minutes, reading: reading)
      end

      def self.round(round, index, meanings)
        wanted = round[:combination_id]
        if wanted && !meanings.key?(wanted)
          raise Core::InvalidInput.new("This round names a combination that is not on your shelf.", path: "rounds/#{index}/combination_id")
        end
        Core::Card::Round.new(block: round[:block], title: round[:title], work: round[:work_s], rest: round[:rest_s], explain: round[:explain_s],
          combination: wanted && meanings[wanted], tempo: Rational(round[:tempo].to_s), pause: Rational(round[:pause_s].to_s),
          share: round[:share], both_sides: round[:both_sides], effort: round[:effort])
      end
      private_class_method :round

      def self.sums(plan)
        rounds = plan.spans.zip(plan.each_student).map { |span, share| {**span, sets: share&.fetch(:sets), strikes: share && share[:counts].strikes} }
        {total: plan.total, over: plan.over, planned_load: plan.planned_load, rounds: rounds, counts: plan.counts.to_h,
         seconds: plan.seconds.transform_values(&:to_f)}
      end

      # A stored round as the contract shows it.
      def self.stored(round)
        round.except(:club_id, :card_id, :position).merge(tempo: round[:tempo].to_f, pause_s: round[:pause_s].to_f, effort: round[:effort].to_f)
      end
    end
  end
end
