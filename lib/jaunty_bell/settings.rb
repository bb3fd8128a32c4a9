module JauntyBell
  # Every setting of the program, from the environment, in one place. The core knows none of them.
  #
  #   PORT             where to serve, 4000
  #   HOST             the address to listen on, 127.0.0.1
  #   JAUNTY_DATA      where the club's own database, secret and logs live, ~/.local/share/jaunty-bell (bin/start as root:
  #                    /var/lib/jaunty-bell, which PostgreSQL's own user can reach)
  #   DATABASE_URL     a PostgreSQL server of one's own; without it bin/start runs one on loopback under JAUNTY_DATA
  #   JAUNTY_PGPORT    the port of that own server, 54329
  #   JAUNTY_HTTPS     1 where the program stands behind HTTPS: cookies are then marked secure
  #   JAUNTY_SECRET    64 characters or more that sign the sessions; without it one is made and kept in JAUNTY_DATA
  #   JAUNTY_TODAY     a date the demo club's history ends on, today
  module Settings
    class << self
      def port = Integer(ENV.fetch("PORT", "4000"))

      def host = ENV.fetch("HOST", "127.0.0.1")

      def data = ENV.fetch("JAUNTY_DATA") { File.join(Dir.home, ".local/share/jaunty-bell") }

      def pg_port = Integer(ENV.fetch("JAUNTY_PGPORT", "54329"))

      def database_url = ENV.fetch("DATABASE_URL") { "postgres://jaunty@127.0.0.1:#{pg_port}/jaunty_bell" }

      def https? = ENV["JAUNTY_HTTPS"] == "1"

      # Made once and kept where nobody else can read it.
      def secret
        ENV.fetch("JAUNTY_SECRET") do
          path = File.join(data, "secret")
          unless File.exist?(path)
            require "securerandom"
            File.write(path, SecureRandom.hex(64), perm: 0o600)
          end
          File.read(path)
        end
      end

      def root = File.expand_path("../..", __dir__)
    end
  end
end
