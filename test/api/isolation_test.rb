require "support/api"

# One club cannot reach another's rows by any route of the contract.
class IsolationTest < ApiTest
  def setup
    super
    sign_in(new_account(club, "owner"))
    @other = new_club("Other Bank Boxing")
    @their = {combination: new_combination(@other)[:id],
              student: new_student(@other, group: new_group(@other), name: "Theirs")}
    @their[:card] = new_card(@other, name: "Theirs", rounds: [])[:id]
    @their[:class] = new_class(@other, card: @their[:card])[:id]
    @their[:programme] =
      uuid.tap { |id|
        JauntyBell::Store::Programmes.new(db, @other).add(id: id, name: "Theirs",
          group_id: db[:groups].where(club_id: @other).get(:id), template_id: @their[:card], settings: {})
      }
  end

  # Every operation of the contract with an id in its path, asked for with another club's ids.
  def test_every_route_with_an_id_answers_404
    tried = 0
    operations.each do |path, method|
      next if path.start_with?("/api/corner/") # opened by a student's own token (CornerTest)
      @their.each_value do |id|
        body = {version: 1, name: "Mine", notation: "1", minutes: 60, level: nil, group_id: nil, blocks: [],
                template: true, archived: true, id: uuid, ended_at: "2026-01-01T10:00:00Z", attendances: [],
                following: false, cancelled: true, lifted: true, students: {uuid => true}, matter: "illness",
                from: "2026-01-01", to: nil, note: "", kg: nil, born_on: nil, stance_wish: nil, emergency_name: "",
                emergency_phone: "", guardian: "", apart: [], present: [], locked: [], contact: true, holding: true,
                device: uuid, take: false, moment: "door", ring: {at: 0, gone: 0, running: false, extra: {}},
                reason: "a slip", step: 1, on: "2026-01-01", symptoms: false, by: "Dr Else", half_life: 20, effort: 5,
                title: nil, estimated: false, attempted: 3, clean: 2, rule: "range-in", taught: true,
                combination_ids: [], juniors: false, hours: [], closed: true, groups: [],
                phases: [phase("march", seconds: 30)], answer: nil,
                **drill}
        body[:group_id] = uuid if path.end_with?("/own")
        body.update(group_id: uuid, from: "count") if path.end_with?("/progression")
        body[:blocks] = ["all"] if path.include?("/holds")
        body.update(of_programmes(path)) if path.include?("/programmes")
        body = body.except(:group_id, :level) if path.end_with?("/file")
        call(method,
          path.sub("{id}", id).sub("{version}", "1").sub("{fact}", uuid).sub("{plan_id}", uuid).sub("{pause}", uuid) +
          QUERIES.fetch(path, ""), **allowed(path, method, body))
        next assert_equal(409, status) if path.include?("/holds") && status == 409
        assert_equal 404, status, "#{method} #{path}: #{last_response.body}"
        tried += 1
      end
    end
    assert_operator tried, :>=, 40
  end

  def test_lists_show_only_one_s_own
    %w[/api/bench/combinations /api/card/cards /api/floor/classes].each { |path| assert_empty call(:get, path), path }
    assert_empty call(:get, "/api/book/squad")[:students]
    assert_empty call(:get, "/api/floor/people")[:students]
    assert(call(:get, "/api/weeks").all? { |week| week[:classes].empty? })
  end

  def test_another_club_s_ids_in_a_body_are_refused
    call(:post, "/api/card/cards", id: uuid, **saved(round(combination_id: @their[:combination])))
    assert_refused 422
    call(:post, "/api/card/cards", id: uuid, **saved, parent_id: @their[:card])
    assert_refused 409
    call(:post, "/api/calendar/classes", ids: [uuid], card_id: new_card[:id],
      group_id: db[:students].where(id: @their[:student]).get(:group_id), coach_id: nil, room: nil,
      at: "2026-12-01T18:30")
    assert_refused 409
    call(:post, "/api/floor/classes", id: uuid, card_id: @their[:card], group_id: nil)
    assert_refused 404
    mine = new_class(card: new_card(name: "Mine", rounds: [])[:id])
    call(:post, "/api/floor/classes/#{mine[:id]}/facts",
      attendances: [{id: uuid, student_id: @their[:student], at: Clock.now.utc.iso8601}])
    assert_refused 409
    assert_equal 0, db[:attendances].count
  end

  private

  def of_programmes(path)
    {revision: 1, template_id: uuid, group_id: uuid, start: "2026-01-05", taken: true, on: ["2026-01-06"],
     settings: {start: "2026-01-05", weeks: 2, times: [{weekday: 1, at: "18:30", minutes: 60}], holidays: [],
                goals: [{combination_id: uuid, rung: "count", importance: 3}], pins: [], not_before: [],
                never: [], limits: {}}}
  end

  QUERIES =
    {"/api/book/students/{id}/spans" => "?from=2026-01-01&to=2026-01-07&against_from=2026-01-08&against_to=2026-01-14",
     "/api/book/students/{id}/marks" => "?combination=#{SecureRandom.uuid}"}.freeze

  def drill
    {pool: [{combination_id: new_combination(name: uuid)[:id], at_rungs: []}], implement: "air", manner: "clocked",
     tempo: 140, pause_s: 1, both_sides: false, rungs: ["air"], count: nil, on_s: nil, off_s: nil, rest: "still",
     ladder: "up", breathing: true, feeds_aloud: false, kit: nil, holder_cues: nil, cautions: nil}
  end

  def operations
    contract = YAML.safe_load_file(JauntyBell::Api::Server::CONTRACT)
    contract["paths"].keys.grep(/\{id\}/).flat_map do |path|
      JauntyBell::Api::Server.contract.path(path).operations.map { |operation| [path, operation.request_method.to_sym] }
    end
  end

  # Of the body, the fields that this operation takes.
  def allowed(path, method, body)
    operation = JauntyBell::Api::Server.contract.path(path).operation(method.to_s)
    schema = operation["requestBody"]&.dig("content", "application/json", "schema")
    body.slice(*schema.to_h.fetch("properties", {}).keys.map(&:to_sym))
  end
end
