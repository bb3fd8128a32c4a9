require "socket"
require "fileutils"

module JauntyBell
  module StandIns
    # A mail server that delivers to nobody: it takes letters on loopback as any does (RFC 5321, as much as a client of
    # ours says) and keeps each as a file in a folder, the newest last.
    #
    #   server = MailServer.new("letters").start   # in a thread of its own
    #   server.port; server.letters                # => ["From: …\r\nTo: …", …]
    class MailServer
      MOST = 200 # letters that are kept
      LONGEST = 1_000_000 # bytes of one

      attr_reader :port

      def initialize(folder, port: 0)
        @folder = folder
        FileUtils.mkdir_p(folder, mode: 0o700)
        @server = TCPServer.new("127.0.0.1", port)
        @port = @server.addr[1]
      end

      def start
        @thread ||= Thread.new { run }
        self
      end

      # Serves until it is closed.
      def run
        loop { Thread.new(@server.accept) { |client| serve(client) } }
      rescue IOError
        nil
      end

      def close = @server.close

      def letters = files.map { |file| File.binread(file) }

      private

      def files = Dir[File.join(@folder, "*.eml")].sort

      def serve(client)
        client.write("220 stand-in\r\n")
        while (line = client.gets("\r\n", 2_000))
          case line
          when /\AQUIT/i then return client.write("221 bye\r\n")
          when /\AEHLO|\AHELO/i then client.write("250 stand-in\r\n")
          when /\ADATA/i then take(client)
          else client.write("250 ok\r\n")
          end
        end
      rescue SystemCallError, IOError
        nil
      ensure
        client.close
      end

      def take(client)
        client.write("354 go on\r\n")
        text = +""
        while (line = client.gets("\r\n", 2_000)) && line != ".\r\n"
          text << line.delete_prefix(".") if text.bytesize < LONGEST
        end
        keep(text)
        client.write("250 kept\r\n")
      end

      # Whole or not at all; the oldest go where there are too many.
      def keep(text)
        name = File.join(@folder, format("%.6f-%s.eml", Time.now.to_f, object_id))
        File.binwrite("#{name}.part", text, perm: 0o600)
        File.rename("#{name}.part", name)
        files.reverse.drop(MOST).each { |file| File.delete(file) }
      end
    end
  end
end
