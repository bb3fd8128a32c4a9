require "support/database"

# A server that follows the tests' own by streaming replication; made once, gone at the end.
class TestReplica < JauntyBell::Store::Cluster
  def self.of_tests
    @of_tests ||= begin
      folder = Dir.mktmpdir("jaunty-bell-replica")
      File.chmod(0o755, folder)
      port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
      TestDatabase.open # before, so that it ends after
      new(folder, port: port, durable: false).tap do |replica|
        Minitest.after_run do
          replica.stop
          FileUtils.rm_rf(folder)
        end
      end
    end
  end

  private

  def create
    FileUtils.mkdir_p(File.join(directory, "logs"))
    File.write(password_file, File.read(File.join(TestDatabase.cluster.directory, "password")), perm: 0o600)
    own(directory, password_file, File.join(directory, "logs"))
    run("pg_basebackup", "-D", data, "-R", "-X", "stream", "-c", "fast", "-d",
      "#{TestDatabase.cluster.url("postgres")}?application_name=replica")
  end

  # It follows: what is there is the primary's.
  def ensure_database = true
end
