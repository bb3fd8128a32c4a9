# The whole service in network namespaces of its own on this machine, with clubs that have a class, while its parts are
# killed, cut off and filled up. Run with bin/rehearse.
require "bundler/setup"
require "optparse"
require "tmpdir"
require_relative "service"
require_relative "clubs"
require_relative "mishaps"
require_relative "operator"
require_relative "evening"
require_relative "verdict"

module Rehearsal
  class Run
    HEALED = 300 # seconds in which everything has to be as it was
    QUIET = 4 # seconds between two mishaps
    Round = Struct.new(:kind, :from, :to)

    def initialize(clubs:, rounds:, seed:, keep:, stay:)
      @count = clubs
      @rounds = rounds
      @random = Random.new(seed)
      @seed = seed
      @keep = keep
      @stay = stay
      @done = []
    end

    # Whether all went well.
    def call
      @folder = Dir.mktmpdir("jaunty-rehearsal")
      File.chmod(0o755, @folder)
      @service = Service.new(@folder)
      @operator = Operator.new(@service)
      evening = classes
      return stay(evening) if @stay
      rounds
      sleep QUIET
      tell(Verdict.new(evening.end, @service.db))
    ensure
      @service&.end
      FileUtils.rm_rf(@folder) unless @keep || $!
    end

    private

    def classes
      began = clock
      @service.begin
      db = @service.db
      JauntyBell::Store::Database.migrate(db)
      coaches = Clubs.new(db).make(@count, weeks: 2, size: ->(_) { 12 })
      db.disconnect
      @service.serve
      evening = Evening.new(coaches, base: @service.base, host: Service::NAME, folder: @folder, seed: @seed).begin
      say format("%d clubs, three databases, two processes, their proxies: there after %.1f s", @count, clock - began)
      sleep 2 * QUIET
      evening
    end

    # It stays as it is, for whoever wants to try what an operator does (docs/operating.md), until it is ended.
    def stay(evening)
      say "", "A command on a machine, whose files are in #{@folder}:",
        "  nsenter -t #{Process.pid} -m ip netns exec MACHINE COMMAND",
        *@service.machines.map { |name, machine| "  #{machine.space}  #{name}  #{machine.address}" },
        "For a start: patronictl -c #{@folder}/a/patroni.json list. Ctrl-C ends it."
      begin
        sleep
      rescue Interrupt
        tell(Verdict.new(evening.end, @service.db))
      end
    end

    def rounds
      mishaps = Mishaps.new(@service, @random)
      kinds = (@rounds < Mishaps::FEW.size * 2) ? Mishaps::FEW.cycle.first(@rounds) : mishaps.draw(@rounds)
      kinds.each_with_index do |kind, nth|
        from = now
        mishaps.happen(kind, later: 3 + @random.rand(22))
        @service.until_true("all of it back after: #{kind}", longest: HEALED) do
          @operator.look
          @service.whole?
        end
        sleep QUIET
        @done << Round.new(kind, from, now)
        say format("round %3d  %-50s %5.1f s until all was as before", nth + 1, kind, (now - from) / 1000.0 - QUIET)
      end
    end

    def tell(verdict)
      tell_silences(@done.map { |round| [round.kind, verdict.silence(round.from, round.to)] })
      say("", "Somebody had to come and say who leads: #{@operator.calls} times.") if @operator.calls.positive?
      say "", "Answers (ms):"
      verdict.answers.each do |what, count, *times, states|
        say format("  %-38s %7d  50 %% %7.1f  95 %% %7.1f  99 %% %7.1f  %s", what, count, *times, states)
      end
      say "", "What a coach was told while facts waited:"
      verdict.found["told"].each { |said, times| say "  #{times} × #{said}" }
      say "", "#{verdict.tapped.size} facts tapped, #{verdict.kept.size} acknowledged, " \
        "#{verdict.stored.values.sum(&:size)} stored; the longest wait of one was #{verdict.longest.round(1)} s."
      judge(verdict.wrong)
    end

    def tell_silences(silences)
      return if silences.empty?
      say "", "No fact acknowledged to anybody for (median, worst):"
      [*silences.group_by(&:first).to_a, ["all of them", silences]].each do |kind, list|
        times = list.map(&:last)
        say format("  %-50s %5.1f s %5.1f s", kind, JauntyBell::Clock.within(times, 0.5), times.max)
      end
    end

    # Whether nothing is wrong.
    def judge(wrong)
      say(*wrong, ("Nothing acknowledged is lost, nothing is there twice, everything has arrived." if wrong.empty?))
      say "", wrong.empty? ? "#{@done.size} passed, 0 failed" : "0 passed, #{wrong.size} failed"
      wrong.empty?
    end

    def say(*lines) = lines.compact.each { |line| puts line }.then { $stdout.flush }

    def clock = JauntyBell::Clock.ticks

    def now = (Time.now.to_f * 1000).round
  end
end

given = {clubs: 50, rounds: Rehearsal::Mishaps::FEW.size, seed: 1, keep: false, stay: false}
OptionParser.new do |parser|
  %i[clubs rounds seed].each { |name| parser.on("--#{name} N", Integer) { |value| given[name] = value } }
  %i[keep stay].each { |name| parser.on("--#{name}") { given[name] = true } }
end.parse!
exit Rehearsal::Run.new(**given).call
