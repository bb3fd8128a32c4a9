require "test_helper"
require "tmpdir"
require "stringio"
require "json"
require "jaunty_bell/installed/command_line"

# What bin/install writes: read by systemd and caddy themselves.
class InstalledFilesTest < Minitest::Test
  Installed = JauntyBell::Installed

  def setup
    @folder = Dir.mktmpdir("installed")
  end

  def teardown = FileUtils.rm_rf(@folder)

  def wanted(**facts) = Installed::Wanted.new(name: "gym.example", code: "let-us-in-here", **facts)

  def hall(**facts) = wanted(name: "ring.local", hall: true, **facts)

  def files(wanted) = Installed::Files.new(Installed::Layout.new, wanted, password: "secret")

  def command(*arguments)
    output, errors = StringIO.new, StringIO.new
    [Installed::CommandLine.run(arguments.shift, arguments, output: output, errors: errors, input: StringIO.new),
      output.string, errors.string]
  end

  # systemd's own reading of a unit, with programs that are there in place of ours.
  def verified(name, text)
    path = File.join(@folder, name)
    File.write(path, text.gsub(/^(ExecStart)=.*/, '\1=/bin/true').gsub(/^User=.*/, "User=root")
      .gsub(/^(EnvironmentFile|WorkingDirectory)=.*\n/, ""))
    said, status = Open3.capture2e("systemd-analyze", "verify", "--man=no", path)
    [said.lines.grep(/#{name}/), status.success?]
  end

  def test_systemd_reads_the_units
    made = files(hall(backup_to: "/mnt/stick"))
    said, = verified("jaunty-bell.service", made.service)
    assert_empty said
    said, = verified("jaunty-bell-nightly.service", made.nightly)
    assert_empty said
    said, = verified("jaunty-bell-broken.service", made.service.sub("Restart=always", "Restart=sometimes"))
    refute_empty said, "a unit that is wrong is found"
  end

  def test_the_night_comes_at_its_hour
    said, status = Open3.capture2e("systemd-analyze", "calendar", files(wanted).timer[/OnCalendar=(.*)/, 1])
    assert status.success?, said
    assert_match(/03:30:00/, said)
    assert_match(/^Persistent=yes|^Persistent=true/, files(wanted).timer,
      "missed while the machine was off, it is made up for")
  end

  # Debian restarts neither of these two by itself.
  def test_debian_s_services_come_back_too
    made = files(wanted).all
    %w[postgresql@.service caddy.service].each do |name|
      text, mode = made.fetch("/etc/systemd/system/#{name}.d/jaunty-bell.conf")
      assert_match(/^\[Service\]\nRestart=always$/, text)
      assert_equal 0o644, mode
    end
    said, = verified("jaunty-bell-beside.service", files(wanted).again + "ExecStart=/bin/true\n")
    assert_empty said
  end

  def test_the_service_is_nobody_s_root_and_comes_back
    text = files(wanted).service
    assert_match(/^User=jaunty-bell$/, text)
    assert_match(/^Restart=always$/, text)
    assert_match(/^WantedBy=multi-user.target$/, text, "after the machine was switched on")
    assert_match(/^ProtectSystem=strict$/, text)
  end

  def test_caddy_reads_the_sites
    {wanted => 1, hall => 2}.each do |each, count|
      path = File.join(@folder, "Caddyfile")
      File.write(path, files(each).site)
      said, status = Open3.capture2e({"HOME" => @folder, "XDG_DATA_HOME" => @folder}, "caddy", "adapt", "--config",
        path)
      assert status.success?, said
      servers = JSON.parse(said.lines.grep(/\A\{"apps"/).last).dig("apps", "http", "servers")
      assert_equal count, servers.size, "a hall answers over plain HTTP too, to show how it is trusted"
    end
    refute_match(/tls internal/, files(wanted).site)
  end

  def test_settings_are_what_the_program_reads
    text = files(hall(mail: "smtp://a:b@mail.example:587", backup_to: "keeper@far:backups")).settings
    env = text.lines.grep(/\A[A-Z]/).to_h { |line| line.chomp.split("=", 2) }
    known = File.read(File.expand_path("../../lib/jaunty_bell/settings.rb", __dir__)).scan(/^  #   ([A-Z_]+)/).flatten
    assert_empty env.keys - known
    assert_equal ["1", "ring.local", "code:let-us-in-here", "127.0.0.1"],
      env.values_at("JAUNTY_HTTPS", "JAUNTY_HOSTS", "JAUNTY_OPENS", "HOST")
    refute_match(/^JAUNTY_MAIL/, files(wanted).settings)
  end

  WRONG = {
    ["install"] => /Say --name or --hall/, ["install", "--name", "ring"] => /--hall/,
    ["install", "--name", "192.168.1.9"] => /--hall/, ["install", "--name", "no such name"] => /no name of a server/,
    ["install", "--hall", ""] => /no name of a server/,
    ["install", "--name", "gym.example", "--mail", "mail.example"] => /--mail is/,
    ["install", "--name", "gym.example", "--backup-to", "a stick"] => /--backup-to is/,
    ["install", "--colour"] => /invalid option/, ["install", "now"] => /means nothing here/
  }.freeze

  def test_what_cannot_be_is_said_in_one_line
    WRONG.each do |arguments, why|
      code, _, errors = command(*arguments, "--plan", @folder)
      assert_equal [2, 1], [code, errors.lines.size], arguments.inspect
      assert_match why, errors, arguments.inspect
    end
    assert_empty Dir[File.join(@folder, "*")], "nothing is half written"
  end

  def test_a_plan_writes_into_its_folder_alone
    code, said, = command("install", "--hall", "ring.local", "--plan", @folder)
    assert_equal 0, code
    assert_match(/write/, said)
    %w[etc/jaunty-bell/settings.env etc/systemd/system/jaunty-bell.service etc/caddy/jaunty-bell.caddy].each do |path|
      assert File.file?(File.join(@folder, path)), path
    end
    assert_equal "100640", format("%o", File.stat(File.join(@folder, "etc/jaunty-bell/settings.env")).mode),
      "passwords are in it"
    refute_includes File.read(File.join(@folder, "etc/systemd/system/jaunty-bell.service")), @folder
  end

  def test_help
    code, said, = command("install", "--help")
    assert_equal 0, code
    assert_match(/bin\/update --back/, said)
  end
end
