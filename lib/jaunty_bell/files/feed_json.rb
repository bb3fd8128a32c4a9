module JauntyBell
  module Files
    # What a partner does or shows in a read drill, as JSON-ready data.
    module FeedJson
      # From a Core::Bench::Feed; `actions` are drawn as a wrap, none for words of a coach's own.
      def self.of(feed, reading, school)
        drawn = {actions: [], set_time: 0.0}
        if feed.actions.any?
          shown = AnalysisJson.new(Core::Bench::Analysis.new(Core::Bench::Combination.new(feed.actions),
            reading: reading))
          drawn = shown.to_h.slice(:actions, :set_time)
        end
        {text: feed.text, spoken: feed.spoken, usual: usual(feed, reading, school), **drawn}
      end

      # What usually answers it, in the same stance and in opposite ones.
      def self.usual(feed, reading, school) =
        %i[same opposite].to_h { |stances| [stances, feed.usual(stances, reading, school)] }
    end
  end
end
