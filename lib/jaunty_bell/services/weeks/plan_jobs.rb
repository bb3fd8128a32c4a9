require "json"
require "socket"

module JauntyBell
  module Services::Weeks
    # The plan of a programme being made beside the requests, in a process of its own that can be ended: one at a time
    # for a club and few at once on a machine, within limits of time and memory. How far it is stands in the database
    # (Store::PlanJobs), so that it does not matter which process of the service is asked. What is stopped or fails
    # leaves everything as it was.
    #
    #   jobs = PlanJobs.new(db, club_id, programme_id)
    #   jobs.start(planning, keep: ->(plan) { … }) # planning.call { |done| … } => data of a plan
    #   jobs.state # => {running: true, done: 0.5, error: nil}
    class PlanJobs
      Full = Store::PlanJobs::Full
      MOST = 2 # at once on a machine: the requests want a core of their own
      LONGEST = 120 # seconds
      LARGEST = 1_024 * 1_024 * 1_024 # bytes a plan may take beside what the server has
      TOLD_EVERY = 0.25 # seconds between two words of how far it is
      LOOKED = 0.5 # seconds between two looks whether it is still wanted
      PATIENCE = 60 # seconds for which the database is waited for, where it is away when the plan is there
      TOO_LONG =
        "Planning took more than #{LONGEST / 60} minutes and was ended: plan fewer classes or goals. The plan you " \
        "had stays."
      BROKEN = "Something broke while planning. The plan you had stays."

      @beside = ->(&work) { Thread.new(&work) }

      class << self
        # How a plan is waited for beside the requests: by a thread of its own, or for tests that live in one
        # transaction whatever is set here.
        attr_accessor :beside
      end

      def initialize(db, club_id, programme_id, machine: Socket.gethostname)
        @kept = Store::PlanJobs.new(db, club_id, programme_id)
        @machine = machine
      end

      # Makes what calling `work` returns (JSON-ready data, worked out from what is in it alone) in a process of its
      # own, where it goes by Marshal, and hands that to `keep`. Its block is told how far it is (0–1). Nothing where
      # one is made already. Raises Full.
      def start(work, keep:)
        process = SecureRandom.uuid
        return unless @kept.claim(process, machine: @machine, most: MOST)
        going = Made.new(work, Core::Ways.country)
        PlanJobs.beside.call { Core::Ways.go_by(going.country) { watch(process, going, keep) } }
      end

      # {running:, done: 0–1, error:} of the last one.
      def state = @kept.state

      # Ends it; what was made so far is gone.
      def stop = @kept.stop

      # Waits until it is over.
      def wait = (IO.select(nil, nil, nil, 0.05) while state[:running])

      private

      def watch(process, going, keep)
        made, error = made(process, going)
        patiently { keep.call(made) } if made
      rescue Core::InvalidInput, Store::Conflict, Store::Missing => e
        error = e.message
      rescue => e
        error = BROKEN
        Said.error("planning", e)
      ensure
        patiently { @kept.over(process, error) }
      end

      # The database may be away for a while, as when another takes over.
      def patiently
        deadline = Clock.ticks + PATIENCE
        begin
          yield
        rescue Store::Away
          raise if Clock.ticks > deadline
          IO.select(nil, nil, nil, 1)
          retry
        end
      end

      # What the process writes, line by line: {"done": share}, {"made": plan} or {"error": sentence}: [what was made,
      # why it was not]. Neither where it was stopped.
      def made(process, going)
        pid, reading = Services::Apart.begin(going, longest: LONGEST + 10)
        followed(process, reading, Clock.ticks + LONGEST)
      ensure
        reading&.close
        Services::Apart.reap(pid) if pid
      end

      def followed(process, reading, deadline)
        done, told = 0.0, 0
        loop do
          if Clock.ticks - told > TOLD_EVERY
            return unless wanted?(process, done)
            told = Clock.ticks
          end
          return [nil, TOO_LONG] if Clock.ticks > deadline
          next unless reading.wait_readable(LOOKED)
          line = reading.gets or return [nil, BROKEN]
          said = JSON.parse(line)
          return @kept.say(process, done) && [said["made"], nil] if said.key?("made")
          raise Core::InvalidInput, said["error"] if said.key?("error")
          done = said["done"]
        end
      end

      # Where the database is away it goes on.
      def wanted?(process, done)
        @kept.say(process, done)
      rescue Store::Away
        true
      end

      # What is done in the process of its own, in a country's words: no database, no sockets.
      Made = Struct.new(:work, :country) do
        def call(writing)
          keep_within
          # How far it is may be a fraction.
          made = Core::Ways.go_by(country) { work.call { |done| say(writing, done: done.to_f) } }
          say(writing, made: made)
        rescue Core::InvalidInput => e
          say(writing, error: e.message)
        end

        private

        def say(writing, what) = writing.puts(JSON.generate(what))

        def keep_within
          return unless File.exist?("/proc/self/statm")
          Process.setrlimit(Process::RLIMIT_AS, File.read("/proc/self/statm").split.first.to_i * 4_096 + LARGEST)
        end
      end
    end
  end
end
