module JauntyBell
  module Files
    # A drill as JSON-ready data: its row, what the core draws from implement and techniques, and what the corner says.
    class DrillJson
      # `meanings` maps the pool's combination ids to Core::Bench::Combinations; `row` is a row of Store::Drills.
      def initialize(row, meanings, reading, school)
        @row = row
        @reading = reading
        @school = school
        @drill = DrillJson.drill(row, meanings)
      end

      # The core's drill from a row or from what the interface sends. Raises Core::InvalidInput.
      def self.drill(facts, meanings)
        pool = facts[:pool].map { |each| meanings.fetch(each[:combination_id]) { raise Core::InvalidInput.new("The pool names a combination that is not on your shelf.", path: "pool") } }
        versions = facts[:pool].each_with_index.flat_map { |each, i| each[:at_rungs].to_a.map { |rung| [rung, i] } }.to_h
        Core::Bench::Drill.new(pool: pool, implement: Core::Lexicon::Implements[facts[:implement]], manner: facts[:manner], tempo: Rational(facts[:tempo].to_s),
          pause: Rational(facts[:pause_s].to_s), both_sides: facts[:both_sides], rungs: facts[:rungs].to_a, versions: versions, count: facts[:count],
          on: facts[:on_s], off: facts[:off_s], rest: facts[:rest], ladder: facts[:ladder], breathing: facts[:breathing], kit: facts[:kit]&.to_a)
      end

      def to_h
        {id: @row[:id], version: @row[:version], archived: !@row[:archived_at].nil?,
         **@row.slice(:name, :implement, :manner, :both_sides, :count, :on_s, :off_s, :rest, :ladder, :breathing),
         tempo: @row[:tempo].to_f, pause_s: @row[:pause_s].to_f, rungs: @row[:rungs].to_a,
         pool: @row[:pool].map { |each| {combination_id: each[:combination_id], at_rungs: each[:at_rungs].to_a} },
         kit: @row[:kit]&.to_a, holder_cues: @row[:holder_cues]&.to_a, cautions: @row[:cautions]&.to_a, drawn: drawn}
      end

      private

      def drawn
        {kit: @drill.usual_kit, holder_cues: @drill.holder_cues, cautions: @drill.cautions, cues: @drill.cues,
         ladder: (@drill.rungs_of_ladder.map { |step| Core::Bench::Notation.write(step, @reading) } if @row[:manner] == "ladder"), findings: findings}
      end

      def findings
        @drill.analyses(reading: @reading, school: @school).flat_map do |analysis|
          analysis.walk.sorted_findings.map { |finding| {combination: analysis.canonical, rule: finding.rule, severity: finding.severity, reason: finding.reason} }
        end
      end
    end
  end
end
