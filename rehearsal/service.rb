require "json"
require "net/http"
require "jaunty_bell/installed/several"
require "jaunty_bell/store"
require_relative "../measure/cores"
require_relative "machine"

module Rehearsal
  # The whole service on this machine: three databases, two machines with the program and one in front, each in a
  # network namespace of its own, from the files an operator gets (JauntyBell::Installed::Several).
  class Service
    Several = JauntyBell::Installed::Several
    US = "10.77.0.1" # where the devices are
    DATABASES = {"a" => "10.77.0.11", "b" => "10.77.0.12", "c" => "10.77.0.13"}.freeze
    APPLICATIONS = {"d" => "10.77.0.21", "e" => "10.77.0.22"}.freeze
    FRONT = "10.77.0.31"
    NAME = "gym.example"
    ROOT = File.expand_path("..", __dir__)
    SMALL = {"shared_buffers" => "96MB", "max_wal_size" => "192MB"}.freeze # for a small disk
    RUNS = %w[running streaming].freeze
    LONGEST = 240 # seconds for which anything is waited for

    attr_reader :folder, :machines

    # `disk` is the size of the disk of each database (a tmpfs).
    def initialize(folder, disk: "900M", processes: 1)
      @folder = folder
      @processes = processes
      @several = Several.new(databases: DATABASES, applications: APPLICATIONS, front: FRONT, name: NAME,
        secrets: Several.secrets)
      Machine.bridge(US)
      @machines = {**DATABASES, **APPLICATIONS, "front" => FRONT}.to_h do |name, address|
        [name, Machine.new(name, address, File.join(folder, name), disk: (disk if DATABASES.key?(name)))]
      end
    end

    def databases = machines.values_at(*DATABASES.keys)

    def applications = machines.values_at(*APPLICATIONS.keys)

    def front = machines.fetch("front")

    def base = "http://#{FRONT}:#{Several::FrontMachine::PORT}"

    def begin
      databases.each { |machine| database(machine) }
      until_true("three databases") { replicas == 2 && !sync.nil? }
    end

    # What the program needs is there: now it begins.
    def serve
      applications.each { |machine| application(machine) }
      config = written(front, "haproxy.cfg", @several.files.fetch("front").fetch(Several::PROXY).first)
      front.run(:proxy, "haproxy", "-db", "-f", config)
      until_true("the program") { answers? }
    end

    def end = machines.each_value(&:end)

    # The machine whose database leads, or nil; whoever may be asked says so.
    def leader = member { |each| each["role"] == "leader" && each["state"] == "running" }

    # A machine that may take over without losing anything, or nil.
    def sync = member { |each| each["role"] == "sync_standby" && each["state"] == "running" }

    # How many machines follow.
    def replicas =
      cluster.count { |each| %w[replica sync_standby].include?(each["role"]) && RUNS.include?(each["state"]) }

    # The one that leads gives the lead to one that has everything.
    def hand_over
      at, to = until_true("one that leads and one that may") { [leader, sync].then { |both| both if both.all? } }
      tell(at, "/switchover", leader: at.name, candidate: to.name)
    end

    # [[machine, how much of the log it has (bytes)]] of those that follow.
    def following
      databases.filter_map do |machine|
        said = get(machine.address, Several::DatabaseMachine::STATE, "/patroni") or next
        state = JSON.parse(said.body)
        [machine, state.dig("xlog", "received_location").to_i] if state["role"] == "replica" && state["xlog"]
      end
    end

    # Makes a machine lead, whether it was agreed to have everything or not.
    def promote(machine) = tell(machine, "/failover", candidate: machine.name)

    # Everything is as it was at first.
    def whole? =
      !leader.nil? && !sync.nil? && replicas == 2 && answers? && applications.all? { |machine| serves?(machine) }

    # What the block gives, as soon as it gives anything. Time counts as far as this machine had its cores.
    def until_true(what, longest: LONGEST)
      at, cores, waited = JauntyBell::Clock.ticks, Cores.now, 0
      until (found = yield)
        sleep 0.1
        now, have = JauntyBell::Clock.ticks, Cores.now
        waited += (now - at) * (1 - have.withheld(cores))
        raise "#{what}: not within #{longest} s; see #{folder}" if waited > longest
        at, cores = now, have
      end
      found
    end

    # A connection to the database that leads, as its owner.
    def db
      at = until_true("one that leads") { leader }.address
      Sequel.default_timezone = :utc
      server = "#{Several::ROLE}:#{secret("program")}@#{at}:#{Several::DatabaseMachine::PORT}"
      JauntyBell::Store::Database.open("postgres://#{server}/#{Several::DATABASE}", connections: 2)
    end

    def answers? = serves?(front, Several::FrontMachine::PORT)

    # What a member says of all: [{"name", "role", "state", …}].
    def cluster
      databases.each do |machine|
        said = get(machine.address, Several::DatabaseMachine::STATE, "/cluster") or next
        return JSON.parse(said.body)["members"]
      end
      []
    end

    private

    def member(&) = cluster.find(&)&.then { |each| machines[each["name"]] }

    def serves?(machine, port = Several::ApplicationMachine::PORT) =
      get(machine.address, port, "/api/session")&.code == "200"

    def tell(machine, path, **what)
      Net::HTTP.new(machine.address, Several::DatabaseMachine::STATE)
        .post(path, JSON.generate(what), "content-type" => "application/json")
    rescue SystemCallError, IOError, Timeout::Error
      nil # it may have done so before it answers
    end

    def get(address, port, path)
      http = Net::HTTP.new(address, port)
      http.open_timeout = http.read_timeout = 1
      http.get(path, {"Host" => NAME})
    rescue SystemCallError, IOError, Timeout::Error
      nil
    end

    def database(machine)
      own = @several.database(machine.name, data: File.join(machine.folder, "data"), etcd: agreed(machine),
        made: File.join(machine.folder, "made.sh"))
      config = JSON.parse(own.patroni)
      config["postgresql"]["pg_hba"] << "host all all #{US}/32 scram-sha-256"
      config["bootstrap"]["dcs"]["postgresql"]["parameters"].update(SMALL)
      path = written(machine, "patroni.json", JSON.pretty_generate(config))
      written(machine, "made.sh", own.made, mode: 0o755)
      File.chmod(0o755, machine.folder)
      FileUtils.chown_R("postgres", "postgres", machine.folder)
      machine.run(:etcd, "etcd", environment: own.etcd_environment)
      machine.run(:patroni, "patroni", path, as: "postgres")
    end

    # etcd has a disk of its own: a database that fills its disk does not take it along.
    def agreed(machine) = File.join(folder, "etcd-#{machine.name}").tap { |path| FileUtils.mkdir_p(path, mode: 0o700) }

    def application(machine)
      own = @several.application(machine.name)
      machine.run(:proxy, "haproxy", "-db", "-f", written(machine, "haproxy.cfg", own.proxy))
      settings = own.settings.transform_values(&:to_s).merge("JAUNTY_DATA" => machine.folder,
        "JAUNTY_PROCESSES" => @processes.to_s, "HOME" => Dir.home)
      machine.run(:program, "bundle", "exec", "ruby", "-I#{File.join(ROOT, "lib")}", "-e",
        'require "jaunty_bell/house"; JauntyBell::House.open', environment: settings)
    end

    def written(machine, name, text, mode: 0o644)
      File.join(machine.folder, name).tap { |path| File.write(path, text, perm: mode) }
    end

    def secret(name) = @several.secrets.fetch(name)
  end
end
