require "json"

module JauntyBell
  module Api
    # Screens that follow a class: server-sent events over connections taken out of the server's hands, so that a screen on the
    # wall keeps no thread busy. They live in this process; one process serves a club.
    class Followers
      HEAD = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-store\r\nconnection: close\r\nx-accel-buffering: no\r\n\r\nretry: 1000\n\n"
      BEAT = 2 # seconds between signs of life, by which a screen knows whether it is still in touch
      MOST = 20 # screens of one class

      def initialize
        @open = Hash.new { |hash, key| hash[key] = [] }
        @lock = Mutex.new
      end

      # Takes a connection over and tells it where things stand now.
      def add(key, io, now)
        @lock.synchronize do
          @open[key].shift.close if @open[key].size >= MOST
          @open[key] << io if write(io, HEAD + event(now))
          @beating ||= Thread.new { beat }
        end
      end

      # Tells everybody who follows; returns how many there are.
      def tell(key, data) = @lock.synchronize { each(key) { event(data) } }

      # One event, as text.
      def event(data) = "data: #{JSON.generate(data)}\n\n"

      private

      def beat
        loop do
          sleep BEAT
          @lock.synchronize { @open.keys.each { |key| each(key) { "event: here\ndata: 1\n\n" } } }
        end
      end

      def each(key)
        @open[key].select! { |io| write(io, yield) }
        @open[key].size.tap { |count| @open.delete(key) if count.zero? }
      end

      # False where nobody is there any more, or somebody does not read.
      def write(io, text)
        io.write_nonblock(text) == text.bytesize
      rescue IOError, SystemCallError
        begin
          io.close
        rescue IOError, SystemCallError
          nil
        end
        false
      end
    end
  end
end
