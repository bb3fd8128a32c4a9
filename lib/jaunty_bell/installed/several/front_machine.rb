require "json"

module JauntyBell
  module Installed
    class Several
      # What stands in front of the machines with the program: a request goes to one that answers. HTTPS is taken off
      # before it (caddy, as on one machine alone).
      class FrontMachine
        PORT = 8080
        NOBODY = "The club's server cannot be reached at the moment. What you typed is still here; what was tapped " \
          "in a class is sent again by itself.".freeze

        def initialize(service)
          @service = service
        end

        def files = {PROXY => [proxy, 0o644]}

        # What never reached a process goes to another one; what may have is left to whoever sent it.
        def proxy
          <<~HAPROXY
            global
              maxconn 8000

            defaults
              mode http
              retries 2
              option redispatch
              retry-on conn-failure
              option forwardfor
              timeout connect 2s
              timeout check 2s
              timeout client 60s
              timeout server 60s
              timeout http-request 10s
              timeout queue 10s
              default-server inter 1s fall 2 rise 1
              http-error status 502 content-type application/json string '#{nobody}'
              http-error status 503 content-type application/json string '#{nobody}'
              http-error status 504 content-type application/json string '#{nobody}'

            frontend web
              bind #{@service.front}:#{PORT}
              default_backend program

            backend program
              balance leastconn
              option httpchk
              http-check send meth GET uri /api/session hdr Host #{@service.name}
              http-check expect status 200
            #{servers}
          HAPROXY
        end

        private

        def nobody = JSON.generate({errors: [{message: NOBODY}]}).gsub("'", "\\\\u0027")

        def servers
          @service.applications.map { |name, at| "  server #{name} #{at}:#{ApplicationMachine::PORT} check\n" }.join
        end
      end
    end
  end
end
