require "json"
require "jaunty_bell/command_line/bench"
require "jaunty_bell/command_line/card"
require "jaunty_bell/command_line/book"

module JauntyBell
  # bin/jaunty: one command per computation of the core, JSON on standard output. Bad input is one line on standard
  # error and exit 2.
  #
  #   JauntyBell::CommandLine.run(["combo", "1-2-3b-2"]) # => 0, and prints
  class CommandLine
    COMMANDS = [OfBench, OfCard, OfBook].flat_map { |kind| kind::NAMES.map { |name| [name, kind] } }.to_h.freeze
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

    def self.run(arguments, input: $stdin, output: $stdout, errors: $stderr)
      new(arguments.dup, input, errors).run(output)
    rescue Core::InvalidInput, OptionParser::ParseError => e
      errors.puts e.message.lines.map(&:strip).join(" ")
      2
    end

    def initialize(arguments, input, errors)
      @arguments = arguments
      @input = input
      @errors = errors
    end

    def run(output)
      return output.puts(USAGE) || 0 if (@arguments & %w[-h --help help]).any?
      answer = answered
      told, error = answer.is_a?(Commands::Partly) ? answer.to_a : [answer]
      output.puts told.is_a?(String) ? told : JSON.pretty_generate(told)
      return 0 unless error
      @errors.puts error.message
      2
    end

    private

    def answered
      command = @arguments.shift
      kind = COMMANDS[command] or
        raise Core::InvalidInput, "Say what to compute: #{COMMANDS.keys.join(", ")}."
      kind.new(Given.new(@arguments, @input, @errors)).public_send(command)
    end
  end
end
