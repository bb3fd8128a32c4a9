require "json"

module JauntyBell
  module Api
    # Screens that follow a class: server-sent events over connections taken out of the server's hands, so that a screen
    # on the wall keeps no thread busy. They live in this process; one process serves a club.
    class Followers
      HEAD = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-store\r\nconnection: " \
        "close\r\nx-accel-buffering: no\r\n\r\nretry: 1000\n\n"
      BEAT = 2 # seconds between signs of life, by which a screen knows whether it is still in touch
      LOOKED_AFTER = 5 # beats between two looks whether whoever follows is still signed in
      MOST = 20 # screens of one class
      MOST_OF_ALL = 500 # of this process: the oldest go

      Screen = Struct.new(:key, :io, :still)

      def initialize
        @screens = []
        @lock = Mutex.new
      end

      # Takes a connection over and tells it where things stand now; `still` says whether whoever it is may go on
      # following.
      def add(key, io, now, &still)
        @lock.synchronize do
          drop(@screens.find { |screen| screen.key == key }) if @screens.count { |screen| screen.key == key } >= MOST
          drop(@screens.first) if @screens.size >= MOST_OF_ALL
          @screens << Screen.new(key, io, still) if write(io, HEAD + event(now))
          @beating ||= Thread.new { beat }
        end
      end

      # Tells everybody who follows; returns how many there are.
      def tell(key, data) = @lock.synchronize { each(@screens.select { |screen| screen.key == key }, event(data)) }

      # One event, as text.
      def event(data) = "data: #{JSON.generate(data)}\n\n"

      # Lets go of those who may not follow any more.
      def look
        gone = @lock.synchronize { @screens.dup }.reject { |screen| screen.still.nil? || screen.still.call }
        @lock.synchronize { gone.each { |screen| drop(screen) } }
      end

      # How many there are.
      def size = @lock.synchronize { @screens.size }

      private

      def beat
        (1..).each do |nth|
          sleep BEAT
          @lock.synchronize { each(@screens.dup, "event: here\ndata: 1\n\n") }
          look if (nth % LOOKED_AFTER).zero?
        rescue Sequel::Error
          next # the database is away for a moment: who follows is looked at when it is back
        end
      end

      def each(screens, text) = screens.count { |screen| write(screen.io, text) || drop(screen) }

      def drop(screen)
        @screens.delete(screen)
        close(screen.io)
        false
      end

      # False where nobody is there any more, or somebody does not read.
      def write(io, text)
        io.write_nonblock(text) == text.bytesize
      rescue IOError, SystemCallError
        close(io)
        false
      end

      def close(io)
        io.close
      rescue IOError, SystemCallError
        nil
      end
    end
  end
end
