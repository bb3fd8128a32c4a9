require "optparse"
require "jaunty_bell/stand_ins"
require "jaunty_bell/files"

module JauntyBell
  module StandIns
    # bin/stand-in: one command per device. Bad input is one line on standard error and exit 2.
    class CommandLine
      USAGE = <<~TEXT
        bin/stand-in strikes TEXT [--seconds N] [--stance S] [--tempo N] [--pause S] [--fatigue X] [--misses X] [--noise X]
        bin/stand-in answers FILE --round N [--wrong X] [--guesses X] [--misses X]
                                                         somebody in a read drill of a card's file
        bin/stand-in heart STRETCHES [--noise X]         stretches are seconds and effort: 180x7,60x2
        bin/stand-in clock FILE [--rate S] [--jump MS:BY]   a card's file; the clock gains S seconds a day, and jumps
        All take --seed N, --dropouts X, and --serve PORT [--speed X] to be listened to over loopback instead of printed.
      TEXT

      DEFAULTS = {seconds: 180, seed: 1, tempo: 140.0, pause: 0.6, fatigue: 0.0, misses: 0.0, noise: 0.0,
                  dropouts: 0.0, rate: 0.0, speed: 1.0, stance: "orthodox", wrong: 0.1, guesses: 0.05, round: 1}.freeze

      DEVICES = %w[strikes answers heart clock].freeze

      def self.run(arguments, output: $stdout, errors: $stderr)
        new(arguments.dup).run(output)
      rescue Core::InvalidInput, OptionParser::ParseError, Errno::EADDRINUSE => e
        errors.puts e.message.lines.map(&:strip).join(" ")
        2
      end

      def initialize(arguments)
        @arguments = arguments
        @given = Hash.new { |_, name| DEFAULTS[name] }
      end

      def run(output)
        return output.puts(USAGE) || 0 if (@arguments & %w[-h --help help]).any?
        device = @arguments.shift
        refuse("Say which device: #{DEVICES.join(", ")}.") unless DEVICES.include?(device)
        options.parse!(@arguments)
        lines = send(device).lines
        @given[:serve] ? serve(lines, output) : output.puts(lines)
        0
      end

      private

      def options
        OptionParser.new do |parser|
          %i[seconds seed serve round].each do |name|
            parser.on("--#{name} N", Integer) { |value| @given[name] = value }
          end
          %i[tempo pause fatigue misses noise dropouts rate speed wrong guesses]
            .each { |name| parser.on("--#{name} X", Float) { |value| @given[name] = value } }
          parser.on("--stance S", %w[orthodox southpaw]) { |value| @given[:stance] = value }
          parser.on("--jump JUMP") do |value|
            (@given[:jumps] ||= {}).store(*value.split(":", 2)
              .map { |ms|
                Integer(ms, exception: false) || refuse("--jump is milliseconds and by how many, as 60000:-5000.")
              })
          end
        end
      end

      def strikes
        reading = Core::Bench::Notation::Reading.new(stance: @given[:stance].to_sym)
        plan = Core::Floor::Review::Planned.of(Core::Bench::Notation.read(argument("the combination"), reading),
          reading, tempo: @given[:tempo], pause: @given[:pause])
        refuse("There is no strike of a hand in this combination.") if plan.hands.empty?
        StrikeSensor.new(plan, **@given.slice(:fatigue, :misses, :noise, :dropouts), seconds: @given[:seconds],
          seed: @given[:seed])
      end

      # Somebody in a read drill: what is shown is the cue sheet's of the card, from the same seed.
      def answers
        plan = card_plan
        at = @given[:round] - 1
        run = plan.runs[at] || refuse("The card has #{Core::Words.many(plan.runs.size, "round")}, no round #{at + 1}.")
        task = run.task
        refuse("Round #{at + 1} is no read drill.") unless task&.read?
        reading = Core::Bench::Notation::Reading.new(stance: @given[:stance].to_sym)
        work = Core::Floor::CueSheet.new(plan, seed: @given[:seed]).segments
          .find { |segment| segment.kind == :work && segment.round == at }
        plans = task.drill.pairs.to_h { |feed, answer|
          [feed.spoken, Core::Floor::Review::Planned.of(answer, reading, tempo: task.tempo, pause: task.pause)]
        }
        ReaderSensor.new(Core::Floor::Reaction.shown(work.cues, task, reading), plans,
          **@given.slice(:wrong, :guesses, :misses), seed: @given[:seed])
      end

      def heart
        stretches = argument("the stretches").split(",").map do |stretch|
          seconds, effort = stretch.match(/\A(\d+)x(\d+(?:\.\d+)?)\z/)&.captures
          refuse("\"#{stretch}\" is no stretch; write seconds and effort as 180x7.") unless seconds
          [seconds.to_i, effort.to_f]
        end
        HeartStrap.new(stretches, seed: @given[:seed], **@given.slice(:noise, :dropouts))
      end

      def clock
        GymClock.new(Core::Floor::CueSheet.new(card_plan, seed: @given[:seed]), rate: @given[:rate],
          jumps: @given[:jumps] || {})
      end

      def card_plan
        read = Files::CardFile.read(File.read(argument("the card's file")), Core::Bench::Notation::Reading.new)
        Files::CardFile.plan(read, Core::Card::Company.new)
      rescue SystemCallError => e
        refuse("The card's file cannot be read: #{e.message}")
      end

      def serve(lines, output)
        stream = Stream.new(lines, port: @given[:serve], speed: @given[:speed])
        output.puts "Listen at http://127.0.0.1:#{stream.port}/ (Ctrl-C ends it)"
        output.flush
        stream.run
      rescue Interrupt
        stream&.close
      end

      def argument(what) = @arguments.shift || refuse("Write #{what} after the device.")

      def refuse(message) = raise(Core::InvalidInput, message)
    end
  end
end
