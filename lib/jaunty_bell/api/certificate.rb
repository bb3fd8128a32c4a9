require "socket"
require "openssl"

module JauntyBell
  module Api
    # The certificate that the proxy in front shows for a name of ours, and whether it will do for a while yet.
    #
    #   Certificate.of("gym.example") # => a Certificate, or nil where nothing answers
    class Certificate
      SOON = 7 * 86_400 # seconds before its end in which it should have been renewed
      PATIENCE = 2 # seconds

      attr_reader :name, :ends

      def self.of(name, port: 443)
        Socket.tcp("127.0.0.1", port, connect_timeout: PATIENCE) { |socket| new(name, shown(socket, name).not_after) }
      rescue SystemCallError, SocketError, OpenSSL::SSL::SSLError, IOError
        nil
      end

      def self.shown(socket, name)
        context = OpenSSL::SSL::SSLContext.new
        context.verify_mode = OpenSSL::SSL::VERIFY_PEER
        context.verify_callback = ->(_good, _store) { true } # whatever it is, its end is asked for
        secured = OpenSSL::SSL::SSLSocket.new(socket, context)
        secured.hostname = name
        secured.connect
        secured.peer_cert
      end
      private_class_method :shown

      # `ends` a Time.
      def initialize(name, ends)
        @name = name
        @ends = ends
      end

      # What is wrong with it at a time, as a sentence with what to do; nil where nothing is.
      def wrong(now)
        day = ends.utc.strftime("%Y-%m-%d")
        if ends < now
          "The certificate of #{name} ran out on #{day}: browsers refuse this server. See journalctl -u caddy."
        elsif ends < now + SOON
          "The certificate of #{name} ends on #{day} and has not been renewed: see journalctl -u caddy."
        end
      end

      def to_h = {name: name, ends: ends.utc.iso8601}
    end
  end
end
