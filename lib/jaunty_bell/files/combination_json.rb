module JauntyBell
  module Files
    # A combination on the shelf as JSON-ready data: its row with what the core says of it.
    module CombinationJson
      # From a row of Store::Combinations and the reading it is shown in.
      def self.of(row, reading)
        analysed(row, Core::Bench::Combination.from_data(row[:meaning], reading.lexicon), reading)
      end

      # One that is on no shelf, written on a card: {name:, what: its meaning}.
      def self.written(key, said, reading)
        row = {id: key, name: said[:name],
               complexity: Core::Bench::Complexity.of(Core::Bench::Flow::Walk.new(said[:what])), tags: [], version: 1}
        analysed(row, said[:what], reading)
      end

      def self.analysed(row, combination, reading)
        analysis = Core::Bench::Analysis.new(combination, reading: reading)
        shown = AnalysisJson.new(analysis)
        {id: row[:id], name: row[:name], notation: analysis.canonical, spoken: analysis.spoken,
         complexity: row[:complexity].to_f, level: Core::Bench::Complexity.level(row[:complexity]),
         tags: row[:tags].to_a, origin_id: row[:origin_id],
         taught_so: analysis.combination.taught_so, version: row[:version], archived: !row[:archived_at].nil?,
         actions: shown.actions, beats: analysis.beats.to_f,
         set_time: analysis.set_time.to_f.round(6), strikes: analysis.counts.strikes,
         path: Core::Bench::Path.of(combination, reading)&.then { |path| PathJson.of(path) }}
      end
      private_class_method :analysed
    end
  end
end
