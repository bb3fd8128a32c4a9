module JauntyBell::Core
  module Card
    # A line a coach writes on a card, read as a round: a drill, a flow, a combination or an exercise, or plain words,
    # with its lengths and what it is done on; several with a length each are the phases of one round.
    #
    #   written = Written.new(names: {"drill" => {"Bag bursts" => "id"}}, reading: reading)
    #   written.read("cross 1:00 bag").said           # => "cross, 1:00 on the bag"
    #   written.read("hip circles 0:30, rope 2:00").round["phases"].size # => 2
    #
    # What is read: `3 x 2:00` (three times), `2:00/0:30` or `rest 0:30`, `20 on 10 off`, `effort 7`, `last 0:30 all
    # out`, a block or an implement (`bag`, `mitts`, `pads`), `both sides`, `each side`, `20 squats`. What is said of
    # nothing takes the usual of its block.
    class Written
      # kind: "drill", "flow", "combination", "exercise", "list" or "words"; `block` the kind of block it belongs in;
      # `round` as data (Data); `said` how it was read.
      Line = Value.of(:kind, :block, :round, :said)
      # What a block's rounds usually are, where the coach's own cards do not say.
      USUAL = {"warm-up" => {"work_s" => 300, "rest_s" => 30, "explain_s" => 0, "effort" => 3},
               "technique" => {"work_s" => 180, "rest_s" => 30, "explain_s" => 30, "effort" => 4},
               "finisher" => {"work_s" => 120, "rest_s" => 30, "explain_s" => 0, "effort" => 8},
               "cool-down" => {"work_s" => 300, "rest_s" => 0, "explain_s" => 0, "effort" => 1}}.freeze
      WORKING = {"work_s" => 180, "rest_s" => 60, "explain_s" => 30, "effort" => 6}.freeze
      # Words for where it is done: [block, implement or nil].
      PLACES = {"bag" => ["bag", nil], "heavy bag" => ["bag", nil], "mitts" => ["mitts", nil], "pads" => ["pads", nil],
                "long pads" => ["pads", nil], "partner" => ["partner", nil], "pairs" => ["partner", nil],
                "air" => ["technique", nil], "shadow" => ["technique", nil], "in the air" => ["technique", nil],
                "shield" => ["pads", "kick-shield"], "kick shield" => ["pads", "kick-shield"],
                "belly pad" => ["pads", "belly-pad"], "mirror" => ["technique", "mirror"],
                "double end" => ["bag", "double-end-bag"], "free standing" => ["bag", "free-standing-bag"]}.freeze
      BY_IMPLEMENT = {"focus-mitts" => "mitts", "holders-gloves" => "mitts", "long-pads" => "pads",
                      "kick-shield" => "pads", "belly-pad" => "pads", "partner" => "partner", "air" => "technique",
                      "mirror" => "technique"}.freeze
      BY_PURPOSE = {"raise" => "warm-up", "mobilise" => "warm-up", "strength" => "finisher", "core" => "finisher",
                    "conditioning" => "finisher", "cool down" => "cool-down"}.freeze
      RUNGS = {"technique" => "air", "warm-up" => "air", "cool-down" => "air"}.freeze
      IN_PAIRS = %w[mitts pads partner].freeze
      EDGES = %w[warm-up finisher cool-down].freeze
      ORDER = %w[drill flow combination].freeze
      BURST_EFFORT = 9
      NUMBER_WORD = /\A(one|two|three|four|five|six)\z/i # the beginning of a name, where there is one
      COOLING = /\b(stretch|cool|breath)/i
      LONGEST_LINE = 500

      TIME = '(?:(\d{1,2}):([0-5]\d)|(\d{1,4})\s*(?:s|secs?|seconds)|(\d{1,2})\s*(?:mins?|minutes|\'))(?![\w:])'.freeze
      LAST = /(?<!\w)(?:the\s+)?last\s+(?:#{TIME}|(\d{1,3}))\s*(?:all out|hard|burst|no stopping|flat out)(?!\w)/i
      ANY_TIME = /(?<![\w:])#{TIME}/i

      # names {"drill"|"flow"|"combination" => {name => id}}; `implements` {drill id => implement}, `rungs` {drill id =>
      # first rung}; `usual` {block kind => {"work_s" …}} of the coach's own cards; `kinds` of blocks there are, in
      # order; `school` whose settings fill in the rest.
      def initialize(names: {}, implements: {}, rungs: {}, reading: Bench::Notation::Reading.new, usual: {}, kinds: [],
        exercises: Lexicon::Exercises.default, school: Lexicon::School.default)
        @names = ORDER.to_h { |kind| [kind, names.fetch(kind, {}).transform_keys { |name| plain(name) }] }
        @shown = names.values.flat_map(&:keys).to_h { |name| [plain(name), name] }
        @implements = implements
        @rungs = rungs
        @reading = reading
        @usual = usual
        @kinds = kinds
        @exercises = exercises
        @school = school
      end

      # A Line. Raises InvalidInput for nothing, or too much, or a time that cannot be.
      def read(text)
        text = text.strip
        refuse("Write what is done: a combination, an exercise, a drill, or any words.") if text.empty?
        refuse("A line has at most #{LONGEST_LINE} letters; this has #{text.length}.") if text.length > LONGEST_LINE
        facts, left = taken_out(text)
        line = list(left, text, facts) || one(left, facts)
        @kinds += [line.block]
        line
      end

      # The phases of a flow as data, from a line of exercises and of what else has a length of its own. Raises
      # InvalidInput.
      def phases(text)
        parts = parts(text)
        refuse("Write exercises with their times, commas between.") if parts.empty?
        found = parts.map { |part| phase(part) }
        told_lengths(parts, found)
        found.map { |phase| phase.except("timed") }
      end

      private

      def refuse(message) = raise(InvalidInput.new(message, path: "text"))

      def plain(text) = text.downcase.squeeze(" ").strip

      # What is said around the thing itself, taken out of the text: [facts, what is left]. Of a list the lengths stay
      # with its parts.
      def taken_out(text)
        facts = {}
        left = text.dup
        take(left, /(?<!\w)rest\s*(?:of\s*)?#{TIME}/io) { |found| facts["rest_s"] = seconds(found) }
        take(left, /(?<!\w)rest\s+(\d{1,3})(?![\w:])/i) { |found| facts["rest_s"] = found[1].to_i }
        take(left, /(?<![\w:])(\d{1,3})\s*s?\s+on,?\s+(\d{1,3})\s*s?\s+off(?!\w)/i) do |found|
          facts.update("on_s" => found[1].to_i, "off_s" => found[2].to_i)
        end
        take(left, /(?<!\w)(?:effort|e)\s*(\d{1,2})(?!\w)/i) { |found| facts["effort"] = found[1].to_i }
        take(left, LAST) do |found|
          facts["burst"] = found[5] ? found[5].to_i : seconds(found)
        end
        take(left, /(?<!\w)both sides(?!\w)/i) { facts["both_sides"] = true }
        place(left, facts)
        times(left, facts)
        [facts, tidy(left)]
      end

      # The block or implement it is done on, at the end of the line or after "on" or "on the".
      def place(left, facts)
        ways = PLACES.keys.sort_by { |word| -word.length }.filter_map { |word|
          found = left.match(/(?:(?<=\s)|,)(?:on\s+)?(?:the\s+)?#{Regexp.escape(word).gsub("\\ ", "[ -]")}\s*\z/i)
          [word, found.pre_match] if found
        }
        word, before = ways.find { |_, before| known?(tidy(before)) } || ways.first
        return unless word
        facts["block"], facts["implement"] = PLACES.fetch(word)
        left.replace(before)
      end

      # Whether a text, its time apart, is something of ours ("rear kick shield" is a rear kick on the shield).
      def known?(text)
        text = tidy(text.sub(ANY_TIME, ""))
        named(text) || @exercises.named(text) || written(text)
      end

      # `3 x 2:00`, `2:00 x 3`, `2:00/0:30`; a single time on its own is the work, unless each part of a list has one.
      def times(left, facts)
        take(left, /(?<![\w:])(\d{1,2})\s*(?:x|×|rounds? of)\s*(?=#{TIME})/io) do |found|
          facts["repeat"] = found[1].to_i
        end
        take(left, /#{ANY_TIME}\s*(?:x|×)\s*(\d{1,2})(?!\w)/io) do |found|
          facts.update("work_s" => seconds(found), "repeat" => found[5].to_i)
        end
        take(left, %r{#{ANY_TIME}\s*/\s*#{TIME}}io) do |found|
          facts.update("work_s" => seconds(found), "rest_s" => seconds(found, 5))
        end
        return if listing?(parts(left))
        take(left, ANY_TIME) { |found| facts["work_s"] = seconds(found) }
      end

      # Whether lengths stand with the parts they follow: more than one has one, or one that is not the last, or some
      # part is an exercise. A single one at the end of a combination is the round's.
      def listing?(parts)
        timed = parts.each_index.select { |i| parts[i].match?(ANY_TIME) }
        return false if parts.size < 2 || timed.empty?
        timed.size > 1 || timed != [parts.size - 1] || parts.any? { |part| exercise?(part) }
      end

      def exercise?(part)
        bare = tidy(part.sub(ANY_TIME, ""))
        @exercises.named(bare) || @exercises.named(counted(bare).last)
      end

      def take(left, pattern)
        found = left.match(pattern) or return
        yield found
        left[found.begin(0)...found.end(0)] = " "
      end

      # Of a match whose groups from `first` on are those of TIME.
      def seconds(found, first = 1)
        minutes, rest, whole, more = (first..first + 3).map { |i| found[i]&.to_i }
        return whole if whole
        more ? more * 60 : minutes * 60 + rest
      end

      def tidy(text) = text.gsub(/\s+/, " ").gsub(/\A[\s,;:]+|[\s,;:]+\z/, "")

      def parts(text) = text.split(/\s*[,;]\s*/).map { |part| tidy(part) }.reject(&:empty?)

      # Several things one after another, each an exercise or with a length of its own; nil where it is one thing.
      def list(left, text, facts)
        parts = parts(left)
        return if parts.size < 2 || named(left)
        found = parts.map { |part| phase(part) }
        return unless untold(found).nil? || listing?(parts)
        told_lengths(parts, found)
        if parts.size > MOST_PHASES
          refuse("One round holds at most #{MOST_PHASES} things; this has #{parts.size}. Make two of it.")
        end
        phases = found.map { |phase| phase.except("timed") }
        block = facts["block"] || listed_in(phases)
        round = {"title" => title(parts.first.sub(ANY_TIME, ""), parts.size), "phases" => phases,
                 "work_s" => phases.sum { |each| each["seconds"] * (each["sides"] ? 2 : 1) },
                 "contact" => phases.any? { |each| each["written"] }, "explain_s" => 0,
                 "effort" => listed_effort(phases)}.compact
        line("list", block, round, facts.except("work_s"), text)
      end

      # The index of one that is no exercise and has no length, or nil.
      def untold(phases) = phases.index { |phase| !phase["timed"] && !phase["exercise"] }

      def told_lengths(parts, phases)
        part = untold(phases)&.then { |index| parts[index] } or return
        refuse("\"#{part}\" is no exercise and has no length: give it one (#{part} 0:30).")
      end

      def title(first, count) =
        (count == 1) ? sentence(tidy(first)) : "#{sentence(tidy(first))} and #{Words.many(count - 1, "more thing")}"

      def sentence(text) = text[0..0].to_s.upcase + text[1..].to_s

      def listed_in(phases)
        exercise = phases.filter_map { |phase| phase["exercise"] }.first
        exercise ? by_purpose(@exercises[exercise]) : working_kind
      end

      def listed_effort(phases)
        efforts = phases.filter_map { |phase| phase["exercise"] && @exercises[phase["exercise"]].effort }
        (efforts.sum.to_f / efforts.size).round if efforts.any?
      end

      # One part of a list as a phase.
      def phase(part)
        sides = false
        left = part.dup
        take(left, /(?<!\w)(?:each|a|per|both) sides?(?!\w)/i) { sides = true }
        seconds = nil
        take(left, ANY_TIME) { |found| seconds = seconds(found) }
        left = tidy(left)
        count, name = counted(left)
        exercise = @exercises.named(name)
        seconds_of = exercise&.seconds(@school.seconds_per_rep, count)
        what = exercise ? {"exercise" => exercise.id} : written(left)
        Data.new_phase(exercise ? [count, exercise.name].compact.join(" ") : left)
          .merge("seconds" => seconds || seconds_of || 30, "sides" => sides || (exercise&.sides || false),
            "timed" => !seconds.nil?, **what.to_h)
      end

      # [how many, of what]: "20 squats", "squats x20", "squats 20".
      def counted(text)
        case text
        when /\A(\d{1,3})\s*(?:x\s*)?(\D.*)\z/ then [$1.to_i, $2]
        when /\A(.*?\D)\s*x?\s*(\d{1,3})\z/ then [$2.to_i, $1.sub(/\s*x\s*\z/, "")]
        else [nil, text]
        end
      end

      # What is drilled, as data: by its id on the shelf or as it is written; nil where it is no combination.
      def written(text)
        id = @names["combination"][plain(text)]
        return {"combination_id" => id} if id
        meaning = Bench::Notation.read(text, @reading)
        {"written" => {"text" => text, "meaning" => meaning.to_data}}
      rescue InvalidInput
        nil
      end

      # [kind, id, name] of what on the shelf is called so.
      def named(text)
        key = plain(text)
        ORDER.each { |kind| @names[kind][key]&.then { |id| return [kind, id, @shown[key]] } }
        nil
      end

      # Whose name begins so, the shortest of its kind: a drill before a flow, a combination, an exercise. For words of
      # three letters and more.
      def beginning(text)
        key = plain(text)
        return if key.length < 3
        ORDER.each do |kind|
          name = @names[kind].keys.select { |each| each.start_with?(key) }.min_by(&:length)
          return [kind, @names[kind][name], @shown[name]] if name
        end
        exercise = @exercises.select { |each| each.plain.downcase.start_with?(key) }.min_by { |each| each.plain.length }
        ["exercise", exercise.plain] if exercise
      end

      # A round of what begins so, where anything does.
      def of_beginning(text, facts)
        kind, id, name = beginning(text)
        (kind == "exercise") ? of_exercise(id, false, facts) : from_shelf([kind, id, name], facts)
      end

      def one(left, facts)
        refuse("Write what is done beside the time: a combination, an exercise, a drill, or any words.") if left.empty?
        sides = false
        stripped = left.dup
        take(stripped, /(?<!\w)each side(?!\w)/i) { sides = true }
        (of_beginning(left, facts) if left.match?(NUMBER_WORD)) || from_shelf(named(left), facts) ||
          of_exercise(tidy(stripped), sides, facts) || of_notation(left, facts) || several_times(left, facts) ||
          of_beginning(left, facts) || of_words(left, facts)
      end

      # "1-2 x3": the round three times, where what stands before is something of ours.
      def several_times(left, facts)
        before, times = left.match(/\A(.+?)\s*[x×]\s*(\d{1,2})\z/i)&.captures
        one(before, facts.merge("repeat" => times.to_i)) if before && known?(before)
      end

      def from_shelf(found, facts)
        kind, id, name = found
        return unless kind
        block = facts["block"] || {"drill" => BY_IMPLEMENT.fetch(@implements[id].to_s, "bag"),
                                   "flow" => open_kind("warm-up")}.fetch(kind, working_kind)
        round = {"title" => name, "#{kind}_id" => id}
        round["rung"] = @rungs[id] if kind == "drill" && @rungs[id]
        round["contact"] = false if kind == "flow"
        line(kind, block, round, facts, name)
      end

      def of_exercise(text, sides, facts)
        count, name = counted(text)
        exercise = @exercises.named(text) || @exercises.named(name) or return
        count = nil if @exercises.named(text)
        reps = count unless facts["work_s"] # without a count it goes by the clock
        round = {"title" => sentence(exercise.name), "exercise" => exercise.id, "reps" => reps, "rung" => "air",
                 "effort" => exercise.effort, "contact" => false, "explain_s" => 0}
        if !reps && !facts["work_s"]
          round["work_s"] = usual_of(by_purpose(exercise))["work_s"]
        end
        if (sides || exercise.sides) && reps.nil? && facts["work_s"]
          round["phases"] =
            [phase("#{exercise.name} #{Words.clock(facts["work_s"] / (sides ? 1 : 2))}").except("timed")]
          round["work_s"] = facts["work_s"] * (sides ? 2 : 1)
          facts = facts.except("work_s")
        end
        line("exercise", facts["block"] || by_purpose(exercise), round, facts, exercise.name)
      end

      def of_notation(left, facts)
        what = written(left) or return
        block = facts["block"] || working_kind
        said = Bench::Notation.spoken(Bench::Combination.from_data(what["written"]["meaning"], @reading.lexicon))
        line("combination", block, {"title" => left, **what}, facts, said)
      end

      def of_words(left, facts)
        block = facts["block"] || (left.match?(COOLING) ? "cool-down" : open_kind(@kinds.last || "warm-up"))
        line("words", block, {"title" => sentence(left)[0, 80], "contact" => false}, facts, "in these words: #{left}")
      end

      def by_purpose(exercise) = open_kind(BY_PURPOSE.fetch(exercise.purpose), slow: exercise.purpose == "mobilise")

      # A warm-up belongs at the beginning only: what warms up in the middle stays where the card has come to, and what
      # is `slow` after the last hard work cools down.
      def open_kind(kind, slow: false)
        return kind unless kind == "warm-up" && @kinds.any? { |each| each != "warm-up" }
        (slow && EDGES.include?(@kinds.last)) ? "cool-down" : @kinds.last
      end

      def working_kind = @kinds.reject { |kind| EDGES.include?(kind) || kind == "circuit" }.last || "technique"

      def usual_of(block) = {**USUAL.fetch(block, WORKING), **@usual.fetch(block, {})}

      def line(kind, block, round, facts, said)
        pairs = IN_PAIRS.include?(block) && %w[drill combination list].include?(kind)
        usual = usual_of(block)
        data = {"title" => said, "rung" => RUNGS.fetch(block, "count"), "active" => (@school.rest == "active"),
                "swap" => pairs ? usual.fetch("swap", "even") : "alone", "every" => (usual["every"] if pairs),
                **usual.slice("work_s", "rest_s", "explain_s", "effort"), **round,
                **facts.except("block", "burst")}.compact
        data["title"] = data["title"][0, 80]
        data = with_burst(data, facts["burst"]) if facts["burst"]
        Line.new(kind: kind, block: block, round: data, said: told(kind, said, block, data))
      end

      # Steady, and then all out for the last seconds.
      def with_burst(data, seconds)
        refuse("The last #{seconds} s are longer than the whole #{data["work_s"]} s.") if seconds >= data["work_s"]
        steady = data["phases"]&.any? ? data["phases"] : [Data.new_phase("steady")]
        burst = {**Data.new_phase("burst"), "seconds" => seconds, "burst" => true, "effort" => BURST_EFFORT}
        data.merge("phases" => steady + [burst])
      end

      # How it was read: what, how long, where.
      def told(kind, said, block, data)
        length = data["reps"] ? Words.many(data["reps"], "repetition") : Words.clock(data["work_s"])
        length = "#{data["repeat"]} × #{length}" if data["repeat"].to_i > 1
        count = Words.many(data["phases"].size, "thing") if kind == "list"
        [count || said, (length unless kind == "flow"),
          ("rest #{Words.clock(data["rest_s"])}" if data["rest_s"]&.positive?),
          block].compact.join(", ")
      end
    end
  end
end
