require "securerandom"
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
      DATABASE = "jaunty_bell"

      # New passwords and the secret that signs sessions.
      def self.secrets = SECRETS.to_h { |name| [name, SecureRandom.hex(40)] }

      attr_reader :databases, :applications, :front, :name, :secrets

      # `databases` and `applications` {name of the machine => its address}. Raises Wrong.
      def initialize(databases:, applications:, front:, name:, secrets:)
        raise Wrong, "Three machines with a database at least: two cannot tell who is gone." if databases.size < LEAST
        raise Wrong, "One machine with the program at least." if applications.empty?
        @databases = databases
        @applications = applications
        @front = front
        @name = name
        @secrets = secrets
      end

      # {machine => {path => [text, mode]}}
      def files
        {**databases.to_h { |name, _| [name, database(name).files] },
         **applications.to_h { |name, _| [name, application(name).files] }, "front" => FrontMachine.new(self).files}
      end

      def database(name, **where) = DatabaseMachine.new(self, name, **where)

      def application(name) = ApplicationMachine.new(self, name)
    end
  end
end
