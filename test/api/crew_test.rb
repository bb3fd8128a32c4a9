require "support/api"

# Who works in a club: invited, given roles, closed out.
class CrewTest < ApiTest
  PASSWORD_OF_BEA = "nine-herons-at-dusk".freeze

  def setup
    super
    @owner = new_account(club, "owner")
    sign_in(@owner)
  end

  def invite(role = "coach") = call(:post, "/api/crew/invitations", id: uuid, role: role)

  def take(code, **facts)
    clear_cookies
    call(:post, "/api/crew/accounts", code: code, name: "Bea", email: "bea-#{uuid}@example.test",
      password: PASSWORD_OF_BEA, **facts)
  end

  def account(email) = call(:get, "/api/crew")[:accounts].find { |row| row[:email] == email }

  def test_an_invitation_is_told_taken_and_used_up
    made = invite("assistant")
    assert_equal [201, "assistant"], [status, made[:role]]
    assert_match(/\A[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}\z/, made[:code])
    assert_equal [made[:id]], call(:get, "/api/crew")[:invitations].map { |row| row[:id] }
    refute_includes last_response.body, made[:code].delete("-"), "the code is told once"
    clear_cookies
    assert_equal({club: db[:clubs].first(id: club)[:name], role: "assistant"},
      call(:post, "/api/crew/invited", code: " #{made[:code].downcase.tr("-", " ")}"))
    email = take(made[:code])[:email]
    assert_equal 201, status
    sign_in(email, password: PASSWORD_OF_BEA)
    assert_equal ["Bea", "assistant"], call(:get, "/api/session")[:account].values_at(:name, :role)
    take(made[:code])
    assert_refused 404, says: /has been used/
    sign_in(@owner)
    assert_empty call(:get, "/api/crew")[:invitations]
  end

  def test_an_invitation_that_ended_or_was_taken_back_or_never_was
    ended, back = invite, invite
    db[:invitations].where(id: ended[:id]).update(ends_at: Clock.now - 1)
    call(:delete, "/api/crew/invitations/#{back[:id]}")
    assert_equal 200, status
    call(:delete, "/api/crew/invitations/#{back[:id]}")
    assert_equal 404, status
    [ended[:code], back[:code], "AAAA-BBBB-CCCC"].each do |code|
      take(code)
      assert_refused 404, says: /Ask for another/
    end
    7.times { call(:post, "/api/crew/invited", code: "AAAA-BBBB-CCCC") }
    assert_equal 429, status, "codes are not to be tried"
  end

  # The invitation stands after what could not be.
  def test_what_cannot_be
    made = invite
    {{email: @owner} => [422, "password"], {email: "bea at home"} => [422, "email"],
     {password: "short"} => [422, "password"], {name: "  "} => [400, "name"]}.each do |facts, (code, path)|
      take(made[:code], **facts)
      assert_refused code, path: path
    end
    take(made[:code])
    assert_equal 201, status
  end

  def test_roles_and_accounts
    coach = account(@coach)
    sign_in(@coach)
    assert_equal 200, status
    sign_in(@owner)
    call(:put, "/api/crew/accounts/#{coach[:id]}", closed: true)
    assert account(@coach)[:closed]
    sign_in(@coach)
    assert_equal 401, status, "who is closed out does not come in"
    sign_in(@owner)
    call(:put, "/api/crew/accounts/#{coach[:id]}", closed: false)
    sign_in(@coach)
    assert_equal 200, status
  end

  def test_the_last_owner_stays_until_there_is_another
    sign_in(@owner)
    me = call(:get, "/api/crew")[:me]
    [{role: "coach"}, {closed: true}].each do |facts|
      call(:put, "/api/crew/accounts/#{me}", **facts)
      assert_refused 409, says: /make somebody else owner first/
    end
    call(:put, "/api/crew/accounts/#{account(@coach)[:id]}", role: "owner")
    call(:put, "/api/crew/accounts/#{me}", role: "coach")
    assert_equal 200, status, "handed over"
    call(:get, "/api/crew")
    assert_refused 403
  end

  def test_nobody_of_another_club
    other = new_club
    stranger = new_place(other)
    call(:put, "/api/crew/accounts/#{stranger}", closed: true)
    assert_refused 404
    assert_equal 2, db[:accounts].where(id: stranger).get(:status_id)
  end
end
