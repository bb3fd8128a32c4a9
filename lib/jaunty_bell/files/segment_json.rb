module JauntyBell
  module Files
    # A segment of a cue sheet as JSON-ready data.
    module SegmentJson
      def self.of(segment) = segment.to_h.merge(cues: segment.cues.map(&:to_h))
    end
  end
end
