require "fileutils"

module Rehearsal
  # A machine of the rehearsal: a network namespace with an address of its own on a bridge in ours, a folder, and
  # programs that are started again when they end, as a service manager does it.
  #
  #   machine = Machine.new("a", "10.77.0.11", folder)
  #   machine.run(:patroni, "patroni", "config.yml", as: "postgres")
  #   machine.kill(:patroni); machine.off; machine.on; machine.unplug; machine.plug; machine.deaf_to(other)
  class Machine
    BRIDGE = "jaunty0"
    AGAIN = 1 # seconds after which a program that ended is started again

    # `command` as it is spawned, its environment first; `log` where what it says goes.
    Program = Struct.new(:command, :log, :pid, :thread)

    attr_reader :name, :address, :folder, :space

    def self.bridge(address)
      sh("ip", "link", "add", BRIDGE, "type", "bridge")
      sh("ip", "addr", "add", "#{address}/24", "dev", BRIDGE)
      sh("ip", "link", "set", BRIDGE, "up")
      sh("ip", "link", "set", "lo", "up")
    end

    def self.sh(*command) = system(*command, exception: true)

    def initialize(name, address, folder, disk: nil)
      @name = name
      @address = address
      @folder = folder
      @space = "jaunty-#{Process.pid}-#{name}"
      @programs = {}
      @on = true
      @dead = false
      FileUtils.mkdir_p(folder)
      File.chmod(0o755, folder)
      @disk = disk
      sh("mount", "-t", "tmpfs", "-o", "size=#{disk}", "jaunty-rehearsal", folder) if disk
      connect
    end

    # Runs a program until it is told otherwise.
    def run(what, *command, environment: {}, as: nil)
      who = as ? ["setpriv", "--reuid=#{as}", "--regid=#{as}", "--init-groups"] : []
      program = @programs[what] = Program.new([environment, "ip", "netns", "exec", @space, *who, *command],
        File.join(File.dirname(folder), "#{name}-#{what}.log"))
      program.thread = Thread.new { keep(program) }
    end

    # It ends at once, and is started again.
    def kill(what)
      pid = @programs.fetch(what).pid or return
      Process.kill(:KILL, -pid)
    rescue Errno::ESRCH
      nil
    end

    # Everything ends at once, nothing says goodbye, nothing begins again.
    def off
      @on = false
      kill_all
    end

    def on = @on = true

    # Of the programs that are called so.
    def pids(pattern) = all_pids.select { |pid| command(pid).match?(pattern) }

    # Out of the network, and back.
    def unplug = sh("ip", "link", "set", wire, "down")

    def plug = sh("ip", "link", "set", wire, "up")

    # What is sent to another one goes nowhere, and so does what is answered.
    def deaf_to(other) = sh("ip", "-n", @space, "route", "add", "blackhole", "#{other.address}/32")

    def hears(other) = sh("ip", "-n", @space, "route", "del", "blackhole", "#{other.address}/32")

    # Fills what is left of its disk; `room` empties it again.
    def fill = system("dd", "if=/dev/zero", "of=#{filler}", "bs=1M", err: File::NULL)

    def room = FileUtils.rm_f(filler)

    def end
      @dead = true
      off
      @programs.each_value { |program| program.thread.join(5) }
      system("umount", "-l", folder) if @disk
      system("ip", "netns", "del", @space, err: File::NULL)
      system("ip", "link", "del", wire, err: File::NULL)
    end

    private

    def sh(...) = Machine.sh(...)

    def wire = "jb-#{name}"

    def filler = File.join(folder, "full")

    def connect
      sh("ip", "netns", "add", @space)
      sh("ip", "link", "add", wire, "type", "veth", "peer", "name", "eth0", "netns", @space)
      sh("ip", "link", "set", wire, "master", BRIDGE, "up")
      sh("ip", "-n", @space, "addr", "add", "#{address}/24", "dev", "eth0")
      sh("ip", "-n", @space, "link", "set", "eth0", "up")
      sh("ip", "-n", @space, "link", "set", "lo", "up")
    end

    def keep(program)
      until @dead
        begin_and_wait(program) if @on
        sleep AGAIN
      end
    end

    def begin_and_wait(program)
      program.pid = Process.spawn(*program.command, :pgroup => true, [:out, :err] => [program.log, "a"])
      Process.wait(program.pid)
      program.pid = nil
    end

    def command(pid)
      File.read("/proc/#{pid}/cmdline").tr("\0", " ")
    rescue SystemCallError
      ""
    end

    def all_pids = IO.popen(["ip", "netns", "pids", @space], &:read).split.map(&:to_i)

    # Again and again: what is killed may have begun something meanwhile.
    def kill_all
      until (pids = all_pids).empty?
        pids.each do |pid|
          Process.kill(:KILL, pid)
        rescue Errno::ESRCH
          next
        end
        sleep 0.02
      end
    end
  end
end
