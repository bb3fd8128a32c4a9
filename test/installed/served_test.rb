require "support/served"

# The services as they are installed: HTTPS by the hall's own authority, processes killed, the machine switched off.
class ServedTest < Minitest::Test
  def setup
    @served = Served.new
    @served.boot
  end

  def teardown = @served.close

  def test_https_by_the_hall_s_own_authority
    answer = @served.ask("/api/openings")
    assert_equal "200", answer.code
    said = JSON.parse(answer.body)
    assert_equal ["code", true, true], said.values_at("lets", "empty", "authority")
    error = assert_raises(OpenSSL::SSL::SSLError) do
      http = Net::HTTP.new(Served::NAME, @served.https)
      http.ipaddr = "127.0.0.1"
      http.use_ssl = true
      http.get("/")
    end
    assert_match(/certificate verify failed/, error.message, "nobody else trusts it")
  end

  def test_over_plain_http_only_how_to_trust_it
    page = @served.plainly("/trust")
    assert_equal "200", page.code
    certificate = OpenSSL::X509::Certificate.new(@served.plainly("/root.crt").body)
    print = OpenSSL::Digest::SHA256.hexdigest(certificate.to_der).upcase.scan(/../).join(" ")
    assert_includes page.body, print
    assert_equal File.read(@served.certificate), certificate.to_pem
    answer = @served.plainly("/api/session")
    assert_equal ["302", "https://#{Served::NAME}/api/session"], [answer.code, answer["location"]]
  end

  def test_a_process_that_is_killed_comes_back
    %i[web proxy].each do |service|
      before = @served.pid(service)
      @served.kill(service)
      @served.until_true { @served.pid(service) != before && @served.answers? }
    end
  end

  def test_a_machine_that_is_switched_off_comes_back
    was = File.read(@served.certificate)
    @served.switch_off
    refute @served.answers?
    @served.boot
    assert_equal was, File.read(@served.certificate), "devices that trusted it go on to do"
  end

  def test_it_is_never_run_as_root
    skip "not root here" unless Process.uid.zero?
    said, status = Open3.capture2e("bin/serve", chdir: Served::ROOT)
    assert_equal 2, status.exitstatus
    assert_match(/never root/, said)
  end
end
