module JauntyBell
  module Files
    # A drill as JSON-ready data: its row, what the core draws from implement and techniques, and what the corner says.
    class DrillJson
      # `meanings` maps the pool's combination ids to Core::Bench::Combinations; `row` is a row of Store::Drills.
      def initialize(row, meanings, reading, school)
        @row = row
        @reading = reading
        @school = school
        @drill = Core::Bench::Drill.from_data(row, meanings, reading)
      end

      def to_h
        {id: @row[:id], version: @row[:version], archived: !@row[:archived_at].nil?,
         **@row.slice(:name, :implement, :manner, :both_sides, :count, :on_s, :off_s, :rest, :ladder, :breathing,
           :feeds_aloud, :intensity),
         trade: @row[:trade]&.to_h,
         tempo: @row[:tempo].to_f, pause_s: @row[:pause_s].to_f, rungs: @row[:rungs].to_a,
         pool: @row[:pool].map { |each|
           {combination_id: each[:combination_id], at_rungs: each[:at_rungs].to_a, feed: each[:feed]}
         },
         kit: @row[:kit]&.to_a, holder_cues: @row[:holder_cues]&.to_a, cautions: @row[:cautions]&.to_a, drawn: drawn}
      end

      private

      def drawn
        {kit: @drill.usual_kit, holder_cues: @drill.holder_cues, cautions: @drill.cautions, cues: @drill.cues,
         ladder: (@drill.ladder_lines.map { |step| Core::Bench::Notation.write(step, @reading) } if @row[:manner] ==
         "ladder"), findings: findings, feeds: @drill.facts.feeds.map { |feed| feed(feed) },
         trade: @drill.trade&.said, path: path}
      end

      # What is said of a feed, and what usually answers it in both stances.
      def feed(feed)
        {text: feed.text, spoken: feed.spoken, usual: FeedJson.usual(feed, @reading, @school)}
      end

      # Where the feet go, of a drill of steps alone.
      def path
        Core::Bench::Path.of(@drill.facts.pool.first, @reading)&.then { |path| PathJson.of(path) }
      end

      def findings
        @drill.analyses(reading: @reading, school: @school).flat_map do |analysis|
          analysis.walk.sorted_findings.reject(&:taught).map do |finding|
            {combination: analysis.canonical, rule: finding.rule, severity: finding.severity, reason: finding.reason}
          end
        end
      end
    end
  end
end
