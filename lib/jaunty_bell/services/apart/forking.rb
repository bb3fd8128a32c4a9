require "fiddle"
require "socket"

module JauntyBell
  module Services
    module Apart
      # Sleeps, and forks when it is told to. The server at work forks nothing itself: after a fork each page of memory
      # it writes to is copied first, some 25,000 in a second for as long as somebody plans or takes everything out.
      class Forking
        NICE = 19 # as far behind everything else as there is
        IDLE = 5 # SCHED_IDLE of sched_setscheduler(2): whoever else wakes has the core at once
        LOOKED = 1 # seconds between two looks whether the process that forked it is still there

        def initialize(socket)
          @socket = socket
          @begun = []
        end

        # Until whoever began it is gone, or closes the other end. No way out but its end.
        def serve
          be_alone
          while (asked = Forker.read(@socket))
            what, given = JSON.parse(asked)
            @socket.puts((what == "begin") ? begin_work(given) : reap(given))
          end
        ensure
          @begun.each { |pid| kill(pid) }
          exit!(0)
        end

        private

        # Ctrl-C is for the server, which closes what there is of this; a connection of its own would stay open here.
        def be_alone
          Process.setproctitle("jaunty bell: forks what is done apart")
          %w[INT TERM].each { |signal| trap(signal, "IGNORE") }
          ObjectSpace.each_object(BasicSocket) { |socket| socket.close unless socket.equal?(@socket) || socket.closed? }
        end

        def begin_work(longest)
          work = Forker.read(@socket)
          writing = @socket.recv_io(IO, "wb").tap { |io| io.sync = true }
          here = Process.pid
          fork { child(here, work, longest, writing) }.tap { |pid| @begun << pid }
        rescue Errno::EAGAIN, Errno::ENOMEM
          Forker::NONE
        ensure
          writing&.close
        end

        # One that a process before this began has ended with it.
        def reap(pid)
          return pid unless @begun.delete(pid)
          kill(pid)
          Process.wait(pid)
        end

        # No way out but its end.
        def child(forked_by, work, longest, writing)
          @socket.close
          end_with(forked_by)
          stand_behind
          Process.setrlimit(Process::RLIMIT_CPU, longest)
          Marshal.load(work).call(writing)
          writing.close
        rescue Errno::EPIPE
          nil # nobody wants it any more
        rescue => e
          Said.error("apart", e)
        ensure
          exit!(0)
        end

        # Whoever is killed with -9 ends nobody.
        def end_with(forked_by)
          Thread.new do
            sleep LOOKED while Process.ppid == forked_by
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
