module JauntyBell::Core
  module Bench
    # A drill's facts as plain data with symbol keys, its pool apart: what is stored (Drill.from_data reads it back).
    module DrillData
      def self.of(drill)
        facts = drill.facts
        {implement: facts.implement.id, manner: facts.manner, tempo: facts.tempo.to_f, pause_s: facts.pause.to_f,
         both_sides: facts.both_sides, count: facts.count, on_s: facts.on, off_s: facts.off, rest: facts.rest,
         ladder: facts.ladder, breathing: facts.breathing, feeds_aloud: facts.feeds_aloud, rungs: facts.rungs,
         kit: facts.kit, holder_cues: nil, cautions: nil, intensity: facts.intensity&.to_s,
         trade: facts.trade&.to_h}
      end
    end
  end
end
