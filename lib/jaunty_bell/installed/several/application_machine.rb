module JauntyBell
  module Installed
    class Several
      # A machine with the program. Beside it a proxy (haproxy) leads its connections to the database that leads, and to
      # a replica; whoever is on a server that leads no more is cut off at once.
      class ApplicationMachine
        PORT = Layout::PORT
        PRIMARY = 5433
        REPLICA = 5434
        BEHIND = "16MB" # a replica further behind is not read from

        def initialize(service, name)
          @service = service
          @name = name
        end

        def files
          {PROXY => [proxy, 0o644],
           Layout.new.several => [settings.map { |name, value| "#{name}=#{value}\n" }.join, 0o640]}
        end

        # In place of those of the same names in the settings of one machine alone (Files#settings).
        def settings
          {"HOST" => @service.applications.fetch(@name), "PORT" => PORT, "DATABASE_URL" => url(PRIMARY),
           "JAUNTY_REPLICA_URL" => url(REPLICA), "JAUNTY_COPIES" => "two", "JAUNTY_PROCESSES" => 2,
           "JAUNTY_SECRET" => @service.secrets.fetch("session"), "JAUNTY_HOSTS" => @service.name,
           "JAUNTY_PROXIES" => @service.front, "JAUNTY_EMPTY" => 1}
        end

        def proxy
          <<~HAPROXY
            global
              maxconn 2000

            defaults
              mode tcp
              retries 2
              option redispatch
              timeout connect 2s
              timeout check 2s
              timeout client 1h
              timeout server 1h
              default-server inter 1s fall 2 rise 1 on-marked-down shutdown-sessions

            listen primary
              bind 127.0.0.1:#{PRIMARY}
              option httpchk OPTIONS /primary
              http-check expect status 200
            #{servers}
            listen replica
              bind 127.0.0.1:#{REPLICA}
              balance roundrobin
              option httpchk OPTIONS /replica?lag=#{BEHIND}
              http-check expect status 200
            #{servers}
          HAPROXY
        end

        private

        def url(port) =
          "postgres://#{ROLE}:#{@service.secrets.fetch("program")}@127.0.0.1:#{port}/#{DATABASE}"

        def servers
          @service.databases.map { |name, at|
            "  server #{name} #{at}:#{DatabaseMachine::PORT} check port #{DatabaseMachine::STATE}\n"
          }.join
        end
      end
    end
  end
end
