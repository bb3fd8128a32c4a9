module JauntyBell
  module Installed
    # Every file an installation writes, as text: settings, services, the proxy's site, how long the journal is kept.
    #
    #   Files.new(Layout.new, wanted, password: "…").all # => {path => [text, mode]}
    class Files
      BACKUP_AT = "03:30" # on the clock on the wall
      # What the web server's process may do to the machine: read it, and write its own data.
      HARD = <<~UNIT.freeze
        NoNewPrivileges=yes
        PrivateTmp=yes
        ProtectSystem=strict
        ProtectHome=yes
        ProtectKernelTunables=yes
        ProtectControlGroups=yes
        RestrictSUIDSGID=yes
      UNIT

      # Services of Debian's that do not come back by themselves.
      DEBIANS = %w[postgresql@.service caddy.service].freeze
      # Comes back after whatever ended it, however often: a database that is away for an hour is waited for.
      BACK = ["StartLimitIntervalSec=0", "Restart=always", "RestartSec=2"].freeze

      def initialize(layout, wanted, password:)
        @layout = layout
        @wanted = wanted
        @password = password
      end

      def all
        {@layout.settings => [settings, 0o640], @layout.unit("jaunty-bell.service") => [service, 0o644],
         @layout.unit("jaunty-bell-nightly.service") => [nightly, 0o644],
         @layout.unit("jaunty-bell-nightly.timer") => [timer, 0o644], @layout.site => [site, 0o644],
         @layout.journal => [journal, 0o644],
         **DEBIANS.to_h { |name| [@layout.beside(name), [again, 0o644]] }}
      end

      def settings
        lines = {"HOST" => "127.0.0.1", "PORT" => Layout::PORT, "JAUNTY_DATA" => plain(@layout.data),
                 "DATABASE_URL" => "postgres://#{Layout::USER}:#{@password}@127.0.0.1:5432/#{Layout::DATABASE}",
                 "JAUNTY_HTTPS" => 1, "JAUNTY_HOSTS" => @wanted.name, "JAUNTY_PROXIES" => "127.0.0.1",
                 "JAUNTY_EMPTY" => 1, "JAUNTY_PROCESSES" => @wanted.processes, "JAUNTY_OPENS" => "code:#{@wanted.code}",
                 "JAUNTY_BACKUPS" => plain(@layout.backups), "JAUNTY_BACKUP_TO" => @wanted.backup_to,
                 "JAUNTY_MAIL" => @wanted.mail, "JAUNTY_MAIL_FROM" => @wanted.mail_from,
                 "JAUNTY_AUTHORITY" => (plain(@layout.authority) if @wanted.hall?)}
        "# Settings of Jaunty Bell on this server (lib/jaunty_bell/settings.rb); restart it after a change.\n" +
          lines.compact.map { |name, value| "#{name}=#{value}\n" }.join
      end

      def service
        <<~UNIT
          [Unit]
          Description=Jaunty Bell
          After=network.target postgresql.service
          Wants=postgresql.service
          #{BACK[0]}

          [Service]
          User=#{Layout::USER}
          EnvironmentFile=#{plain(@layout.settings)}
          EnvironmentFile=-#{plain(@layout.several)}
          WorkingDirectory=#{plain(@layout.current)}
          ExecStart=#{plain(@layout.current)}/bin/serve
          #{BACK[1]}
          #{BACK[2]}
          LogNamespace=jaunty-bell
          ReadWritePaths=#{plain(@layout.data)}
          #{HARD.strip}

          [Install]
          WantedBy=multi-user.target
        UNIT
      end

      def again = "[Unit]\n#{BACK[0]}\n\n[Service]\n#{BACK[1]}\n#{BACK[2]}\n"

      def nightly
        <<~UNIT
          [Unit]
          Description=Jaunty Bell: backup, and whether it restores
          After=postgresql.service

          [Service]
          Type=oneshot
          User=#{Layout::USER}
          EnvironmentFile=#{plain(@layout.settings)}
          EnvironmentFile=-#{plain(@layout.several)}
          WorkingDirectory=#{plain(@layout.current)}
          ExecStart=#{plain(@layout.current)}/bin/nightly
          LogNamespace=jaunty-bell
          ReadWritePaths=#{[plain(@layout.data), plain(@layout.backups), folder_beside].compact.join(" ")}
          #{HARD.strip}
        UNIT
      end

      def timer
        <<~UNIT
          [Unit]
          Description=Jaunty Bell: backup every night

          [Timer]
          OnCalendar=*-*-* #{BACKUP_AT}:00
          RandomizedDelaySec=10min
          Persistent=true

          [Install]
          WantedBy=timers.target
        UNIT
      end

      # HTTPS in front. Answers come packed already: packed once more here, a screen that follows a class would hear
      # nothing until a whole packet is full. Over plain HTTP a hall shows only how to trust its authority.
      def site
        <<~CADDY
          #{@wanted.name} {
          #{"\ttls internal\n" if @wanted.hall?}	reverse_proxy 127.0.0.1:#{Layout::PORT}
          }
          #{http if @wanted.hall?}
        CADDY
      end

      def journal = "[Journal]\nSystemMaxUse=200M\nMaxRetentionSec=90day\n"

      private

      def http
        <<~CADDY

          http://#{@wanted.name} {
          	@trust path /trust /root.crt
          	handle @trust {
          		reverse_proxy 127.0.0.1:#{Layout::PORT}
          	}
          	handle {
          		redir https://{host}{uri}
          	}
          }
        CADDY
      end

      def folder_beside = (@wanted.backup_to if @wanted.backup_to&.start_with?("/"))

      def plain(path) = @layout.plain(path)
    end
  end
end
