require "json"
require "yaml"

module JauntyBell
  module Files
    # What the interface and the contract know as the core knows it: choices, limits and defaults, written out of the
    # core's own data as TypeScript and as OpenAPI schemas. bin/known keeps both files; a test proves that they are up
    # to date.
    module Known
      RULES = Core::Lexicon::EntryRules::ALLOWED

      # Words to choose from: name in the interface => values.
      CHOICES = {
        RUNGS: Core::Bench::Rungs::ALL, MANNERS: Core::Bench::Drill::MANNERS, LADDERS: Core::Bench::Drill::LADDERS,
        DRILL_RESTS: Core::Bench::Drill::RESTS, LEVELS: Core::Bench::Complexity::LEVELS.keys,
        STANCES: Core::Bench::STANCES, BLOCK_KINDS: Core::Card::BLOCKS, INTENSITIES: Core::Card::INTENSITIES,
        TRADE_TURNS: Core::Bench::Trade::TURNS, TRADE_BEGINS: Core::Bench::Trade::BEGINS,
        TRADE_FORCES: Core::Bench::Drill::INTENSITIES, PURPOSES: Core::Lexicon::Exercises::PURPOSES,
        EXERCISE_ROOMS: Core::Lexicon::Exercises::ROOMS, MEASURES: Core::Lexicon::Exercises::MEASURES,
        PATH_SHAPES: Core::Bench::Path::SHAPES, CIRCUIT_BELLS: Core::Card::BELLS,
        MATTERS: Core::Care::MATTERS, BLOCKED: Core::Care::BLOCKS, EFFORT_WORDS: Core::Book::Effort::WORDS,
        DAYS: Core::Weeks::DAYS, FAMILIES: Core::Lexicon::EntryRules::TAUGHT,
        STRIKING: Core::Lexicon::EntryRules::STRIKING, PLANES: RULES["plane"], TARGETS: RULES["levels"],
        HOME_THINGS: Core::Book::Homework::THINGS, HOME_ROOMS: Core::Book::Homework::ROOMS,
        GRAVE_POINTERS: Core::Book::Pointers::GRAVE, GRAVE_NOTES: Core::Floor::Door::GRAVE
      }.freeze

      # Where a number may lie: name => [least, most].
      LIMITS = {
        tempo: Core::Bench::Pace::TEMPOS, pause: Core::Bench::Pace::PAUSES, sets: Core::Bench::Drill::COUNTS,
        interval: Core::Bench::Drill::INTERVALS, laps: Core::Card::LAPS, repeats: Core::Card::REPEATS,
        importance: Core::Card::IMPORTANCES, change: Core::Card::CHANGES, places: Core::Card::PLACES,
        round: 0..Core::Card::LONGEST_ROUND, cardMinutes: 1..Core::Card::LONGEST_CLASS,
        effort: Core::Book::Effort::RATINGS, minutes: Core::Book::Effort::MINUTES,
        halfLife: Core::Book::Mastery::HALF_LIVES, attempts: Core::Book::Mastery::ATTEMPTS,
        phases: 0..Core::Card::MOST_PHASES, tradeSets: Core::Bench::Trade::SETS,
        homework: Core::Book::Homework::MINUTES, weeks: Core::Weeks::Programme::WEEKS,
        classMinutes: Core::Weeks::Programme::MINUTES
      }.transform_values { |range| [range.min, range.max] }.freeze

      # Our own short words as a coach reads them: name in the interface => kind in Core::Lexicon::Plain.
      NAMES = {RUNG_NAMES: :rungs, MANNER_NAMES: :manners, SWAP_NAMES: :swaps, RULE_NAMES: :rules}.freeze

      # Single numbers and words.
      VALUES = {
        TEMPO: Core::Bench::Pace::TEMPO, PAUSE_S: Core::Bench::Pace::PAUSE.to_f,
        HEAD_KNOCK: Core::Care::HeadKnock::MATTER,
        VOICE_GAP_MS: Core::Floor::Voice::GAP, LONG_PAUSE_S: Core::Floor::TookPlace::LONG, FIT_GRID_S: Core::Card::GRID,
        PAIRS_EXACT: Core::Floor::Pairs::EXACT, PAIRS_DEALT: Core::Floor::Pairs::Crowd::DEALT
      }.freeze

      # Words to choose from: schema of the contract => values.
      SCHEMAS = {
        Rung: CHOICES[:RUNGS], Manner: CHOICES[:MANNERS], Ladder: CHOICES[:LADDERS], DrillRest: CHOICES[:DRILL_RESTS],
        Level: CHOICES[:LEVELS], Stance: CHOICES[:STANCES], BlockKind: CHOICES[:BLOCK_KINDS], Swap: Core::Card::SWAPS,
        Intensity: CHOICES[:INTENSITIES], Matter: CHOICES[:MATTERS], Blocked: CHOICES[:BLOCKED],
        Family: CHOICES[:FAMILIES], Plane: CHOICES[:PLANES], Reach: RULES["range"], Side: RULES["sides"],
        Target: RULES["levels"], Drive: RULES["drive"], PointerKind: Core::Book::Pointers::ORDER,
        TradeTurn: CHOICES[:TRADE_TURNS], TradeBegins: CHOICES[:TRADE_BEGINS], TradeForce: CHOICES[:TRADE_FORCES],
        Purpose: CHOICES[:PURPOSES], ExerciseRoom: CHOICES[:EXERCISE_ROOMS], Measure: CHOICES[:MEASURES],
        PathShape: CHOICES[:PATH_SHAPES], CircuitBells: CHOICES[:CIRCUIT_BELLS],
        HomeThing: CHOICES[:HOME_THINGS], HomeRoom: CHOICES[:HOME_ROOMS],
        DoorNoteKind: Core::Floor::Door::KINDS, State: Core::Book::Mastery::STATES,
        Severity: Core::Bench::Flow::SEVERITIES
      }.freeze
      OR_NONE = %i[Level Intensity Side Target].freeze # of these there may be none
      # What the contract calls a limit: schema => [name in LIMITS, types].
      NUMBERS = {
        Tempo: [:tempo, "number"], TempoOrNone: [:tempo, "number", "null"], Pause: [:pause, "number"],
        PauseOrNone: [:pause, "number", "null"], IntervalOrNone: [:interval, "integer", "null"],
        SetCountOrNone: [:sets, "integer", "null"], ChangeOrNone: [:change, "integer", "null"],
        Laps: [:laps, "integer"], Repeats: [:repeats, "integer"], Importance: [:importance, "integer"],
        Places: [:places, "integer"], Seconds: [:round, "integer"], ClassMinutes: [:cardMinutes, "integer"],
        Effort: [:effort, "number"], EffortOrNone: [:effort, "number", "null"], Minutes: [:minutes, "integer"],
        HalfLifeOrNone: [:halfLife, "integer", "null"], Attempts: [:attempts, "integer"]
      }.freeze
      ABOVE = %i[tempo].freeze # the least itself will not do
      MADE = "Made by bin/known from the core's own data: change it there."

      class << self
        # A TypeScript module.
        def typescript
          lines = CHOICES.map { |name, list| "export const #{name} = #{JSON.generate(list)} as const;" }
          lines += VALUES.map { |name, value| "export const #{name} = #{JSON.generate(value)};" }
          lines << "export const LIMITS = #{JSON.generate(LIMITS)} as const;"
          lines += NAMES.map { |name, kind| names(name, Core::Lexicon::Plain.of(kind)) }
          lines << "export const NEW_DRILL = #{JSON.generate(new_drill)};"
          lines << "export const PLAN_LIMITS = #{JSON.generate(Core::Weeks::Limits.new.to_h)};"
          "// #{MADE}\n#{lines.join("\n")}\n"
        end

        # OpenAPI schemas; the contract's files refer to them.
        def contract
          choices = SCHEMAS.transform_values { |list| {type: "string", enum: list} }
          none = OR_NONE.to_h { |name| [:"#{name}OrNone", {type: %w[string null], enum: [*SCHEMAS.fetch(name), nil]}] }
          numbers = NUMBERS.transform_values { |name, *types| {type: types.one? ? types.first : types, **limits(name)} }
          whole = JSON.parse(JSON.generate(schemas: {**choices, **none, **numbers, Settings: settings})) # plain
          "# #{MADE}\n#{YAML.dump(whole).delete_prefix("---\n")}"
        end

        private

        # Names and what they mean, by word; of rules and fields, which may be any text, the name alone.
        def names(name, said)
          named = "{ name: string; means: string; at?: string; short?: string }"
          kind = said.values.all?(Hash) ? "Record<string, #{named}>" : "Record<string, string>"
          "export const #{name}: #{kind} = #{JSON.generate(said)};"
        end

        def limits(name)
          least, most = LIMITS.fetch(name)
          {(ABOVE.include?(name) ? :exclusiveMinimum : :minimum) => least, :maximum => most}
        end

        # The settings of a school, each of the kind its default is.
        def settings
          defaults = Core::Lexicon::School.default.to_h
          {"type" => "object", "required" => defaults.keys,
           "properties" => defaults.to_h { |name, value| [name, setting(name, value)] }}
        end

        def setting(name, value)
          choices = Core::Lexicon::School.choices[name]
          return {"type" => "string", "enum" => choices} if choices
          return {"$ref" => "kit.yaml#/schemas/TaughtSo"} if name == "taught_so"
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

        # A drill that nothing has been said of: its facts as they are sent.
        def new_drill
          facts = Core::Bench::Drill::Facts.new(pool: [], implement: nil)
          {pool: [], manner: facts.manner, tempo: facts.tempo, pause_s: facts.pause.to_f, both_sides: facts.both_sides,
           count: facts.count, on_s: facts.on, off_s: facts.off, rest: facts.rest, ladder: facts.ladder,
           breathing: facts.breathing, feeds_aloud: facts.feeds_aloud, trade: nil, intensity: nil, kit: facts.kit,
           holder_cues: nil, cautions: nil}
        end
      end
    end
  end
end
