require "json"
require "yaml"

module JauntyBell
  module Files
    # What the interface and the contract know as the core knows it: choices, limits and defaults, written out of the
    # core's own data as TypeScript and as OpenAPI schemas. bin/known keeps both files; a test proves that they are up
    # to date.
    module Known
      Core = JauntyBell::Core

      # Words to choose from: name in the interface => values.
      CHOICES = {
        RUNGS: Core::Bench::Rungs::ALL, MANNERS: Core::Bench::Drill::MANNERS, LADDERS: Core::Bench::Drill::LADDERS,
        DRILL_RESTS: Core::Bench::Drill::RESTS, LEVELS: Core::Bench::Complexity::LEVELS.keys,
        STANCES: Core::Bench::STANCES, BLOCK_KINDS: Core::Card::BLOCKS, SWAPS: Core::Card::SWAPS,
        INTENSITIES: Core::Card::INTENSITIES, MATTERS: Core::Care::MATTERS, BLOCKED: Core::Care::BLOCKS,
        EFFORT_WORDS: Core::Book::Effort::WORDS, DAYS: Core::Weeks::DAYS, FAMILIES: Core::Lexicon::EntryRules::TAUGHT,
        STRIKING: Core::Lexicon::EntryRules::STRIKING, PLANES: Core::Lexicon::EntryRules::ALLOWED["plane"],
        RANGES: Core::Lexicon::EntryRules::ALLOWED["range"], SIDES: Core::Lexicon::EntryRules::ALLOWED["sides"],
        TARGETS: Core::Lexicon::EntryRules::ALLOWED["levels"], DRIVES: Core::Lexicon::EntryRules::ALLOWED["drive"],
        POINTERS: Core::Book::Pointers::ORDER, GRAVE_POINTERS: Core::Book::Pointers::GRAVE,
        DOOR_NOTES: Core::Floor::Door::KINDS, GRAVE_NOTES: Core::Floor::Door::GRAVE,
        STATES: Core::Book::Mastery::STATES, SEVERITIES: Core::Bench::Flow::SEVERITIES
      }.freeze

      # Where a number may lie: name => [least, most].
      LIMITS = {
        tempo: Core::Bench::Pace::TEMPOS, pause: Core::Bench::Pace::PAUSES, sets: Core::Bench::Drill::COUNTS,
        interval: Core::Bench::Drill::INTERVALS, laps: Core::Card::LAPS, repeats: Core::Card::REPEATS,
        importance: Core::Card::IMPORTANCES, change: Core::Card::CHANGES, places: Core::Card::PLACES,
        round: 0..Core::Card::LONGEST_ROUND, cardMinutes: 1..Core::Card::LONGEST_CLASS,
        effort: Core::Book::Effort::RATINGS, minutes: Core::Book::Effort::MINUTES,
        halfLife: Core::Book::Mastery::HALF_LIVES, attempts: Core::Book::Mastery::ATTEMPTS,
        weeks: Core::Weeks::Programme::WEEKS, classMinutes: Core::Weeks::Programme::MINUTES
      }.transform_values { |range| [range.min, range.max] }.freeze

      # Single numbers and words.
      VALUES = {
        TEMPO: Core::Bench::Pace::TEMPO, PAUSE_S: Core::Bench::Pace::PAUSE.to_f,
        HEAD_KNOCK: Core::Care::HeadKnock::MATTER,
        VOICE_GAP_MS: Core::Floor::Voice::GAP, LONG_PAUSE_S: Core::Floor::TookPlace::LONG, FIT_GRID_S: Core::Card::GRID,
        PAIRS_EXACT: Core::Floor::Pairs::EXACT, PAIRS_DEALT: Core::Floor::Pairs::Crowd::DEALT
      }.freeze

      # What the contract calls a choice: schema => name in CHOICES.
      SCHEMAS = {
        Rung: :RUNGS, Manner: :MANNERS, Ladder: :LADDERS, DrillRest: :DRILL_RESTS, Level: :LEVELS, Stance: :STANCES,
        BlockKind: :BLOCK_KINDS, Swap: :SWAPS, Intensity: :INTENSITIES, Matter: :MATTERS, Blocked: :BLOCKED,
        Family: :FAMILIES, Plane: :PLANES, Reach: :RANGES, Side: :SIDES, Target: :TARGETS, Drive: :DRIVES,
        PointerKind: :POINTERS, DoorNoteKind: :DOOR_NOTES, State: :STATES, Severity: :SEVERITIES
      }.freeze
      OR_NONE = %i[Level Intensity Side Target].freeze # of these there may be none
      # What the contract calls a limit: schema => [name in LIMITS, type].
      NUMBERS = {
        Tempo: [:tempo, "number"], Pause: [:pause, "number"], Interval: [:interval, "integer"],
        SetCount: [:sets, "integer"], Laps: [:laps, "integer"], Repeats: [:repeats, "integer"],
        Importance: [:importance, "integer"], Places: [:places, "integer"], Change: [:change, "integer"],
        Seconds: [:round, "integer"], ClassMinutes: [:cardMinutes, "integer"], Effort: [:effort, "number"],
        Minutes: [:minutes, "integer"], HalfLife: [:halfLife, "integer"], Attempts: [:attempts, "integer"]
      }.freeze
      ABOVE = %i[tempo].freeze # the least itself will not do
      MADE = "Made by bin/known from the core's own data: change it there."

      class << self
        # A TypeScript module.
        def typescript
          lines = CHOICES.map { |name, list| "export const #{name} = #{JSON.generate(list)} as const;" }
          lines += VALUES.map { |name, value| "export const #{name} = #{JSON.generate(value)};" }
          lines << "export const LIMITS = #{JSON.generate(LIMITS)} as const;"
          lines << "export const NEW_ROUND = #{JSON.generate(new_round)};"
          lines << "export const NEW_DRILL = #{JSON.generate(new_drill)};"
          lines << "export const PLAN_LIMITS = #{JSON.generate(Core::Weeks::Limits.new.to_h)};"
          "// #{MADE}\n#{lines.join("\n")}\n"
        end

        # OpenAPI schemas; the contract's files refer to them.
        def contract
          choices = SCHEMAS.to_h { |schema, name| [schema.to_s, enum("string", CHOICES.fetch(name))] }
          none = OR_NONE.to_h do |schema|
            ["#{schema}OrNone", enum(%w[string null], [*CHOICES.fetch(SCHEMAS[schema]), nil])]
          end
          numbers = NUMBERS.to_h { |schema, (name, type)| [schema.to_s, within(name, type)] }
          nulls = NUMBERS.to_h { |schema, (name, type)| ["#{schema}OrNone", within(name, [type, "null"])] }
          schemas = choices.merge(none, numbers, nulls, "Settings" => settings)
          "# #{MADE}\n#{YAML.dump({"schemas" => schemas}).delete_prefix("---\n")}"
        end

        private

        def enum(type, list) = {"type" => type, "enum" => list.map { |each| each.is_a?(Symbol) ? each.to_s : each }}

        def within(name, type)
          least, most = LIMITS.fetch(name)
          {"type" => type, (ABOVE.include?(name) ? "exclusiveMinimum" : "minimum") => least, "maximum" => most}
        end

        # The settings of a school, each of the kind its default is.
        def settings
          defaults = Core::Lexicon::School.default.to_h
          {"type" => "object", "required" => defaults.keys,
           "properties" => defaults.to_h { |name, value| [name, setting(name, value)] }}
        end

        def setting(name, value)
          return enum("string", Core::Lexicon::School.choices[name]) if Core::Lexicon::School.choices.key?(name)
          case value
          when true, false then {"type" => "boolean"}
          when Integer then {"type" => "integer"}
          when Array then {"type" => "array", "items" => {"type" => "string"}}
          when Hash then table(value)
          else {"type" => "string"}
          end
        end

        # A table of numbers; an empty one takes any name.
        def table(value)
          number = {"type" => "integer"}
          return {"type" => "object", "additionalProperties" => number} if value.empty?
          {"type" => "object", "required" => value.keys, "properties" => value.transform_values { number }}
        end

        # A round as it is when nothing has been said of it but its title.
        def new_round
          block = Core::Card::Block.new(kind: "bag", rounds: [Core::Card::Round.new(title: "Round")])
          Core::Card::Data.of([block]).first["rounds"].first
        end

        # A drill that nothing has been said of: its facts as they are sent.
        def new_drill
          facts = Core::Bench::Drill::Facts.new(pool: [], implement: nil)
          {pool: [], manner: facts.manner, tempo: facts.tempo, pause_s: facts.pause.to_f, both_sides: facts.both_sides,
           count: facts.count, on_s: facts.on, off_s: facts.off, rest: facts.rest, ladder: facts.ladder,
           breathing: facts.breathing, kit: facts.kit, holder_cues: nil, cautions: nil}
        end
      end
    end
  end
end
