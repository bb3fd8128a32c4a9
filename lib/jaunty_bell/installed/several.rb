require "fileutils"
require "json"
require "optparse"
require "securerandom"
require_relative "layout"
require_relative "several/database_machine"
require_relative "several/application_machine"
require_relative "several/front_machine"

module JauntyBell
  module Installed
    # A service on several machines that goes on when one of them dies: three or more with a database (PostgreSQL under
    # Patroni, which keeps in etcd who leads), one or more with the program, and one in front of all. The files of each,
    # as text; all it runs comes from Debian (docs/operating.md says how it is set up, and what to do at three in the
    # morning).
    #
    #   several = Several.new(databases: {"a" => "10.0.0.1", …}, applications: {"d" => "10.0.0.4"}, front: "10.0.0.6",
    #     name: "gym.example", secrets: Several.secrets)
    #   several.files # => {"a" => {"/etc/patroni/config.yml" => [text, mode], …}, …}
    class Several
      class Wrong < StandardError; end

      LEAST = 3 # machines with a database: of two, neither knows whether it is the other or the network that is gone
      SECRETS = %w[superuser replication rewind program session].freeze
      ROLE = "jaunty"
      DATABASE = Layout::DATABASE
      PROXY = "/etc/haproxy/haproxy.cfg"

      # New passwords and the secret that signs sessions.
      def self.secrets = SECRETS.to_h { |name| [name, SecureRandom.hex(40)] }

      USAGE = <<~TEXT
        bin/several --name gym.example --database a=10.0.0.1 --database b=10.0.0.2 --database c=10.0.0.3 \\
                    --program d=10.0.0.4 --program e=10.0.0.5 --front 10.0.0.6 FOLDER
          writes the files of each machine to FOLDER/machine/…; passwords are made once and kept in FOLDER/secrets.json
      TEXT
      PLACE = /\A([a-z][a-z0-9-]{0,30})=(\d{1,3}(?:\.\d{1,3}){3})\z/

      # bin/several: exit 0, or 2 with one line of what is wrong.
      def self.run(arguments, output: $stdout, errors: $stderr)
        return output.puts(USAGE) || 0 if arguments.empty? || (arguments & %w[-h --help]).any?
        given = {database: {}, program: {}}
        folder, *more = options(given).parse(arguments)
        raise Wrong, "Say one folder: bin/several --help." if folder.nil? || more.any?
        new(databases: given[:database], applications: given[:program], front: given[:front].to_s,
          name: given[:name].to_s, secrets: kept_secrets(folder)).write(folder) { |path| output.puts path }
        0
      rescue Wrong, OptionParser::ParseError, SystemCallError => e
        errors.puts e.message
        2
      end

      def self.options(given)
        OptionParser.new do |parser|
          %i[name front].each { |what| parser.on("--#{what} VALUE") { |value| given[what] = value } }
          %i[database program].each do |what|
            parser.on("--#{what} PLACE") do |value|
              name, address = value.match(PLACE)&.captures
              raise Wrong, "--#{what} is a name and an address, as a=10.0.0.1, not \"#{value}\"." unless name
              given[what][name] = address
            end
          end
        end
      end

      def self.kept_secrets(folder)
        path = File.join(folder, "secrets.json")
        return JSON.parse(File.read(path)) if File.exist?(path)
        FileUtils.mkdir_p(folder)
        secrets.tap { |made| File.write(path, JSON.pretty_generate(made), perm: 0o600) }
      end
      private_class_method :options, :kept_secrets

      attr_reader :databases, :applications, :front, :name, :secrets

      # `databases` and `applications` {name of the machine => its address}. Raises Wrong.
      def initialize(databases:, applications:, front:, name:, secrets:)
        raise Wrong, "Three machines with a database at least: two cannot tell who is gone." if databases.size < LEAST
        raise Wrong, "One machine with the program at least." if applications.empty?
        raise Wrong, "Say the address of the machine in front: --front 10.0.0.6." if front.empty?
        raise Wrong, "Say by which name it is reached: --name gym.example." if name.empty?
        twice = (databases.keys + applications.keys).tally.select { |_, count| count > 1 }.keys
        raise Wrong, "Two machines are called #{twice.join(", ")}." if twice.any?
        @databases = databases
        @applications = applications
        @front = front
        @name = name
        @secrets = secrets
      end

      # {machine => {path => [text, mode]}}
      def files
        all = databases.to_h { |name, _| [name, database(name).files] }
        applications.each_key { |name| all[name] = application(name).files }
        all.merge("front" => FrontMachine.new(self).files)
      end

      # Each file under the name of its machine; yields its path.
      def write(folder)
        files.each do |machine, list|
          list.each do |path, (text, mode)|
            place = File.join(folder, machine, path)
            FileUtils.mkdir_p(File.dirname(place))
            File.write(place, text, perm: mode)
            yield place
          end
        end
      end

      def database(name, **where) = DatabaseMachine.new(self, name, **where)

      def application(name) = ApplicationMachine.new(self, name)
    end
  end
end
