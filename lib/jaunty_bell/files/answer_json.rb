module JauntyBell
  module Files
    # What is said of a text that a coach types, as JSON-ready data: what it is read as, or as far as it can be read
    # with what cannot.
    module AnswerJson
      # From a text and the reading it is read in; the block may make the Core::Bench::Analysis of a combination, and
      # say what belongs to the answer of a text that is read in whole ({pace:, infeasible:}).
      def self.of(text, reading, judge: nil, &more)
        judge ||= ->(combination) { Core::Bench::Analysis.new(combination, reading: reading) }
        analysis = judge.call(Core::Bench::Notation.read(text, reading))
        {reading: AnalysisJson.new(analysis).to_h, unreadable: nil, gaps: [], pace: nil, infeasible: nil,
         **(more ? more.call(analysis) : {})}
      rescue Core::Bench::Notation::Unreadable
        partly(Core::Bench::Notation.partly(text, reading), judge)
      end

      # No mends, since they would be written with the gap.
      def self.partly(part, judge)
        drawn = part.combination && AnalysisJson.new(judge.call(part.combination), gaps: part.gaps).to_h
        {reading: drawn, pace: nil, unreadable: part.error.to_h, gaps: part.gaps.map(&:to_h), infeasible: nil}
      end
      private_class_method :partly
    end
  end
end
