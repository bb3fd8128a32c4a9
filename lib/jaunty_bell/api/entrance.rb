require "ipaddr"

module JauntyBell
  module Api
    # The first thing a request meets: every later guard sees the address the rooms see, the client as it is, and a host
    # that is ours. What proxies say is believed only of those that are named (JAUNTY_PROXIES); a name of ours is one of
    # JAUNTY_HOSTS, or where we listen, or a bare address, which nobody can point elsewhere.
    class Entrance
      CLAIMS = %w[HTTP_X_FORWARDED_FOR HTTP_X_FORWARDED_HOST HTTP_X_FORWARDED_PORT HTTP_X_FORWARDED_PROTO
        HTTP_X_FORWARDED_SCHEME HTTP_X_FORWARDED_SSL HTTP_FORWARDED HTTP_CLIENT_IP HTTP_X_REAL_IP].freeze
      METHODS = %w[GET HEAD POST PUT DELETE OPTIONS].freeze
      UNREADABLE = [ArgumentError, RangeError, EncodingError, Rack::QueryParser::QueryLimitError,
        Rack::QueryParser::ParameterTypeError, Rack::QueryParser::InvalidParameterError].freeze
      SHARED = "/share" # a page that reads its query itself, of several lines; the server reads none of it
      LOCAL = %w[localhost 127.0.0.1 [::1]].freeze

      def initialize(app, hosts: Settings.hosts, proxies: Settings.proxies, https: Settings.https?)
        @app = app
        @hosts = [*LOCAL, *hosts].map(&:downcase)
        @proxies = proxies
        @https = https
      end

      def call(env)
        unless METHODS.include?(env["REQUEST_METHOD"])
          return Errors.response(501,
            "This server does not know the method #{env["REQUEST_METHOD"].to_s[0, 20].inspect}.")
        end
        unless plain?(env["PATH_INFO"]) && asked_plainly?(env)
          return Errors.response(404, "There is nothing at this address.")
        end
        unless ours?(env["HTTP_HOST"].to_s)
          return Errors.response(421, "This server does not answer to that name: add it to JAUNTY_HOSTS.")
        end
        believe(env)
        @app.call(env)
      end

      private

      # One way to write each address: no empty parts, no dots that climb, nothing that is no text.
      def plain?(path)
        return false if path.include?("//") || path.length > 2_000
        text = Rack::Utils.unescape_path(path)
        text.force_encoding(Encoding::UTF_8).valid_encoding? && !text.match?(%r{[[:cntrl:]]|//|(\A|/)\.\.?(/|\z)})
      rescue ArgumentError
        false
      end

      def asked_plainly?(env) = env["PATH_INFO"] == SHARED || readable?(env["QUERY_STRING"])

      # Parameters that are text, in number and depth that somebody could mean.
      def readable?(query)
        text = Rack::Utils.parse_query(query).flatten(2).compact
        text.all? { |each| each.dup.force_encoding(Encoding::UTF_8).valid_encoding? && !each.match?(/[[:cntrl:]]/) } &&
          !query.match?(/%0[0ad]/i)
      rescue *UNREADABLE
        false
      end

      def ours?(host)
        name = host.downcase.sub(/:\d+\z/, "")
        @hosts.include?(name) || address?(name.delete("[]"))
      end

      def address?(name)
        IPAddr.new(name) && true
      rescue IPAddr::Error
        false
      end

      # A named proxy says who asks; of anybody else nothing is believed.
      def believe(env)
        said = env["HTTP_X_FORWARDED_FOR"].to_s.split(",").map(&:strip)
        CLAIMS.each { |claim| env.delete(claim) }
        if @proxies.include?(env["REMOTE_ADDR"])
          client = said.reverse.find { |each| !@proxies.include?(each) }
          env["REMOTE_ADDR"] = client if client && address?(client)
        end
        return unless @https
        env["rack.url_scheme"] = "https"
        env["HTTPS"] = "on"
      end
    end
  end
end
