module JauntyBell
  module Api
    # Plans being made beside the requests: one at a time for a programme, with how far it is, and a way to stop it. What is stopped or fails leaves
    # everything as it was.
    module PlanJobs
      Job = Struct.new(:done, :error, :stopped, :thread)
      KEPT = 50 # finished ones remembered

      @jobs = {}
      @lock = Mutex.new
      @beside = ->(&work) { Thread.new(&work) }

      class << self
        # How work is done beside the requests: a thread of its own, or for tests that live in one transaction whatever is set here.
        attr_writer :beside

        # Runs the block with a job to tell how far it is (#tell); nothing where one runs already.
        def start(key)
          @lock.synchronize do
            return if running?(@jobs[key])
            @jobs.delete(key)
            @jobs.shift if @jobs.size >= KEPT
            job = @jobs[key] = Job.new(0.0, nil, false, nil)
            job.thread = @beside.call { run(job) { yield ->(done) { tell(job, done) } } }
          end
        end

        # {running:, done: 0–1, error:} of the last one.
        def state(key)
          job = @lock.synchronize { @jobs[key] }
          {running: running?(job), done: job ? job.done.to_f.round(3) : 0.0, error: job&.error}
        end

        def stop(key) = @lock.synchronize { @jobs[key]&.stopped = true }

        # Waits until it is over.
        def wait(key) = @lock.synchronize { @jobs[key] }&.thread.then { |thread| thread.join if thread.respond_to?(:join) }

        private

        def running?(job) = job&.thread.respond_to?(:alive?) && job.thread.alive?

        def tell(job, done)
          throw :stopped if job.stopped
          job.done = done
        end

        def run(job)
          catch(:stopped) { yield }
        rescue Core::InvalidInput, Store::Conflict, Store::Missing => e
          job.error = e.message
        rescue => e
          job.error = "Something broke while planning. The plan you had stays."
          warn "planning: #{e.class}: #{e.message}\n  #{e.backtrace.first(8).join("\n  ")}"
        ensure
          job.thread = nil # and with it all that was planned from
        end
      end
    end
  end
end
