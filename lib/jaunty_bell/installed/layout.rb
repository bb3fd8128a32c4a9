module JauntyBell
  module Installed
    # Where things are on a server: the program in releases of which one is current, its settings, its data, backups.
    # `root` is "/" on the server itself, another folder to look at what would be written.
    class Layout
      USER = "jaunty-bell"
      DATABASE = "jaunty_bell"
      PORT = 4000

      attr_reader :root

      def initialize(root = "/")
        @root = File.expand_path(root)
      end

      def program = at("opt/jaunty-bell")

      def releases = File.join(program, "releases")

      def current = File.join(program, "current")

      def settings = at("etc/jaunty-bell/settings.env")

      # Of a machine among several, in place of those of the same names.
      def several = at("etc/jaunty-bell/several.env")

      def data = at("var/lib/jaunty-bell")

      def backups = at("var/backups/jaunty-bell")

      def authority = File.join(data, "authority.crt")

      def unit(name) = at("etc/systemd/system/#{name}")

      # What is said beside Debian's own unit of a service.
      def beside(service) = unit("#{service}.d/jaunty-bell.conf")

      def site = at("etc/caddy/jaunty-bell.caddy")

      def caddyfile = at("etc/caddy/Caddyfile")

      def journal = at("etc/systemd/journald@jaunty-bell.conf")

      # The place as the server itself will know it.
      def plain(path) = (@root == "/") ? path : path.delete_prefix(@root)

      private

      def at(path) = File.join(@root, path)
    end
  end
end
