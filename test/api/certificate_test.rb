require "support/api"

# The certificate of the proxy in front: read as it is shown, whoever signed it, and judged by its end.
class CertificateTest < Minitest::Test
  Certificate = JauntyBell::Api::Certificate
  NOW = Time.utc(2026, 11, 29)
  DAY = 86_400

  # A server that shows a certificate which ends then; its port.
  def shown(ends)
    key = OpenSSL::PKey::RSA.new(2048)
    made = OpenSSL::X509::Certificate.new.tap do |each|
      each.serial, each.not_before, each.not_after = 1, ends - 90 * DAY, ends
      each.subject = each.issuer = OpenSSL::X509::Name.parse("/CN=ring.local")
      each.public_key = key.public_key
      each.sign(key, OpenSSL::Digest.new("SHA256"))
    end
    context = OpenSSL::SSL::SSLContext.new
    context.cert, context.key = made, key
    server = OpenSSL::SSL::SSLServer.new(TCPServer.new("127.0.0.1", 0), context)
    thread = Thread.new { server.accept }
    yield server.addr[1]
  ensure
    thread&.kill
    server&.close
  end

  def test_its_end_is_read_whoever_signed_it
    ends = Time.utc(2020, 1, 2, 3, 4, 5)
    shown(ends) { |port| assert_equal ends, Certificate.of("ring.local", port: port).ends }
  end

  def test_where_nothing_answers
    port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    assert_nil Certificate.of("ring.local", port: port)
  end

  def test_what_is_wrong_with_it
    {-1 => /ran out on 2026-11-28: browsers refuse/, 3 => /ends on 2026-12-02 and has not been renewed/, 30 => nil}
      .each do |days, said|
      found = Certificate.new("ring.local", NOW + days * DAY).wrong(NOW)
      said ? assert_match(said, found) : assert_nil(found)
    end
  end
end
