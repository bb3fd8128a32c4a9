require "json"

module JauntyBell
  module Services::Weeks
    # Plans being made beside the requests, each in a process of its own that can be ended: one at a time for a
    # programme and few at once, with how far it is, and within limits of time and memory. What is stopped or fails
    # leaves everything as it was.
    module PlanJobs
      Job = Struct.new(:done, :error, :pid, :thread, :stopped)
      # There are as many as there may be.
      class Full < StandardError; end

      KEPT = 50 # finished ones remembered
      MOST = 2 # at once: the requests want a core of their own
      LONGEST = 120 # seconds
      LARGEST = 1_024 * 1_024 * 1_024 # bytes a plan may take beside what the server has
      TOO_LONG =
        "Planning took more than #{LONGEST / 60} minutes and was ended: plan fewer classes or goals. The plan you " \
        "had stays."
      BROKEN = "Something broke while planning. The plan you had stays."

      @jobs = {}
      @lock = Mutex.new
      @forking = Mutex.new
      @beside = ->(&work) { Thread.new(&work) }

      class << self
        # How a plan is waited for beside the requests: by a thread of its own, or for tests that live in one
        # transaction whatever is set here.
        attr_writer :beside

        # Makes what the block returns (JSON-ready data, worked out from what is in memory alone) in a process of its
        # own, and hands it to `keep`. The block takes what is told how far it is (0–1). Nothing where one runs for this
        # key already. Raises Full.
        def start(key, keep:, &work)
          @lock.synchronize do
            return if running?(@jobs[key])
            if @jobs.each_value.count { |job| running?(job) } >= MOST
              raise Full, "#{MOST} plans are being made at the moment: try again in a minute."
            end
            @jobs.delete(key)
            @jobs.shift if @jobs.size >= KEPT
            job = @jobs[key] = Job.new(0.0)
            job.thread = :begun
            country = Core::Ways.country
            job.thread = @beside.call { Core::Ways.go_by(country) { watch(job, keep, &work) } }
          end
        end

        # {running:, done: 0–1, error:} of the last one.
        def state(key)
          job = @lock.synchronize { @jobs[key] }
          {running: running?(job), done: job ? job.done.to_f.round(3) : 0.0, error: job&.error}
        end

        # Ends it; what was made so far is gone.
        def stop(key)
          job = @lock.synchronize { @jobs[key] } or return
          job.stopped = true
          kill(job)
        end

        # Waits until it is over.
        def wait(key) =
          @lock.synchronize { @jobs[key] }&.thread.then { |thread| thread.join if thread.respond_to?(:join) }

        # Ends all of them: the server closes.
        def stop_all = @lock.synchronize { @jobs.each_value { |job| kill(job) } }

        private

        def running?(job) = job&.thread.respond_to?(:alive?) && job.thread.alive?

        def kill(job)
          Process.kill(:KILL, job.pid) if job.pid
        rescue Errno::ESRCH
          nil
        end

        def watch(job, keep, &work)
          made = made(job, &work)
          keep.call(made) if made && !job.stopped
        rescue Core::InvalidInput, Store::Conflict, Store::Missing => e
          job.error = e.message
        rescue => e
          job.error = BROKEN
          Said.error("planning", e)
        ensure
          job.thread = nil
        end

        # What the process writes, line by line: {"done": share}, {"made": plan} or {"error": sentence}. nil where it
        # was stopped.
        def made(job, &work)
          reading = forked(job, &work)
          kill(job) if job.stopped # before there was a process to end
          deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + LONGEST
          followed(job, reading, deadline)
        ensure
          reading&.close
          kill(job)
          Process.wait(job.pid) if job.pid
          job.pid = nil
        end

        # One at a time, so that no process holds the end of another's pipe open. The end to read from.
        def forked(job, &work)
          @forking.synchronize do
            reading, writing = IO.pipe
            job.pid = fork { child(reading, writing, &work) }
            writing.close
            reading
          end
        end

        def followed(job, reading, deadline)
          loop do
            left = deadline - Process.clock_gettime(Process::CLOCK_MONOTONIC)
            return (job.error = TOO_LONG) && nil unless left.positive? && reading.wait_readable(left)
            line = reading.gets
            return job.stopped ? nil : (job.error = BROKEN) && nil unless line
            said = JSON.parse(line)
            return said["made"] if said.key?("made")
            raise Core::InvalidInput, said["error"] if said.key?("error")
            job.done = said["done"]
          end
        end

        # In the process of its own: no database, no sockets, and no way out but this one.
        def child(reading, writing)
          reading.close
          Process.setrlimit(Process::RLIMIT_CPU, LONGEST + 10)
          if File.exist?("/proc/self/statm")
            Process.setrlimit(Process::RLIMIT_AS, File.read("/proc/self/statm").split.first.to_i * 4_096 + LARGEST)
          end
          say = ->(what) { writing.puts(JSON.generate(what)) || writing.flush }
          say.call(made: yield(->(done) { say.call(done: done) }))
        rescue Core::InvalidInput => e
          say&.call(error: e.message)
        rescue => e
          Said.error("planning", e)
        ensure
          writing.close
          exit!(0)
        end
      end
    end
  end
end
