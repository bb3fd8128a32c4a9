module JauntyBell
  module Files
    # Combinations as JSON that any program can read: docs/schemas/combinations.schema.json.
    module CombinationExport
      FORMAT = "jaunty-bell/combinations"

      # From rows of Store::Combinations.
      def self.of(rows, reading)
        {format: FORMAT, version: 1, combinations: rows.map { |row|
          meaning = Core::Bench::Combination.from_data(row[:meaning], reading.lexicon)
          {name: row[:name], tags: row[:tags].to_a, notation: Core::Bench::Notation.write(meaning, reading), meaning: meaning.to_data}
        }}
      end

      # The combinations of an export as [name, tags, Combination]. Raises Core::InvalidInput.
      def self.read(data, techniques)
        raise Core::InvalidInput.new("This is no list of combinations of ours.", path: "format") unless data["format"] == FORMAT && data["version"] == 1
        data.fetch("combinations").map { |entry| [entry.fetch("name"), entry.fetch("tags", []), Core::Bench::Combination.from_data(entry.fetch("meaning"), techniques)] }
      rescue KeyError => e
        raise Core::InvalidInput.new("A combination lacks its #{e.key}.", path: "combinations")
      end
    end
  end
end
