require "json"
require "socket"

module JauntyBell
  module Services
    module Apart
      # The process that forks others (Forking), as the server knows it. Whoever asks waits until it is their turn.
      class Forker
        # It was killed.
        class Gone < Errno::EPIPE; end

        NONE = 0 # instead of a process: there is no room for one

        # What goes over, with its size before it.
        def self.write(socket, text) = socket.write([text.bytesize].pack("N"), text)

        # Nil where nothing comes any more.
        def self.read(socket) = (size = socket.read(4)) && socket.read(size.unpack1("N"))

        def self.start
          ours, theirs = UNIXSocket.pair
          Process.detach(fork { Forking.new(theirs).serve })
          theirs.close
          new(ours)
        end

        def initialize(socket)
          @socket = socket
        end

        # The process that does it, and the end to read from. No other has an end of that pipe: whoever reads would wait
        # for it too. `work` as Marshal writes it. Raises Gone, Errno::EAGAIN where there is no room for a process.
        def begin(work, longest)
          reading, writing = IO.pipe(binmode: true)
          pid = ask("begin", longest) do
            Forker.write(@socket, work)
            @socket.send_io(writing)
          end
          (pid == NONE) ? raise(Errno::EAGAIN, "fork") : [pid, reading]
        ensure
          writing&.close
        end

        # Raises Gone.
        def reap(pid) = ask("reap", pid)

        def close = @socket.close

        private

        def ask(*what)
          Forker.write(@socket, JSON.generate(what))
          yield if block_given?
          Integer(@socket.gets || raise(Gone))
        rescue SystemCallError, IOError
          raise Gone
        end
      end
    end
  end
end
