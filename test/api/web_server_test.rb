require "test_helper"
require "socket"
require "jaunty_bell/web_server"

# Two requests on one kept connection, the second handed on to another thread: what that one has begun to answer stays
# whole, whatever the first does afterwards.
class WebServerTest < Minitest::Test
  # The body of an answer: it says that it has begun (its headers are written), and goes on when it may.
  Slow = Struct.new(:begun, :may_go_on) do
    def each
      begun << true
      may_go_on.pop
      yield "all of it"
    end
  end

  # No thread waits, so a connection is handed on. Whoever does it goes on only when the other has begun to answer, and
  # the other only when that one is through.
  module InTurn
    def take_turns(slow)
      @slow, add = slow, @thread_pool.method(:<<)
      @thread_pool.define_singleton_method(:waiting) { 0 }
      @thread_pool.define_singleton_method(:<<) do |client|
        add.call(client).tap { Thread.current[:handed_on] = slow.begun.pop if Thread.current[:answers] }
      end
    end

    def process_client(*)
      Thread.current[:answers] = true
      super
    ensure
      @slow.may_go_on << true if Thread.current[:handed_on]
    end
  end

  def test_an_answer_that_another_thread_has_begun_is_whole
    slow = Slow.new(Queue.new, Queue.new)
    said = asked({"/first" => ["first"], "/second" => slow}, slow, <<~HTTP.gsub("\n", "\r\n"))
      GET /first HTTP/1.1
      Host: here

      GET /second HTTP/1.1
      Host: here
      Connection: close

    HTTP
    assert_equal 2, said.scan("HTTP/1.1 200 OK\r\n").size, said
    assert said.end_with?("\r\n\r\n9\r\nall of it\r\n0\r\n\r\n"), said
  end

  private

  def asked(bodies, slow, text)
    server = Puma::Server.new(->(env) { [200, {}, bodies.fetch(env["PATH_INFO"])] }, nil,
      {min_threads: 2, max_threads: 2, log_writer: Puma::LogWriter.null}).extend(InTurn)
    port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
    server.run
    server.take_turns(slow)
    TCPSocket.open("127.0.0.1", port) { |socket| socket.tap { |each| each.write(text) }.read }
  ensure
    server.stop(true)
  end
end
