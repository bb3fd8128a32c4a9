module JauntyBell
  module Services
    # Work in a process of its own that is forked for it, behind everything else and within a time: what it says comes
    # over a pipe. It ends with its work, or when it is reaped, or with the process that began it.
    #
    #   pid, reading = Apart.begin(longest: 120) { |writing| writing.puts "…" }
    #   reading.gets; Apart.reap(pid)
    module Apart
      NICE = 19 # as far behind everything else as there is

      @lock = Mutex.new
      @pids = []

      class << self
        # `longest` seconds of reckoning. One at a time, so that no process holds the end of another's pipe open:
        # whoever reads from that one would wait for both.
        def begin(longest:, &work)
          @lock.synchronize do
            reading, writing = IO.pipe(binmode: true)
            pid = fork { child(reading, writing, longest, &work) }
            writing.close
            @pids << pid
            [pid, reading]
          end
        end

        # Ends it, where it has not ended, and waits for it.
        def reap(pid)
          kill(pid)
          Process.wait(pid)
          @lock.synchronize { @pids.delete(pid) }
        end

        # Ends all of them: this process closes.
        def end_all = @lock.synchronize { @pids.each { |pid| kill(pid) } }

        private

        # No way out but its end.
        def child(reading, writing, longest)
          reading.close
          stand_behind
          Process.setrlimit(Process::RLIMIT_CPU, longest)
          yield writing
          writing.close
        ensure
          exit!(0)
        end

        # Linux shares the cores among sessions first, and within each by how nice a process is: in a session of its
        # own, which is as nice, it stands behind the database and everybody else too.
        def stand_behind
          Process.setsid
          Process.setpriority(Process::PRIO_PROCESS, 0, NICE)
          File.write("/proc/self/autogroup", NICE)
        rescue SystemCallError
          nil # a kernel that shares in another way
        end

        def kill(pid)
          Process.kill(:KILL, pid)
        rescue Errno::ESRCH
          nil
        end
      end
    end
  end
end
