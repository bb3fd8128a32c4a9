module JauntyBell
  module Services
    # Work in a process of its own, behind everything else and within a time: what it says comes over a pipe. It ends
    # with its work, or when it is reaped, or with the process that asked for it, however that ends.
    #
    #   pid, reading = Apart.begin(work, longest: 120)
    #   reading.gets; Apart.reap(pid)
    #
    # `work` goes over to another process (Marshal) and is called there with the end it writes to.
    module Apart
      @lock = Mutex.new

      class << self
        # Before there are threads, connections and much in memory: what is forked later has none of them.
        def prepare = @lock.synchronize { forker }

        # `longest` seconds of reckoning. Raises SystemCallError where there is no room for another process.
        def begin(work, longest:)
          data = Marshal.dump(work)
          @lock.synchronize do
            forker.begin(data, longest)
          rescue Forker::Gone # it was killed: one is begun anew
            @forker = nil
            forker.begin(data, longest)
          end
        end

        # Work of which nothing is said: until it is over.
        def finish(work, longest:)
          pid, reading = self.begin(work, longest: longest)
          reading.read
        ensure
          reading&.close
          reap(pid) if pid
        end

        # Ends it, where it has not ended. What was begun by a process that is gone has ended with it: none is begun for
        # that, as this process closes.
        def reap(pid)
          @lock.synchronize do
            @forker.reap(pid) if @forker && @whose == Process.pid
          rescue Forker::Gone
            @forker = nil
          end
        end

        # Ends all of them: this process closes.
        def end_all
          @lock.synchronize do
            @forker&.close
            @forker = nil
          end
        end

        private

        # A process that was forked itself has one of its own.
        def forker
          @forker, @whose = nil, Process.pid unless @whose == Process.pid
          @forker ||= Forker.start
        end
      end
    end
  end
end
