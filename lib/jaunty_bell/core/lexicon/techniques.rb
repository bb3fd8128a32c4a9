module JauntyBell::Core
  module Lexicon
    # The techniques a club knows: the shipped ones and its own, found by id or by what a coach writes.
    class Techniques
      include Enumerable

      BANDS = %i[long mid close].freeze
      FAMILIES = %w[punch elbow knee kick defence step pause].push("hand control").freeze

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

      # `own` are those whose ids and names win over others of the same: a club's own, kept before one like it shipped.
      def initialize(all, own: [])
        @own = own
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

      # A further lexicon with new entries of a club's own (same shape as in techniques.yml). Raises InvalidInput where
      # an id or a name is taken.
      def and(entries) = entries.empty? ? self : Techniques.new(@all + made(entries), own: @own)

      # A further lexicon with entries that a club has kept: they win over what ships by the same id or name.
      def with_kept(entries)
        return self if entries.empty?
        kept = made(entries)
        Techniques.new(@all.reject { |technique| kept.include?(technique) } + kept, own: kept)
      end

      # The technique whose written name is the longest that these lower-case words begin with, how many words it takes,
      # and what the name says beyond it ({level: :head} of a high kick); nil if none.
      def longest_named(words)
        candidates = @by_first_word[words.first] or return
        candidates.find { |name, _| words.first(name.size) == name }
          &.then { |name, technique| [technique, name.size, technique.said_by(name.join(" "))] }
      end

      # The same for a name in the plural or said as what somebody does ("jabs", "low kicks", "steps in").
      def longest_in_plural(words)
        words.size.downto(1) do |size|
          name = words.first(size)
          [[*name[0...-1], one(name.last)], [one(name.first), *name.drop(1)]].each do |single|
            found = longest_named(single) if single != name
            return found if found&.at(1) == size
          end
        end
        nil
      end

      # How many of these words, written with hyphens, are one name ("step-in", "over-the-top"); nil where a hyphen
      # stands between two techniques ("push-kick") or there is no such name.
      def compound(words)
        _, size = longest_named(words)
        size if size.to_i > 1 && (1...size).none? { |at| named?(words.first(at)) && longest_named(words[at..]) }
      end

      # Every written name, for completion and for "did you mean".
      def written_names = @by_first_word.values.flatten(1).map { |name, _| name.join(" ") }

      def inspect = "#<Techniques #{@all.size}>"

      private

      def one(word) = word.match?(/(ss|sh|ch|x)es\z/) ? word.delete_suffix("es") : word.delete_suffix("s")

      def named?(words) = longest_named(words)&.at(1) == words.size

      def made(entries)
        entries.map { |entry| Techniques.technique(Shipped.techniques.fetch("families"), entry) }
      end

      def only(name, techniques)
        return techniques.first if techniques.one?
        kept = techniques.select { |technique| @own.include?(technique) }
        return kept.first if kept.one?
        raise InvalidInput.new("\"#{name}\" names two techniques.", path: name)
      end

      def index_names
        names = @all.reject(&:pause?).flat_map do |technique|
          technique.written_names.map { |name| [name.split, technique] }
        end
        names = names.group_by(&:first).map { |name, group| [name, only(name.join(" "), group.map(&:last))] }
        names.group_by { |name, _| name.first }.transform_values { |list|
          list.sort_by { |name, _| -name.size }.freeze
        }.freeze
      end
    end
  end
end
