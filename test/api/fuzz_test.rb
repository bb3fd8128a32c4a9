require "support/contract"

# Every route of the contract, as each role, with what nobody should send: never an answer of 500, and every refusal is
# a sentence. A longer one is in measure/.
class FuzzTest < ContractTest
  include History

  TIMES = Integer(ENV.fetch("FUZZ_TIMES", "6")) # for each route and role
  SEED = Integer(ENV.fetch("FUZZ_SEED", "12"))
  ODD = ["no-uuid", "1", "0", "-1", "%00", "%ff", "%0a", "..", "00000000-0000-0000-0000-000000000000", "a" * 300,
    "1e9", "null", "%F0%9D%94%98", "2147483648", "99999999999999999999"].freeze

  # The answers here are to what the contract refuses: they are not compared with it once more.
  def app = @app ||= JauntyBell::Api::Server.build(db, secret: SECRET)

  def setup
    super
    trained([[3, 5, 60], [10, 6, 60]])
    marked(@two, [[3, 10, 8, nil], [10, 10, 7, 0]])
    JauntyBell::Services::Weeks::PlanJobs.beside = ->(&work) { work.call }
  end

  def teardown
    JauntyBell::Services::Weeks::PlanJobs.beside = ->(&work) { Thread.new(&work) }
    super
  end

  [nil, "assistant", "coach", "owner"].each_with_index do |role, nth|
    define_method(:"test_nothing_breaks_the_server_as_#{role || "nobody"}") do
      random = Random.new(SEED + nth)
      role ? sign_in(new_account(club, role)) : clear_cookies
      vandal = Vandal.new(random)
      ids = [@student, @group, @two[:id], @three[:id], @card[:id], @held[:id]]
      Pieces.operations.reject { |operation| operation.path.end_with?("/login", "/logout", "/change-password") }
        .each do |operation|
        TIMES.times { |i| attack(operation, Sender.new(random, ids: ids), vandal, random, ids, i) }
      end
    end
  end

  def attack(operation, sender, vandal, random, ids, nth)
    values = Hash.new { |_, _| nil }.merge(%i[id version fact plan_id kind word].to_h { |name|
      [name, (nth.even? || random.rand < 0.6) ? ids.sample(random: random) : ODD.sample(random: random)]
    })
    values[:version] = ["1", *ODD].sample(random: random)
    values[:kind] = ["roster", "log", "marks", *ODD].sample(random: random)
    address = operation.address(values) + query(operation, sender, random)
    good = operation.body && sender.fill(operation.body)
    body = operation.body && ContractTest.written((nth == 0) ? good : vandal.spoil(good))
    JauntyBell::Api::Throttle.reset
    db.transaction(savepoint: true, rollback: :always) do
      request(address, :method => operation.verb.upcase, :input => (operation.verb == "get") ? nil : (body || "{}"),
        "CONTENT_TYPE" => "application/json")
    end
    said = [operation.verb, address, body.to_s[0, 600], "(seed #{SEED})", status.to_s, last_response.body.to_s[0, 300]]
      .map(&:b).join(" ").scrub("?")
    assert_operator status, :<, 500, said
    if status >= 400
      assert_match(/\A[^\n]*[.!?”"]\z/, JSON.parse(last_response.body).fetch("errors").first.fetch("message"), said)
    end
  rescue URI::InvalidURIError
    nil # no client could send it
  end

  def query(operation, sender, random)
    given = operation.parameters.select { |each| each["in"] == "query" && (each["required"] || random.rand < 0.5) }
    return "" if given.empty?
    "?" + given.map { |each|
      odd = random.rand < 0.4
      "#{each["name"]}=#{odd ? ODD.sample(random: random) : Rack::Utils.escape(sender.fill(each["schema"]).to_s)}"
    }.join("&")
  end

  def test_odd_requests
    {
      ["GET", "/api/bench/combinations?#{(1..5_000).map { |i| "a#{i}=1" }.join("&")}", nil] => 404,
      ["GET", "/api/bench/combinations?search=%00", nil] => 404,
      ["GET", "/api/bench/combinations?search=%ff", nil] => 404, ["BREW", "/api/session", nil] => 501,
      ["PATCH", "/api/session", nil] => 501, ["POST", "/api/bench/analysis", "{\"notation\": \"1\xFF\"}"] => 400,
      ["POST", "/api/bench/analysis", "[" * 200] => 400,
      ["POST", "/api/bench/analysis", "{\"notation\": \"1\", \"tempo\": 1e-320}"] => 400,
      ["POST", "/api/bench/analysis", "{\"notation\": \"1\", \"tempo\": 1e400}"] => 400,
      ["POST", "/api/bench/analysis", ""] => 400, ["POST", "/api/bench/analysis", "{\"nota\\ntion\": \"1\"}"] => 400,
      ["DELETE", "/api/bench/analysis", "{}"] => 405, ["GET", "/api/nothing", nil] => 404,
      ["GET", "/assets/nothing.js", nil] => 404
    }.each do |(verb, address, body), expected|
      request(address, :method => verb, :input => body, "CONTENT_TYPE" => "application/json")
      assert_equal expected, status, "#{verb} #{address[0, 60]} #{body}: #{last_response.body[0, 200]}"
      refute_match(/immutable/, last_response["cache-control"].to_s)
    end
    request("/api/bench/analysis", method: "POST", input: "{}")
    assert_equal 415, status
  end
end
