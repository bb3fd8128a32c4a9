require "test_helper"
require "rack/mock"
require "jaunty_bell/api"

# The contract whose paths are made once answers as the package's own does.
class ContractKeptTest < Minitest::Test
  FILE = JauntyBell::Api::Server::CONTRACT
  KEPT = JauntyBell::Api::Contract::Kept.load(FILE)
  PLAIN = OpenapiFirst.load(FILE)

  def test_every_operation_is_found_as_the_package_finds_it
    PLAIN.paths.each do |name, item|
      address = name.gsub(/\{[^}]+\}/, "3d8b1f0e-6c1d-4a57-9a0e-2f6f6f1f9d11")
      [address, "#{address}/"].product(item.keys & %w[get post put patch delete]).each do |path, method|
        assert_equal found(PLAIN, path, method), found(KEPT, path, method), "#{method} #{path}"
      end
    end
  end

  def test_what_is_not_there
    [%w[/api/nowhere get], %w[/api/session/1/2/3/4 get], %w[/api/session delete], ["/", "get"], ["", "get"]]
      .each { |path, method| assert_equal found(PLAIN, path, method), found(KEPT, path, method), path }
    assert_nil KEPT.path("/api/nowhere")
  end

  def test_an_operation_is_made_once
    first, again = Array.new(2) { KEPT.request(asked("/api/session", "get")).operation }
    assert_same first, again
    refute_same PLAIN.request(asked("/api/session", "get")).operation, first
  end

  private

  # [path in the contract, operation, parameters, what is wrong]
  def found(definition, path, method)
    validated = definition.validate_request(asked(path, method))
    known = validated.known?
    [validated.path_item&.path, known && validated.operation.operation_id, known && validated.path_parameters,
      validated.error&.type, validated.error&.errors.to_a.map(&:message)]
  end

  def asked(path, method)
    body = %w[post put patch].include?(method) ? "{}" : ""
    Rack::Request.new(Rack::MockRequest.env_for(path, {:method => method.upcase, :input => body,
      "CONTENT_TYPE" => "application/json"}))
  end
end
