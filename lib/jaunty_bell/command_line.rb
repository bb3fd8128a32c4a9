require "csv"
require "json"
require "optparse"
require "jaunty_bell/core"
require "jaunty_bell/files"

module JauntyBell
  # bin/jaunty: one command per computation of the core, JSON on standard output. Bad input is one line on standard
  # error and exit 2.
  #
  #   JauntyBell::CommandLine.run(["combo", "1-2-3b-2"]) # => 0, and prints
  class CommandLine
    include Core

    COMMANDS = %w[combo pace parts like write card fit version late path figure rotate cues pairs homework review load
      mastery plan simulate].freeze
    USAGE = <<~TEXT
      bin/jaunty combo TEXT [--scheme S] [--stance orthodox|southpaw|square] [--partner same|opposite] [--implement I]
                 [--intensity touch|light|medium|hard] [--level L] [--school key=value] [--tempo N] [--pause S] [--work T]
                 [--partly]                            as much as can be read, with its gaps
      bin/jaunty parts TEXT [--weak N]                 chains, links and the part around action N (counted from 1)
      bin/jaunty like TEXT                             combinations to compare with on standard input, one a line
      bin/jaunty write TEXT --scheme SCHEME [--from S]
      bin/jaunty pace TEXT [--work T] [--sets N] [--tempo N] [--pause S]   leave one out and it is worked out
      bin/jaunty card FILE [--students N]              time, shares, counts, load and findings of a card's file
      bin/jaunty fit FILE --minutes N [--load N]       what would make it fit
      bin/jaunty version FILE [--minutes N] [--without partners,bags,gloves,space] [--for beginners|juniors] [--load N]
                                                       the card for all that together
      bin/jaunty late FILE --at M:SS --minutes N       what stays of a class that has come so far
      bin/jaunty path TEXT [--size CM]                 where the feet go, in cm; TEXT is steps, or one of
                                                       #{Core::Bench::Path::SHAPES.join(", ")}
      bin/jaunty figure TEXT [--stance S] [--height CM] [--tempo N]   the whole body doing it: poses over time;
                                                       with --svg a drawing of them in a row
      bin/jaunty rotate FILE --students N              who is where in its circuits
      bin/jaunty cues FILE [--students N] [--seed N]   every bell, count and call of a card's file
      bin/jaunty pairs FILE                            who works with whom; the file's shape is in docs/formats.md
      bin/jaunty homework FILE                         a class alone, to the second; its shape is in docs/formats.md
      bin/jaunty review TEXT [--tempo N] [--pause S]   a strike sensor's CSV milliseconds,hand,g on standard input
      bin/jaunty load [--on DATE] [--elsewhere]        CSV date,load on standard input
      bin/jaunty mastery [--on DATE] [--half-life D]   CSV date,attempted,clean on standard input
      bin/jaunty plan FILE [--seed N]                  every place of every class of a programme's file; its shape is in docs/formats.md
      bin/jaunty simulate [--squads FILE] [--seeds A..B] [--ways planned,habit] [--weeks N]
                                                       the planner and plain ways on simulated squads; docs/formats.md
      Times are seconds or m:ss.
    TEXT

    TALL = (80..230) # cm
    DRAWN = 240.0 # points
    LARGEST = 1e9 # what a cell may hold

    def self.run(arguments, input: $stdin, output: $stdout, errors: $stderr)
      new(arguments.dup, input, errors).run(output)
    rescue Core::InvalidInput, OptionParser::ParseError => e
      errors.puts e.message.lines.map(&:strip).join(" ")
      2
    end

    def initialize(arguments, input, errors = $stderr)
      @arguments = arguments
      @input = input
      @errors = errors
      @given = {school: {}}
    end

    def run(output)
      return output.puts(USAGE) || 0 if (@arguments & %w[-h --help help]).any?
      command = @arguments.shift
      refuse("Say what to compute: #{COMMANDS.join(", ")}.") unless COMMANDS.include?(command)
      options.parse!(@arguments)
      answer = send(command)
      output.puts answer.is_a?(String) ? answer : JSON.pretty_generate(answer)
      return 0 unless @failed
      @errors.puts @failed.message
      2
    end

    private

    def options
      OptionParser.new do |parser|
        %i[scheme from weak stance partner implement intensity level tempo pause work sets minutes load at for without
          size students seed on seeds squads ways weeks height].each do |name|
          parser.on("--#{name} VALUE") { |value| @given[name] = value }
        end
        parser.on("--half-life DAYS") { |value| @given[:half_life] = value }
        parser.on("--elsewhere") { @given[:elsewhere] = true }
        parser.on("--partly") { @given[:partly] = true }
        parser.on("--svg") { @given[:svg] = true }
        parser.on("--school SETTING") do |pair|
          key, value = pair.split("=", 2)
          @given[:school][key] = value
        end
      end
    end

    def combo
      return partly if @given[:partly]
      analysis = judged(Bench::Notation.read(text, reading))
      answer = Files::AnalysisJson.new(analysis).to_h
      @given[:work] ? answer.merge(round: Files::AnalysisJson.round(analysis, seconds(:work))) : answer
    end

    # What could be read, with its gaps; what could not be is told as for any text, and the command fails as it does.
    def partly
      part = Bench::Notation.partly(text, reading)
      @failed = part.error
      return {gaps: part.gaps.map(&:to_h)} unless part.combination
      Files::AnalysisJson.new(judged(part.combination), gaps: part.gaps).to_h.merge(gaps: part.gaps.map(&:to_h))
    end

    def judged(combination)
      Bench::Analysis.new(combination, reading: reading, setting: setting,
        tempo: number(:tempo, Bench::Pace::TEMPO), pause: number(:pause, Bench::Pace::PAUSE))
    end

    def write
      source = @given[:from] ? Lexicon::Numberings[@given[:from]] : nil
      refuse("Say which scheme to write in: --scheme SCHEME.") unless @given[:scheme]
      combination = Bench::Notation.read(text, reading.but(numbering: source))
      target = reading
      {text: Bench::Notation.write(combination, target), spoken: Bench::Notation.spoken(combination),
       by_hand: Bench::Notation.by_hand(combination, target)}
    end

    def parts
      analysis = Bench.analyse(text, reading: reading, tempo: number(:tempo, Bench::Pace::TEMPO),
        pause: number(:pause, Bench::Pace::PAUSE))
      Files::PartsJson.new(analysis, weak: @given[:weak] && integer(:weak) - 1).to_a
    end

    # Likeness to each combination on standard input, and those that are one step away.
    def like
      wanted = Bench::Notation.read(text, reading)
      lines = @input.read.lines.map(&:strip).reject(&:empty?)
      shelf = Bench::Likeness.new(lines.each_with_index.to_h { |line, i|
        [line, at_line(i) { Bench::Notation.read(line, reading) }]
      })
      {like: shelf.like(wanted).map { |line, share| {combination: line, share: share.to_f} },
       one_step: shelf.one_step(wanted).map { |line, kind, at| {combination: line, step: kind, at: at} }}
    end

    def at_line(index)
      yield
    rescue Core::InvalidInput => e
      refuse("Line #{index + 1}: #{e.message}")
    end

    # Of work, sets, tempo and pause the one that is missing is worked out; with all left out, sets in a 3:00 round.
    def pace
      analysis = Bench.analyse(text, reading: reading, setting: setting, pause: number(:pause, Bench::Pace::PAUSE))
      Files::PaceJson.new(analysis, work: seconds(:work), sets: @given[:sets] && integer(:sets),
        tempo: number(:tempo), pause: number(:pause)).to_h
    end

    # Everything the Card says of a card's file.
    def card = Files::CardSumsJson.new(card_plan).to_h

    # What would be left of the card within the limits, and what that changes.
    def fit
      refuse("Say how long the class is: --minutes N.") unless @given[:minutes]
      fit = Card::Fit.new(card_plan, minutes: integer(:minutes), load: @given[:load] && number(:load).to_f)
      {possible: fit.possible?, reason: fit.reason, **changed(fit.blocks, fit.minutes)}
    end

    WITHOUT = {"partners" => "no partner", "partner" => "no partner", "bags" => "no bag", "bag" => "no bag",
               "gloves" => "no gloves", "space" => "no space"}.freeze
    FOR = {"beginners" => "beginners", "beginners beside" => "beginners beside", "juniors" => "juniors"}.freeze

    # A card for all that is asked together: --without bags,gloves --for juniors --minutes N --load N.
    def version
      kinds = listed(:without, WITHOUT) + listed(:for, FOR)
      blocks = Card::Variants.of(card_plan, kinds, minutes: @given[:minutes] && integer(:minutes),
        load: @given[:load] && number(:load).to_f)
      changed(blocks, @given[:minutes] ? integer(:minutes) : card_plan.minutes)
    end

    # What words of a list stand for.
    def listed(name, known)
      @given.fetch(name, "").split(",").map do |word|
        known.fetch(word.strip.downcase) do
          refuse("--#{name} is any of #{known.keys.join(", ")}, not \"#{word.strip}\".")
        end
      end
    end

    # Where the feet go: of steps, or of a pattern by its name.
    def path
      written = text
      if Bench::Path::SHAPES.include?(written)
        written = Bench::Path.shaped(written, @given[:size] ? integer(:size) : 200)
      end
      combination = Bench::Notation.read(written, reading)
      found = Bench::Path.of(combination, reading) ||
        refuse("A path is of steps alone; \"#{written}\" has more in it. Write step in, gallop out, pivot left and " \
          "the like.")
      Files::PathJson.of(found)
        .merge(notation: Bench::Notation.write(combination, reading))
    end

    def figure
      height = number(:height, Bench::Figure::Build::HEIGHT)
      unless TALL.cover?(height)
        refuse("Somebody is #{TALL.min} to #{TALL.max} cm tall; this is #{Words.number(height)}.")
      end
      analysis = Bench.analyse(text, reading: reading, tempo: number(:tempo, Bench::Pace::TEMPO))
      return Files::FigureSvg.new(analysis, height: DRAWN).to_s if @given[:svg]
      Files::FigureJson.of(analysis, height: height.to_f)
    end

    # The sums of the card with other blocks, and how it differs.
    def changed(blocks, minutes)
      after = card_plan.with(blocks: blocks, minutes: minutes)
      {total: after.total, planned_load: after.planned_load.to_f.round(3),
       changes: Files::DifferenceJson.of(Card::Difference.new(card_plan.blocks, blocks)),
       blocks: Core::Card::Data.of(blocks)}
    end

    # What stays of a class that has come so far, where there are only so many minutes from then on.
    def late
      unless @given[:at] && @given[:minutes]
        refuse("Say how far the class has come and how long there is: --at M:SS --minutes N.")
      end
      sheet = Floor::CueSheet.new(card_plan)
      at = seconds(:at)
      if at * 1_000 >= sheet.duration
        refuse("At #{Words.clock(at)} the class is over: it takes #{Words.clock(sheet.duration / 1_000)}.")
      end
      fitted = Floor::CatchUp.new(sheet.segments, Core::Floor::Rounds.of(card_plan), at: (at * 1_000).to_i,
        seconds: integer(:minutes) * 60)
      added = fitted.added or refuse("What must stay takes #{Words.clock(fitted.over)} more than that at its shortest.")
      {changes: fitted.changes.map { |change| {title: change.title, planned: change.was, work: change.work} },
       added_ms: added, ends: (sheet.duration + added.values.sum) / 1_000}
    end

    # The rotation of every circuit of the card: groups, and for each bell the station of each group ("waits" where it
    # waits).
    def rotate
      refuse("Say how many students there are: --students N.") unless @given[:students]
      circuits = card_plan.blocks.select(&:circuit?)
      refuse("There is no circuit on this card.") if circuits.empty?
      circuits.map do |block|
        circuit = card_plan.circuit(block)
        stations = block.rounds.map(&:title)
        {circuit: block.name, groups: circuit.groups, laps: circuit.laps, bells: circuit.steps, waits: circuit.waits,
         table: circuit.table.map { |row| row.map { |place| place ? stations[place] : "waits" } }}
      end
    end

    # The cue sheet, with each segment's cues.
    def cues
      sheet = Floor::CueSheet.new(card_plan, seed: @given[:seed] ? integer(:seed) : 0)
      {duration: sheet.duration, segments: sheet.segments.map { |segment| Files::SegmentJson.of(segment) }}
    end

    def pairs = Files::PairsJson.of(Files::PairsJson.read(file).made)

    def homework = Files::HomeworkJson.of(Files::HomeworkJson.made(file, reading))

    # A round as a sensor felt it, against the combination it was meant to be.
    def review
      combination = Bench::Notation.read(text, reading)
      plan = Floor::Review::Planned.of(combination, reading, tempo: number(:tempo, Bench::Pace::TEMPO),
        pause: number(:pause, Bench::Pace::PAUSE))
      refuse("There is no strike of a hand in this combination: a sensor sees hands alone.") if plan.hands.empty?
      strikes, bad = Floor::Strike.lines(@input.read)
      Files::ReviewJson.of(Floor::Review.new(strikes, plan: plan))
        .merge(unread: bad.map { |line, why| {line: line, why: why} })
    end

    def card_plan
      @card_plan ||= Files::CardFile.plan(Files::CardFile.read(file, reading),
        Card::Company.new(students: @given[:students] && integer(:students), reading: reading, school: setting.school))
    end

    def file
      name = @arguments.shift or refuse("Name the card's file, or the programme's, after the command.")
      File.read(name)
    rescue SystemCallError
      refuse("There is no file \"#{name}\" that can be read.")
    end

    def load
      sessions = Book::Sessions.new(rows(%w[date load]).map { |date, load|
        Book::Session.new(on: date, effort: nil, minutes: nil, sum: load)
      })
      refuse("There is no row with a date and a load.") if sessions.all.empty?
      series = sessions.series(last: date_given || sessions.all.last.on, elsewhere: @given.fetch(:elsewhere, false))
      pointed = Book::Pointers.new(sessions: sessions, series: series, day: series.last).all
      Files::LoadJson.new(series).to_h
        .merge(pointed_out: pointed.map { |pointer|
          {rule: pointer.kind, sentence: pointer.text, numbers: pointer.numbers}
        })
    end

    def mastery
      marks = rows(%w[date attempted clean]).map do |date, attempted, clean|
        Book::Mastery::Mark.new(on: date, attempted: counted(attempted), clean: counted(clean)).checked
      end
      refuse("There is no row with a date, attempted and clean.") if marks.empty?
      Files::MasteryJson.new(Book::Mastery.new(marks, on: date_given || marks.map(&:on).max,
        half_life: number(:half_life, Book::Mastery::HALF_LIFE))).to_h
    end

    # Every place of every class, what is expected of it and why it is there.
    def plan
      layout, seed = Files::ProgrammeFile.read(file, reading)
      Core::Weeks::PlanData.of(layout.plan(seed: @given[:seed] ? integer(:seed) : seed))
    end

    # Seasons of simulated squads; how far it is goes to standard error.
    def simulate
      require "jaunty_bell/stand_ins"
      weeks = @given[:weeks] ? integer(:weeks) : 12
      refuse("--weeks goes from 2 to 12, not #{weeks}.") unless weeks.between?(2, 12)
      squads = @given[:squads] ? StandIns::Trial.squads(File.read(@given[:squads])) : StandIns::Trial.squads
      StandIns::Trial.new(squads, seeds: seeds, ways: ways, weeks: weeks)
        .to_h { |done, all| @errors.puts "#{done} of #{all} seasons" }
    rescue SystemCallError
      refuse("There is no file #{@given[:squads]}.")
    end

    # "1..30", or a count from 1.
    def seeds
      given = (@given[:seeds] || "30").match(/\A(?:(\d{1,5})\.\.)?(\d{1,5})\z/) or
        refuse("--seeds is a count, or a stretch like 1..30; not \"#{@given[:seeds]}\".")
      list = (given[1] || 1).to_i..given[2].to_i
      refuse("--seeds goes up to 500 of them.") unless list.size.between?(1, 500)
      list
    end

    def ways
      known = StandIns::Trial::WAYS.keys
      (@given[:ways]&.split(",") || known).map(&:strip).each do |way|
        refuse("\"#{way}\" is no way of planning. Choose from: #{known.join(", ")}.") unless known.include?(way)
      end
    end

    def text
      @arguments.shift.tap { |given| refuse("Write the combination after the command, in quotes.") if given.nil? }
    end

    def reading
      Bench::Notation::Reading.new(numbering: @given[:scheme] && Lexicon::Numberings[@given[:scheme]],
        stance: choice(:stance, Bench::STANCES) || :orthodox,
        partner: choice(:partner, %w[same opposite]) || :same)
    end

    def setting
      Bench::Flow::Setting.new(school: Lexicon::School.default.with(@given[:school]),
        implement: @given[:implement] && Lexicon::Implements[@given[:implement]],
        intensity: choice(:intensity, %w[touch light medium hard]),
        level: choice(:level, Lexicon::School.default.level_limits.keys)&.to_s)
    end

    def choice(name, allowed)
      value = @given[name] or return
      return value.to_sym if allowed.include?(value)
      refuse("--#{name} is one of #{allowed.join(", ")}, not \"#{value}\".")
    end

    def number(name, default = nil)
      return default unless @given[name]
      Rational(@given[name])
    rescue ArgumentError, ZeroDivisionError
      refuse("--#{name} must be a number, not \"#{@given[name]}\".")
    end

    def integer(name) =
      Integer(@given[name], exception: false) || refuse("--#{name} must be a whole number, not \"#{@given[name]}\".")

    # Seconds from "180" or "3:00".
    def seconds(name)
      value = @given[name] or return
      minutes, rest = value.match(/\A(?:(\d+):)?(\d+(?:\.\d+)?)\z/)&.captures
      refuse("--#{name} must be seconds or m:ss, not \"#{value}\".") unless rest
      minutes.to_i * 60 + Rational(rest)
    end

    def date_given = @given[:on] && date(@given[:on], "--on")

    def date(value, where)
      Date.iso8601(value.to_s)
    rescue Date::Error
      refuse("#{where}: \"#{value}\" is not a date; write it as 2026-11-25.")
    end

    # Rows of a CSV on standard input: a date and numbers. A header line is passed over.
    def rows(columns)
      CSV.parse(@input.read, skip_blanks: true).each_with_index.filter_map do |row, i|
        next if i.zero? && row.first.to_s.strip.downcase == columns.first
        refuse("Line #{i + 1} needs #{columns.join(", ")}.") if row.compact.size < columns.size
        [date(row.first.strip, "Line #{i + 1}"),
          *row[1...columns.size].each_with_index.map { |cell, j| cell_number(cell, i, columns[j + 1]) }]
      end
    rescue CSV::MalformedCSVError => e
      refuse("The rows are not readable as CSV: #{e.message}")
    end

    def cell_number(cell, line, column)
      number = Integer(cell.strip, 10, exception: false) || Float(cell.strip, exception: false)
      refuse("Line #{line + 1}: \"#{cell}\" is not a number for #{column}.") if number.nil?
      refuse("Line #{line + 1}: #{cell.strip[0, 20]} is too large to be a #{column}.") unless number.to_f.abs < LARGEST
      number
    end

    def counted(number)
      refuse("Attempted and clean are whole numbers, not #{number}.") unless number.to_i == number
      number.to_i
    end

    def refuse(message) = raise(Core::InvalidInput, message)
  end
end
