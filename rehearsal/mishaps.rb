module Rehearsal
  # What can happen to a service, each with how it is put right. Whoever puts it right comes `later` (seconds).
  #
  #   Mishaps.new(service, Random.new(1)).happen("the machine of the primary is off", later: 20)
  class Mishaps
    KINDS = {
      "the primary's database is killed" => :database_killed, "the machine of the primary is off" => :primary_off,
      "the primary is out of the network" => :primary_unplugged,
      "the primary does not hear the other databases" => :primary_deaf, "the primary's disk is full" => :disk_full,
      "the primary's disk is lost" => :disk_lost, "the machine of a replica is off" => :replica_off,
      "a replica is out of the network" => :replica_unplugged, "the primary is alone" => :primary_alone,
      "a process of the program is killed" => :program_killed,
      "a machine with the program is off" => :application_off,
      "a machine with the program is out of the network" => :application_unplugged,
      "the proxy before the databases is killed" => :inner_proxy_killed,
      "the proxy in front is killed" => :front_killed,
      "the lead is handed over" => :handed_over, "the power is gone everywhere" => :power_gone
    }.freeze
    SLOWLY = 40 # seconds: a full disk is felt when what was set aside on it is used up
    # Of each kind of thing one, where there is little time.
    FEW = ["the machine of the primary is off", "a process of the program is killed",
      "the primary is out of the network", "the proxy in front is killed"].freeze

    def initialize(service, random)
      @service = service
      @random = random
    end

    # Kinds in an order drawn from the seed, each as often as any other.
    def draw(count) =
      Array.new((count / KINDS.size.to_f).ceil) { KINDS.keys.shuffle(random: @random) }.flatten.first(count)

    def happen(kind, later:) = send(KINDS.fetch(kind)) { sleep(kind.include?("full") ? [later, SLOWLY].max : later) }

    private

    def primary = @service.until_true("one that leads") { @service.leader }

    def replica = (@service.databases - [primary]).sample(random: @random)

    def application = @service.applications.sample(random: @random)

    def database_killed = primary.pids(/postgres -D/).each { |pid| Process.kill(:KILL, pid) }.then { yield }

    def primary_off(&) = off([primary], &)

    def replica_off(&) = off([replica], &)

    def application_off(&) = off([application], &)

    def primary_alone(&) = off(@service.databases - [primary], &)

    def power_gone(&) = off(@service.machines.values, &)

    def primary_unplugged(&) = unplugged(primary, &)

    def replica_unplugged(&) = unplugged(replica, &)

    def application_unplugged(&) = unplugged(application, &)

    def primary_deaf
      machine, others = primary, @service.databases - [primary]
      others.each { |other| machine.deaf_to(other) }
      yield
    ensure
      others.each { |other| machine.hears(other) }
    end

    def disk_full
      machine = primary
      machine.fill
      yield
    ensure
      machine.room
    end

    def disk_lost
      machine = primary
      machine.off
      FileUtils.rm_rf(File.join(machine.folder, "data"))
      yield
    ensure
      machine.on
    end

    def program_killed = application.kill(:program).then { yield }

    def inner_proxy_killed = application.kill(:proxy).then { yield }

    def front_killed = @service.front.kill(:proxy).then { yield }

    def handed_over
      @service.hand_over
      yield
    end

    def off(machines)
      machines.each(&:off)
      yield
    ensure
      machines.each(&:on)
    end

    def unplugged(machine)
      machine.unplug
      yield
    ensure
      machine.plug
    end
  end
end
