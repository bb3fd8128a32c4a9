module JauntyBell
  module Files
    # What the Bench says about a combination, as JSON-ready data: the same for the command line and the API.
    class AnalysisJson
      # @param analysis [Core::Bench::Analysis]
      # `gaps`: what of the text could not be read (Notation::Partly::Gap).
      def initialize(analysis, gaps: [])
        @analysis = analysis
        @gaps = gaps.to_h { |gap| [gap.index, gap] }
        @writer = Core::Bench::Notation::Writer.new(analysis.reading)
        @speech = Core::Bench::Notation::Speech.new
      end

      # Times in seconds, beats as decimals, indexes from 0.
      def to_h
        {canonical: @analysis.canonical, spoken: @analysis.spoken, by_hand: @analysis.by_hand, actions: actions,
         beats: @analysis.beats.to_f, set_time: @analysis.set_time.to_f.round(6),
         counts: AnalysisJson.counts(@analysis.counts),
         findings: findings, complexity: @analysis.complexity.to_f, frames: frames, holder: holder}
      end

      # Sets and counts in a round of so many seconds' work.
      def self.round(analysis, work)
        round = analysis.round(work)
        {work: work.to_f, sets: round[:sets], strikes: round[:counts].strikes, counts: counts(round[:counts])}
      end

      def self.counts(counts) = counts.to_h

      # Each action with what is needed to draw it.
      def actions
        second = 60 / @analysis.tempo
        links, places = @analysis.links, Core::Bench::Wrap.places(@analysis)
        labels, stances = @writer.labels(@analysis.combination), @analysis.stances
        @analysis.walk.visits.map do |visit|
          action_facts(visit.action, labels[visit.index]).merge(stance: stances[visit.index],
            gap: @gaps[visit.index]&.text,
            range: visit.band_name, starts_at: (visit.starts_at * second).to_f.round(6),
            beats: Core::Bench::Flow::Walk.beats_of(visit.action).to_f, link: links[visit.index],
            place: place(places[visit.index]))
        end
      end

      # What the holder shows for each action; nil where nothing is hit.
      def holder
        Core::Bench::HolderMap.of(@analysis.combination, @analysis.reading, @analysis.setting.school)
          .map { |show| show&.to_h }
      end

      # Keyframes of the floor picture, times in seconds.
      def frames
        second = 60 / @analysis.tempo
        Core::Bench::Frames.of(@analysis.walk, @analysis.reading).map do |frame|
          facts = frame.to_h
          facts[:at] = (frame.at * second).to_f.round(4)
          facts[:feet] = frame.feet.transform_values(&:to_h)
          facts
        end
      end

      private

      def action_facts(action, label)
        technique = action.technique
        {technique: technique.id, family: technique.family, plane: technique.plane, label: label,
         spoken: @speech.action(action),
         side: action.side, hand: action.side && @analysis.reading.hand_of(action.side, action.by),
         level: action.level, by: action.by,
         contact: action.contact?, feint: action.feint, force: action.force, recovery: action.recovery,
         with: action.with && {technique: action.with.technique.id, family: action.with.technique.family,
                               label: @writer.label(action.with), side: action.with.side}}
      end

      def place(place)
        {starts: seconds(place.starts), middle: seconds(place.middle), ends: seconds(place.ends), out: place.out,
         thread: place.thread, mark: place.mark.to_h,
         pin: place.pin && {out: place.pin.first, mark: place.pin.last.to_h}}
      end

      def seconds(exact) = exact.to_f.round(6)

      def findings
        @analysis.findings.map do |finding|
          {rule: finding.rule, severity: finding.severity, at: finding.at, seam: finding.seam, reason: finding.reason,
           taught: finding.taught, footwork: finding.footwork?,
           fixes: @gaps.any? ? [] : finding.mends.map { |mend|
             {label: mend.label, notation: Core::Bench::Notation.write(mend.combination, @analysis.reading)}
           }}
        end
      end
    end
  end
end
