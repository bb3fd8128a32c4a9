require "puma"
require "puma/server"

module JauntyBell
  # Puma, with one thing mended: a thread that hands a kept connection on to another (Puma::Server#process_client)
  # empties the connection's buffer after that, and with it what the other has begun to answer; its headers are lost,
  # and a browser sees an answer that is none (puma 8.0.2 and before). Here the buffer is the thread's own. Whatever
  # runs Puma asks for this file instead.
  module WebServer
    BUFFER = :jaunty_bell_answer

    # Puma::Client's buffer of what is answered.
    module BufferOfThread
      def io_buffer = Thread.current[BUFFER] ||= Puma::IOBuffer.new
    end

    Puma::Client.prepend(BufferOfThread)
  end
end
