module JauntyBell
  module Files
    # A flow as JSON-ready data: its row, and what it comes to.
    module FlowJson
      # `phases` Core::Card::Phases of the row.
      def self.of(row, phases)
        exercises = phases.filter_map(&:exercise)
        {id: row[:id], version: row[:version], name: row[:name], archived: !row[:archived_at].nil?,
         phases: Core::Card::Data.phases_data(phases), seconds: phases.sum { |phase| phase.lasts.to_i },
         kit: exercises.flat_map(&:gear).uniq, cautions: Core::Words.sentences(exercises.flat_map(&:cautions))}
      end
    end
  end
end
