require "json"

module JauntyBell
  module Files
    # Combinations as JSON that any program can read: docs/schemas/combinations.schema.json.
    module CombinationExport
      FORMAT = "jaunty-bell/combinations"

      # From rows of Store::Combinations, and the series (rows of Store::Series) that are made of them.
      def self.of(rows, reading, series: [])
        names = rows.to_h { |row| [row[:id], row[:name]] }
        {format: FORMAT, version: 1, combinations: rows.map { |row| entry(row, reading) },
         series: series.map { |each|
           {name: each[:name], combinations: names.values_at(*each[:combination_ids]).compact}
         }}
      end

      def self.entry(row, reading)
        meaning = Core::Bench::Combination.from_data(row[:meaning], reading.lexicon)
        {name: row[:name], tags: row[:tags].to_a, notation: Core::Bench::Notation.write(meaning, reading),
         meaning: meaning.to_data}
      end
      private_class_method :entry

      # Every combination of an export as a CombinationList::Line, with its problem where it cannot be kept.
      # Raises Core::InvalidInput for what is no export of ours.
      def self.read(text, reading, taken: [])
        data = JSON.parse(text)
        ours = data.is_a?(Hash) && data.values_at("format", "version") == [FORMAT, 1] &&
          data["combinations"].is_a?(Array)
        raise Core::InvalidInput.new("This is JSON, but no list of combinations of ours.", path: "text") unless ours
        CombinationList.few_enough(data["combinations"].size)
        names = taken.to_set
        data["combinations"].each_with_index.map { |entry, i| line(entry, i + 1, reading, names) }
      rescue JSON::ParserError
        raise Core::InvalidInput.new("This begins like JSON but cannot be read as it.", path: "text")
      end

      # The series of an export: [[name, names of its combinations in order]].
      def self.series(text)
        listed = JSON.parse(text)["series"]
        Array(listed).filter_map do |each|
          if each.is_a?(Hash) && each["name"].to_s.strip != ""
            [each["name"].to_s, Array(each["combinations"]).map(&:to_s)]
          end
        end
      end

      def self.line(entry, number, reading, names)
        name = entry.is_a?(Hash) ? entry["name"].to_s : ""
        combination = Core::Bench::Combination.from_data(entry.fetch("meaning"), reading.lexicon)
        notation = Core::Bench::Notation.write(combination, reading)
        unless Core::Bench::Notation.read(notation, reading) == combination
          raise Core::InvalidInput, "This entry holds something that cannot be written."
        end
        CombinationList.kept(CombinationList::Line.new(number: number, name: name, notation: notation,
          tags: Array(entry["tags"]).map(&:to_s), combination: combination), names)
      rescue Core::InvalidInput, KeyError, NoMethodError, TypeError => e
        CombinationList::Line.new(number: number, name: name, notation: "",
          problem: e.is_a?(Core::InvalidInput) ? e.message : "This entry has no meaning that can be read.")
      end
      private_class_method :line
    end
  end
end
