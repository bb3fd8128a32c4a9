require "support/contract"

# Who may call what: every route of the contract, as each of those who may call the server.
class PermissionsTest < ContractTest
  include History

  ROLES = [nil, "assistant", "coach", "owner"].freeze
  ROOMS = JauntyBell::Api::Server::ROOMS

  # {[verb, path of the contract] => who}, as each route says by itself.
  def declared
    ROOMS.flat_map { |prefix, room|
      room.permissions.map do |verb, path, who|
        [[verb.to_s, "/api#{prefix}#{path.delete_suffix("/?")}".gsub(/:(\w+)/, "{\\1}")], who]
      end
    }.to_h
  end

  def test_every_operation_is_a_route_that_says_who_may_call_it_and_every_route_is_in_the_contract
    operations = Pieces.operations.map { |each| [each.verb, each.path] }
      .reject { |_, path| path.start_with?("/api/account/") }
    assert_empty operations - declared.keys
    assert_empty declared.keys - operations
  end

  def test_everybody_is_let_in_where_they_may_and_nowhere_else
    accounts = ROLES.compact.to_h { |role| [role, new_account(club, role)] }
    values = {id: @student, version: "1", fact: uuid, plan_id: uuid, kind: "roster", word: "nothing", pause: uuid}
    ROLES.each do |role|
      role ? sign_in(accounts[role]) : clear_cookies
      Pieces.operations.each do |operation|
        who = declared[[operation.verb, operation.path]] or next
        allowed = JauntyBell::Api::Room::WHO.fetch(who)
        asked(operation, values, Random.new(1))
        expected = if who == :corner then 401 # a page's token lets in, and nobody's account (CornerTest)
        elsif allowed.nil? || allowed.include?(role) then "in"
        elsif role.nil? then 401
        else 403
        end
        told = [401, 403].include?(status) ? status : "in"
        unless status == 400
          assert_equal expected, told,
            "#{operation.verb} #{operation.path} as #{role.inspect}: #{status} #{last_response.body[0, 200]}"
        end
        if who != :all
          refute_equal 400, status,
            "#{operation.verb} #{operation.path}: the sweep sent what the contract refuses, " \
            "#{last_response.body[0, 300]}"
        end
      end
    end
  end

  def asked(operation, values, random)
    sender = Sender.new(random, ids: [uuid])
    query = operation.parameters.select { |each| each["in"] == "query" && each["required"] }
      .to_h { |each| [each["name"], sender.fill(each["schema"])] }
    address = operation.address(values) + (query.empty? ? "" : "?#{Rack::Utils.build_query(query)}")
    db.transaction(savepoint: true, rollback: :always) do
      if operation.body
        public_send(operation.verb, address, JSON.generate(sender.fill(operation.body)), JSON_TYPE)
      else
        public_send(operation.verb, address, *(["{}", JSON_TYPE] unless operation.verb == "get"))
      end
    end
  end
end
