require "fiddle"

module JauntyBell
  module Services
    # Work in a process of its own that is forked for it, behind everything else and within a time: what it says comes
    # over a pipe. It ends with its work, or when it is reaped, or with the process that began it, however that ends.
    #
    #   pid, reading = Apart.begin(longest: 120) { |writing| writing.puts "…" }
    #   reading.gets; Apart.reap(pid)
    module Apart
      NICE = 19 # as far behind everything else as there is
      IDLE = 5 # SCHED_IDLE of sched_setscheduler(2): whoever else wakes has the core at once
      LOOKED = 1 # seconds between two looks whether the process that began it is still there

      @lock = Mutex.new
      @pids = []

      class << self
        # `longest` seconds of reckoning. One at a time, so that no process holds the end of another's pipe open:
        # whoever reads from that one would wait for both.
        def begin(longest:, &work)
          @lock.synchronize do
            reading, writing = IO.pipe(binmode: true)
            here = Process.pid
            pid = fork { child(here, reading, writing, longest, &work) }
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
        def child(began_it, reading, writing, longest)
          reading.close
          end_with(began_it)
          stand_behind
          Process.setrlimit(Process::RLIMIT_CPU, longest)
          yield writing
          writing.close
        ensure
          exit!(0)
        end

        # Whoever is killed with -9 ends nobody.
        def end_with(began_it)
          Thread.new do
            sleep LOOKED while Process.ppid == began_it
            exit!(1)
          end
        end

        # Linux shares the cores among sessions first, and within each by how nice a process is: in a session of its
        # own, which is as nice, it stands behind the database and everybody else too. How nice it is says how much it
        # gets, not when: others would still wait until its turn of some milliseconds is over, but for idle.
        def stand_behind
          Process.setsid
          Process.setpriority(Process::PRIO_PROCESS, 0, NICE)
          be_idle
          File.write("/proc/self/autogroup", NICE)
        rescue SystemCallError
          nil # a kernel that shares in another way
        end

        def be_idle
          schedule = Fiddle::Function.new(Fiddle::Handle::DEFAULT["sched_setscheduler"],
            [Fiddle::TYPE_INT, Fiddle::TYPE_INT, Fiddle::TYPE_VOIDP], Fiddle::TYPE_INT)
          schedule.call(0, IDLE, [0].pack("i")) # of this process, with no priority
        rescue Fiddle::DLError
          nil # a system that knows of no such thing
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
