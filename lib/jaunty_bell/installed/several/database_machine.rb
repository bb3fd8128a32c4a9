require "json"
require_relative "../../store/cluster"

module JauntyBell
  module Installed
    class Several
      # A machine with a database: PostgreSQL under Patroni, and etcd, in which the machines agree who leads.
      class DatabaseMachine
        PORT = 5432
        STATE = 8008 # where Patroni says what it is
        AGREED = 2379 # etcd
        PEERS = 2380 # etcds among themselves
        # Seconds: a leader that has not said for TTL that it is there leads no more; it looks every LOOK, and gives up
        # leading where it could not say so for RETRY.
        TTL = 20
        LOOK = 2
        RETRY = 6
        KEPT_WAL = "1GB" # what a replica may be behind and still catch up

        # `data` and `etcd` are folders, `binaries` PostgreSQL's programs.
        def initialize(service, name, data: "/var/lib/postgresql/jaunty-bell", etcd: "/var/lib/etcd/jaunty-bell",
          made: "/etc/patroni/made.sh", binaries: "/usr/lib/postgresql/15/bin")
          @service = service
          @name = name
          @data = data
          @etcd = etcd
          @made = made
          @binaries = binaries
        end

        def files
          {"/etc/patroni/config.yml" => [patroni, 0o640], @made => [made, 0o750],
           "/etc/default/etcd" => [etcd_environment.map { |name, value| "#{name}=#{value}\n" }.join, 0o644]}
        end

        # Patroni reads YAML, and so JSON.
        def patroni
          JSON.pretty_generate({
            scope: "jaunty-bell", name: @name,
            restapi: {listen: "#{address}:#{STATE}", connect_address: "#{address}:#{STATE}"},
            etcd3: {hosts: @service.databases.values.map { |each| "#{each}:#{AGREED}" }},
            bootstrap: {dcs: agreed, initdb: [{encoding: "UTF8"}, {locale: "C.UTF-8"}, "data-checksums"],
                        post_bootstrap: @made},
            postgresql: postgresql,
            watchdog: {mode: "off"}
          })
        end

        # The program's own role and database, made once, on the first machine that leads. The role makes a database of
        # its own to try a backup in, and sees how far the replicas are.
        def made
          <<~SH
            #!/bin/sh
            # Patroni runs this on the first machine that leads, with the address of its database.
            exec psql -v ON_ERROR_STOP=1 "$1" <<'SQL'
            CREATE ROLE #{ROLE} LOGIN CREATEDB PASSWORD '#{secret("program")}' IN ROLE pg_monitor;
            CREATE DATABASE #{DATABASE} OWNER #{ROLE};
            SQL
          SH
        end

        def etcd_environment
          {"ETCD_NAME" => @name, "ETCD_DATA_DIR" => @etcd,
           "ETCD_LISTEN_CLIENT_URLS" => url(AGREED), "ETCD_ADVERTISE_CLIENT_URLS" => url(AGREED),
           "ETCD_LISTEN_PEER_URLS" => url(PEERS), "ETCD_INITIAL_ADVERTISE_PEER_URLS" => url(PEERS),
           "ETCD_INITIAL_CLUSTER" => @service.databases.map { |name, at| "#{name}=http://#{at}:#{PEERS}" }.join(","),
           "ETCD_INITIAL_CLUSTER_TOKEN" => "jaunty-bell", "ETCD_INITIAL_CLUSTER_STATE" => "new"}
        end

        private

        def address = @service.databases.fetch(@name)

        def url(port) = "http://#{address}:#{port}"

        def secret(name) = @service.secrets.fetch(name)

        # What all machines agree on: one replica at least has what is committed before it may lead, and is named so
        # (synchronous_mode). Whether a fact is told to be kept only then is the program's affair (JAUNTY_COPIES): a
        # commit itself waits for nobody (its sessions say synchronous_commit = local).
        def agreed
          {ttl: TTL, loop_wait: LOOK, retry_timeout: RETRY, maximum_lag_on_failover: 1_048_576,
           primary_start_timeout: 5, synchronous_mode: true, failsafe_mode: true,
           postgresql: {use_pg_rewind: true, use_slots: true,
                        parameters: {wal_level: "replica", hot_standby: "on", wal_log_hints: "on",
                                     max_connections: 200, max_wal_senders: 10, max_replication_slots: 10,
                                     wal_keep_size: "128MB", max_slot_wal_keep_size: KEPT_WAL,
                                     wal_sender_timeout: "5s", wal_receiver_timeout: "5s",
                                     hot_standby_feedback: "on", shared_buffers: "256MB"}}}
        end

        def postgresql
          roles = {superuser: "postgres", replication: "replicator", rewind: "rewinder"}
          {listen: "#{address}:#{PORT}", connect_address: "#{address}:#{PORT}", data_dir: @data, bin_dir: @binaries,
           pgpass: "#{@data}.pgpass", authentication: roles.to_h { |what, name|
             [what, {username: name, password: secret(what.to_s)}]
           },
           pg_hba: ["local all all peer", *@service.databases.values.flat_map { |each|
             ["host replication replicator #{each}/32 scram-sha-256", "host all all #{each}/32 scram-sha-256"]
           }, *@service.applications.values.map { |each| "host all #{ROLE} #{each}/32 scram-sha-256" }],
           basebackup: [{checkpoint: "fast"}], # a new replica does not wait for the next one
           parameters: {unix_socket_directories: File.dirname(@data), **Store::Cluster::QUIET}}
        end
      end
    end
  end
end
