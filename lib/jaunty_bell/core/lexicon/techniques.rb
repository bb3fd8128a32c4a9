module JauntyBell::Core
  module Lexicon
    # The techniques a club knows: the shipped ones and its own, found by id or by what a coach writes.
    class Techniques
      include Enumerable

      BANDS = %i[long mid close].freeze
      FAMILIES = %w[punch elbow knee kick defence step pause exercise].push("hand control").freeze

      def self.default = @default ||= build(Shipped.techniques)

      # `data` has the shape of techniques.yml. Raises InvalidInput with the path of the first thing wrong.
      def self.build(data)
        families = data.fetch("families")
        new(data.fetch("techniques").map { |entry| technique(families, entry) })
      end

      def self.technique(families, entry)
        EntryRules.new(entry, families).raise_if_wrong
        Technique.new(families.fetch(entry["family"]).merge(entry))
      end

      def initialize(all)
        @all = all.freeze
        @by_id = all.to_h { |technique| [technique.id, technique] }.freeze
        raise InvalidInput.new("Two techniques share an id.", path: "techniques") if @by_id.size < all.size
        @by_first_word = index_names
        freeze
      end

      def each(&) = @all.each(&)

      # The technique with this id. Raises InvalidInput if there is none.
      def [](id)
        @by_id.fetch(id) { raise InvalidInput.new("There is no technique \"#{id}\".", path: id) }
      end

      def key?(id) = @by_id.key?(id)

      # A further lexicon with the club's own entries (same shape as in techniques.yml).
      def and(entries)
        return self if entries.empty?
        Techniques.new(@all + entries.map { |entry| Techniques.technique(Shipped.techniques.fetch("families"), entry) })
      end

      # The technique whose written name is the longest that these lower-case words begin with, and how many
      # words it takes; nil if none.
      def longest_named(words)
        candidates = @by_first_word[words.first] or return
        candidates.find { |name, _| words.first(name.size) == name }&.then { |name, technique| [technique, name.size] }
      end

      # Every written name, for completion and for "did you mean".
      def written_names = @by_first_word.values.flatten(1).map { |name, _| name.join(" ") }

      private

      def index_names
        names = @all.reject(&:exercise?).reject(&:pause?).flat_map do |technique|
          technique.written_names.map { |name| [name.split, technique] }
        end
        twice = names.group_by(&:first).find { |_, group| group.size > 1 }
        if twice
          raise InvalidInput.new("\"#{twice.first.join(" ")}\" names two techniques.", path: twice.first.join(" "))
        end
        names.group_by { |name, _| name.first }.transform_values { |list|
          list.sort_by { |name, _| -name.size }.freeze
        }.freeze
      end
    end
  end
end
