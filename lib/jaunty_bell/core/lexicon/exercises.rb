module JauntyBell::Core
  module Lexicon
    # The exercises a club knows: the shipped ones and its own, by id or by name.
    #
    #   Exercises.default["squats"].effort       # => 6
    #   Exercises.default.named("hip circles").id # => "hip-circles"
    class Exercises
      include Enumerable

      PURPOSES = ["raise", "mobilise", "strength", "core", "conditioning", "cool down"].freeze
      MEASURES = %w[seconds reps].freeze
      ROOMS = %w[spot mat lane].freeze
      MOST = {"seconds" => 3_600, "reps" => 1_000}.freeze

      def self.default
        @default ||= new(Shipped.exercises.fetch("exercises").map { |id, entry| shipped(id, entry) })
      end

      # Whether it is a club's own.
      def self.own?(exercise) = !default.key?(exercise.id)

      # Lower case, blanks for hyphens, no punctuation.
      def self.plain(text) = text.to_s.downcase.tr("-", " ").gsub(/[^\p{Alnum} ]+/, "").squeeze(" ").strip

      # A club's own from what was told: name, for, in, usual, effort, sides, jumps, room, kit, cues (string keys).
      # Raises InvalidInput with the path of the first thing that will not do.
      def self.own(told)
        name = told["name"].to_s.strip
        refuse("name", "Give the exercise a name of at most 60 letters.") unless name.length.between?(1, 60)
        refuse("name", "A name is letters and numbers.") if plain(name).empty?
        one_of(told, "for", PURPOSES)
        one_of(told, "in", MEASURES)
        one_of(told.merge("room" => told.fetch("room", "spot")), "room", ROOMS)
        usual, effort = told["usual"], told["effort"]
        unless usual.is_a?(Integer) && usual.between?(1, MOST.fetch(told["in"]))
          refuse("usual", "Say how many #{told["in"]} are usual, from 1 to #{MOST.fetch(told["in"])}.")
        end
        unless effort.is_a?(Numeric) && effort.between?(0, 10)
          refuse("effort", "Effort goes from 0 to 10; this is #{effort.inspect}.")
        end
        built(plain(name).tr(" ", "-"), told.merge("name" => name))
      end

      def self.shipped(id, entry)
        built(id, entry).but(drawn: entry.fetch("drawn").map { |pose| Drawing.named(pose) }.freeze)
      end

      def self.built(id, entry)
        lists = %w[kit cues cautions].to_h { |key| [key, Array(entry[key]).map(&:to_s).freeze] }
        Exercise.new(id: id, name: entry.fetch("name"), spoken: entry["spoken"] || plain(entry.fetch("name")),
          purpose: entry.fetch("for"), measured_in: entry.fetch("in").to_sym, usual: entry.fetch("usual"),
          effort: entry.fetch("effort"), sides: !!entry["sides"], jumps: !!entry["jumps"], loud: !!entry["loud"],
          room: entry.fetch("room", "spot"), gear: lists["kit"], cues: lists["cues"], cautions: lists["cautions"])
      end

      def self.one_of(told, field, allowed)
        return if allowed.include?(told[field])
        refuse(field, "\"#{told[field]}\" is not a choice. Choose from: #{allowed.join(", ")}.")
      end

      def self.refuse(path, message) = raise(InvalidInput.new(message, path: path))
      private_class_method :shipped, :built, :one_of, :refuse

      def initialize(all)
        @all = all.freeze
        @by_id = all.to_h { |each| [each.id, each] }.freeze
        @by_name = all.flat_map { |each| each.written_names.map { |name| [name, each] } }.to_h.freeze
        freeze
      end

      def each(&) = @all.each(&)

      # The exercise with this id. Raises InvalidInput if there is none.
      def [](id) = @by_id.fetch(id) { raise InvalidInput.new("\"#{id}\" is no exercise.", path: "exercise") }

      def key?(id) = @by_id.key?(id)

      # The exercise that is written so, in the singular or the plural, or nil.
      def named(text)
        name = Exercises.plain(text)
        @by_name[name] || @by_name["#{name}s"] || @by_name[name.delete_suffix("s")]
      end

      # With a club's own; one of theirs wins over one that ships under the same id.
      def with(own)
        return self if own.empty?
        Exercises.new(@all.reject { |each| own.any? { |theirs| theirs.id == each.id } } + own)
      end

      def inspect = "#<Exercises #{@all.size}>"
    end
  end
end
