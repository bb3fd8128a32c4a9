require "support/database"
require "rack/test"
require "jaunty_bell/api"

# Holds every answer of the API against the contract.
class CheckedAnswers
  def initialize(app)
    @app = app
  end

  def call(env)
    status, headers, body = @app.call(env)
    text = +""
    body.each { |part| text << part }
    whole = env.merge("SCRIPT_NAME" => "", "PATH_INFO" => env["SCRIPT_NAME"] + env["PATH_INFO"])
    JauntyBell::Api::Server.contract.validate_response(Rack::Request.new(whole),
      Rack::Response[status, headers, [text]], raise_error: true)
    [status, headers, [text]]
  end
end

# A test of the API over Rack, signed in as a coach of a club of its own.
class ApiTest < StoreTest
  include Rack::Test::Methods

  PASSWORD = "a-long-enough-password"
  SECRET = "s" * 64
  JSON_TYPE = {"CONTENT_TYPE" => "application/json"}.freeze

  def app
    @app ||= JauntyBell::Api::Server.build(db, secret: SECRET, around_api: CheckedAnswers.method(:new))
  end

  def setup
    super
    ENV["JAUNTY_SECRET"] = SECRET
    JauntyBell::Api::Beside.inline = true # a process of its own does not see what is in the test's transaction
    JauntyBell::Api::Throttle.reset(db)
    @coach = new_account(club, "coach")
    sign_in(@coach)
  end

  def default_host = "127.0.0.1"

  def self.password_hash = @@password_hash ||= JauntyBell::Api::Accounts.hash(PASSWORD)

  def new_account(club_id, role)
    email = "#{role}-#{uuid}@example.test"
    new_place(club_id, email: email, name: "A #{role}", role: role, hash: ApiTest.password_hash)
    email
  end

  def sign_in(email, password: PASSWORD)
    clear_cookies
    call(:post, "/api/account/login", login: email, password: password)
  end

  # Sends JSON and returns the answer's data.
  def call(method, path, **body)
    (method == :get) ? get(path) : public_send(method, path, JSON.generate(body), JSON_TYPE)
    answer
  end

  def answer = JSON.parse(last_response.body, symbolize_names: true)

  def status = last_response.status

  def assert_refused(expected, path: nil, says: nil)
    assert_equal expected, status, last_response.body
    problem = answer.fetch(:errors).first
    assert_equal path, problem[:path] if path
    assert_match says, problem[:message] if says
  end

  # A card as it is edited.
  def draft(*rounds, kind: "bag", minutes: 60, **facts) =
    {minutes: minutes, blocks: blocks(*rounds, kind: kind), group_id: nil, students: nil}.merge(facts)

  def saved(*rounds, name: "Card", **facts) = draft(*rounds, **facts).except(:students).merge(name: name, level: nil)
end
