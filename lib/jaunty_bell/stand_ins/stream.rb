require "socket"

module JauntyBell
  module StandIns
    # A device's lines over loopback, in the time they happen, as server-sent events that a page of the same machine may
    # read.
    class Stream
      HEAD = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: " \
        "no-store\r\naccess-control-allow-origin: *\r\nconnection: close\r\n\r\n"

      # `lines` begin with their milliseconds; `speed` 1 is the time they happen in.
      def initialize(lines, port:, speed: 1.0)
        @lines = lines
        @server = TCPServer.new("127.0.0.1", port)
        @speed = speed
      end

      def port = @server.addr[1]

      # Serves one listener after another until it is closed.
      def run
        loop { serve(@server.accept) }
      rescue IOError
        nil
      end

      def close = @server.close

      private

      def serve(listener)
        listener.gets("\r\n\r\n")
        listener.write(HEAD)
        begun = now
        @lines.each do |line|
          wait = line.to_i / 1000.0 / @speed - (now - begun)
          sleep(wait) if wait.positive?
          listener.write("data: #{line}\n\n")
        end
      rescue SystemCallError, IOError
        nil
      ensure
        listener.close
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
