require "json"

module JauntyBell
  module Api
    # Screens that follow a class: server-sent events over connections taken out of the server's hands, so that a screen
    # on the wall keeps no thread busy. Each process has those it was asked by; where a class stands is in the database,
    # and whoever moves it on gives notice to all of them (Store::Notices).
    class Followers
      CHANNEL = :classes
      HEAD = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-store\r\nconnection: " \
        "close\r\nx-accel-buffering: no\r\n\r\nretry: 1000\n\n"
      BEAT = 2 # seconds between signs of life, by which a screen knows whether it is still in touch
      LOOKED_AFTER = 5 # beats between two looks whether whoever follows is still signed in
      MOST = 20 # screens of one class
      MOST_OF_ALL = 500 # of this process: the oldest go

      # `klass` is [club id, class id].
      Screen = Struct.new(:klass, :io, :still)

      def initialize(db, notices: Store::Notices.new(db, CHANNEL))
        @db = db
        @notices = notices
        @screens = []
        @lock = Mutex.new
      end

      # Takes a connection over and tells it where the class stands `now` (#event); `still` says whether whoever it is
      # may go on following.
      def add(klass, io, now, &still)
        @lock.synchronize do
          drop(of(klass).first) if of(klass).size >= MOST
          drop(@screens.first) if @screens.size >= MOST_OF_ALL
          @screens << Screen.new(klass, io, still) if write(io, HEAD + now)
          @beating ||= Thread.new { beat }
          @notices.listen { |text| heard(text&.split) }
        end
      end

      # Tells everybody who follows, in whichever process.
      def tell(klass) = Store::Notices.tell(@db, CHANNEL, klass.join(" "))

      # Where a class stands now, as one event. Raises Store::Missing.
      def event(klass) = "data: #{JSON.generate(Store::Classes.new(@db, klass.first).stands(klass.last))}\n\n"

      # Lets go of those who may not follow any more.
      def look
        gone = @lock.synchronize { @screens.dup }.reject { |screen| screen.still.nil? || screen.still.call }
        @lock.synchronize { gone.each { |screen| drop(screen) } }
      end

      # How many there are.
      def size = @lock.synchronize { @screens.size }

      private

      # Notice of a class, or of none in particular.
      def heard(klass)
        followed = @lock.synchronize { @screens.map(&:klass).uniq }
        (klass ? followed & [klass] : followed).each { |each| retell(each) }
      end

      def retell(klass)
        now = event(klass)
        @lock.synchronize { each(of(klass), now) }
      rescue Store::Missing
        @lock.synchronize { of(klass).each { |screen| drop(screen) } }
      end

      def of(klass) = @screens.select { |screen| screen.klass == klass }

      def beat
        (1..).each do |nth|
          sleep BEAT
          @lock.synchronize { each(@screens.dup, "event: here\ndata: 1\n\n") }
          look if (nth % LOOKED_AFTER).zero?
        rescue Sequel::Error
          next # the database is away for a moment: who follows is looked at when it is back
        end
      end

      def each(screens, text) = screens.each { |screen| drop(screen) unless write(screen.io, text) }

      def drop(screen)
        @screens.delete(screen)
        close(screen.io)
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
