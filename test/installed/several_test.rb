require "test_helper"
require "tmpdir"
require "stringio"
require "yaml"
require "jaunty_bell/installed/several"

# What an operator gets for several machines. That Patroni, etcd and haproxy read it, and what comes of it when a
# machine dies, is tried by bin/rehearse.
class SeveralTest < Minitest::Test
  Several = JauntyBell::Installed::Several

  def setup = @folder = Dir.mktmpdir("several")

  def teardown = FileUtils.rm_rf(@folder)

  def command(*arguments)
    output, errors = StringIO.new, StringIO.new
    [Several.run(arguments, output: output, errors: errors), output.string, errors.string]
  end

  ALL = %w[--name gym.example --database a=10.0.0.1 --database b=10.0.0.2 --database c=10.0.0.3
    --program d=10.0.0.4 --program e=10.0.0.5 --front 10.0.0.6].freeze

  def test_each_machine_gets_its_files
    code, said, why = command(*ALL, @folder)
    assert_equal [0, ""], [code, why]
    assert_equal Dir[File.join(@folder, "*/**/*")].select { |path| File.file?(path) }.sort, said.split.sort
    patroni = YAML.safe_load_file(File.join(@folder, "b/etc/patroni/config.yml"))
    assert_equal ["b", "10.0.0.2:5432"], [patroni["name"], patroni.dig("postgresql", "listen")]
    assert patroni.dig("bootstrap", "dcs", "synchronous_mode"), "who may take over has everything"
    dcs = patroni.dig("bootstrap", "dcs")
    assert_operator dcs["loop_wait"] + 2 * dcs["retry_timeout"], :<=, dcs["ttl"], "Patroni's own rule"
    hba = patroni.dig("postgresql", "pg_hba").join("\n")
    %w[10.0.0.4 10.0.0.5].each { |program| assert_includes hba, "jaunty #{program}/32 scram-sha-256" }
    refute_match(/trust|0\.0\.0\.0/, hba)
    inner = File.read(File.join(@folder, "d/etc/haproxy/haproxy.cfg"))
    assert_equal 6, inner.scan(/server [abc] 10\.0\.0\.\d:5432 check port 8008/).size
    assert_equal 2, File.read(File.join(@folder, "front/etc/haproxy/haproxy.cfg")).scan(/server [de] .*:4000/).size
  end

  def test_all_machines_share_their_secrets_and_keep_them
    command(*ALL, @folder)
    secret = ->(machine) { File.read(File.join(@folder, machine, "etc/jaunty-bell/several.env"))[/SECRET=(\h+)/, 1] }
    was = secret.call("d")
    assert_operator was.size, :>=, 64
    assert_equal was, secret.call("e")
    command(*ALL, @folder)
    assert_equal was, secret.call("d")
    assert_equal "600", (File.stat(File.join(@folder, "secrets.json")).mode & 0o777).to_s(8)
    refute_equal "644", (File.stat(File.join(@folder, "a/etc/patroni/config.yml")).mode & 0o777).to_s(8)
  end

  WRONG = {
    %w[--name gym.example --database a=10.0.0.1 --database b=10.0.0.2 --program d=10.0.0.4 --front 10.0.0.6] => /Three/,
    ALL.first(8) + %w[--front 10.0.0.6] => /One machine with the program/,
    ALL.first(12) => /--front/, ALL.drop(2) => /--name/,
    [*ALL, "--program", "a=10.0.0.9"] => /Two machines are called a/,
    [*ALL, "--database", "x"] => /a name and an address/, [*ALL, "--moon", "x"] => /invalid option/
  }.freeze

  def test_what_cannot_be_is_said
    WRONG.each do |arguments, why|
      code, said, errors = command(*arguments, @folder)
      assert_equal [2, ""], [code, said], arguments.join(" ")
      assert_match why, errors
    end
    assert_match(/folder/, command(*ALL).last)
    assert_match(/--database a=/, command("--help")[1])
  end
end
