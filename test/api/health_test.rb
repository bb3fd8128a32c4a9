require "support/api"

# How the server is, for its owner; and how a hall's tablets come to trust it.
class HealthTest < ApiTest
  def setup
    super
    @folder = Dir.mktmpdir("health")
    @was = ENV.to_h.slice("JAUNTY_DATA", "JAUNTY_BACKUPS", "JAUNTY_AUTHORITY")
    ENV.update("JAUNTY_DATA" => @folder)
    sign_in(new_account(club, "owner"))
  end

  def teardown
    %w[JAUNTY_DATA JAUNTY_BACKUPS JAUNTY_AUTHORITY].each { |name| ENV[name] = @was[name] }
    FileUtils.rm_rf(@folder)
    super
  end

  def health = call(:get, "/api/health")

  def noted(**facts)
    FileUtils.mkdir_p(File.join(@folder, "health"))
    File.write(File.join(@folder, "health/backup.json"), JSON.generate(facts))
  end

  def test_what_it_says
    said = health
    assert_operator said[:disk][:free_mb], :>, 0
    assert_operator said[:database_mb], :>, 0
    assert_nil said[:backup]
    assert_nil said[:certificate]
    assert_empty said[:wrong], "where no backups are set none is missed"
  end

  def test_backups
    ENV["JAUNTY_BACKUPS"] = @folder
    assert_match(/No backup has been made/, health[:wrong].first)
    noted(at: Time.now.utc.iso8601, ok: true, said: "Written, restored and found equal.", bytes: 5, copied: nil)
    assert_empty health[:wrong]
    noted(at: Time.now.utc.iso8601, ok: false, said: "marks differ")
    assert_match(/The last backup failed: marks differ/, health[:wrong].first)
    noted(at: (Time.now - 3 * 86_400).utc.iso8601, ok: true, said: "fine")
    assert_match(/since then none was made/, health[:wrong].first)
  end

  def test_what_broke_is_told_without_what_it_was_about
    capture_io { JauntyBell::Said.error("GET /book", RuntimeError.new("Ann's shoulder")) }
    assert_equal ["GET /book", "RuntimeError"], health[:errors].first.values_at(:where, :kind)
    refute_includes last_response.body, "shoulder"
  end

  def test_slow_routes
    JauntyBell::Api::Watch.note("GET /made/:up", 90)
    JauntyBell::Api::Watch.note("GET /quick", 0.01)
    routes = health[:slow].map { |each| each[:route] }
    assert_includes routes, "GET /made/:up"
    refute_includes routes, "GET /quick"
  end

  # What the other processes of the service said last is told together with what this one knows.
  def test_all_processes_of_the_service
    JauntyBell::Api::Watch.note("GET /shared", 80) # the slowest ten are told, whatever else was slow here
    processes = Store::Processes.new(db)
    said = {name: "elsewhere:4000 7", began: Time.now - 60, memory_kb: 400_000,
            slow: [{route: "GET /shared", count: 5, ms: 90_000}, {route: "GET /theirs", count: 2, ms: 80_000}],
            errors: [{at: "2099-01-01T00:00:00Z", where: "GET /x", kind: "RuntimeError"}]}
    id = uuid
    processes.say(id, **said)
    JauntyBell::Api::Heartbeat.say(db)
    told = health
    assert_equal 2, told[:processes].size, "itself once"
    assert_includes told[:processes].map { |each| each[:name] }, "elsewhere:4000 7"
    assert_includes told[:slow], {route: "GET /shared", count: 6, ms: 90_000}
    assert_includes told[:slow].map { |each| each[:route] }, "GET /theirs"
    assert_equal "GET /x", told[:errors].first[:where]
    db[:processes].where(id: id).update(seen_at: Time.now - 2 * Store::Processes::GONE)
    JauntyBell::Api::Heartbeat.say(db)
    assert_equal 1, health[:processes].size, "who says nothing any more is gone"
  end

  def test_it_is_for_owners
    sign_in(@coach)
    health
    assert_equal 403, status
  end

  def test_how_a_hall_is_trusted
    get "/trust"
    assert_equal 404, status, "where there is no such authority there is no such page"
    key = OpenSSL::PKey::RSA.new(2048)
    certificate = OpenSSL::X509::Certificate.new.tap do |each|
      each.serial, each.not_before, each.not_after = 1, Time.now, Time.now + 3600
      each.subject = each.issuer = OpenSSL::X509::Name.parse("/CN=Hall")
      each.public_key = key.public_key
      each.sign(key, OpenSSL::Digest.new("SHA256"))
    end
    ENV["JAUNTY_AUTHORITY"] = File.join(@folder, "root.crt").tap { |path| File.write(path, certificate.to_pem) }
    clear_cookies
    get "/trust"
    assert_equal 200, status
    assert_includes last_response.body,
      OpenSSL::Digest::SHA256.hexdigest(certificate.to_der).upcase.scan(/../).join(" ")
    get "/root.crt"
    assert_equal certificate.to_pem, last_response.body
    assert_match(/x509/, last_response["content-type"])
    assert call(:get, "/api/openings")[:authority]
  end
end
