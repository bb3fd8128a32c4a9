require "support/history"
require "pdf-reader"

# The report for a student, in whatever state they are.
class ReportTest < ApiTest
  include History

  def report
    get "/api/book/students/#{@student}/report.pdf"
    assert_equal [200, "application/pdf"], [status, last_response.content_type]
    text(last_response.body)
  end

  def assert_says(*phrases) =
    report.then { |words| phrases.each { |phrase| assert_includes words, phrase.gsub(/\s+/, "") } }

  def test_of_somebody_new
    assert_says "Nothing is on record of these weeks yet.", "Nothing is yours yet", "Come to class"
  end

  def test_what_fades_what_is_learned_and_a_weak_link
    marked(@two, [[95, 20, 20], [99, 20, 20]])
    marked(@three, [[2, 8, 8], [2, 4, 0, 1]])
    assert_says "Two to a count: have another look at it.", "Three to a count: keep at it.",
      "The step from one to the next in"
  end

  # The page and the report say the same of what is next.
  def test_what_is_next_is_on_the_page_and_in_the_report
    marked(@two, [[95, 20, 20], [99, 20, 20]])
    one = new_combination(name: "One", text: "1")
    marked(one, [[1, 20, 20], [3, 20, 20]])
    new_combination(name: "Double", text: "1-1")
    asked = call(:get, "/api/book/students/#{@student}")[:next]
    assert_equal %w[due new ready], asked.map { |item| item[:kind] }.uniq.sort
    text = report
    asked.each { |item| assert_includes text, item[:name], item[:kind] }
    assert_says "One: you are ready to try it on the clock.", "have another look at it",
      "new to you, and close to", "How the body does Double"
  end

  def test_holds_and_coming_back_are_cautions
    tell(@held[:id], {attendances: [{id: uuid, student_id: @student, at: Clock.now}]}, coach_id: nil)
    db[:classes].where(id: @held[:id]).update(starts_at: Clock.now - 40 * 86_400, ended_at: Clock.now - 40 * 86_400)
    trained([[60, 5, 60], [40, 5, 60]])
    call(:post, "/api/care/students/#{@student}/holds", id: uuid, matter: "shoulder", blocks: ["left hand"],
      from: today.iso8601, to: nil, note: "a secret of the coaches")
    assert_says "You are held back for now (shoulder): no left hand.", "You have been away for a while: begin easily."
    refute_includes report, "secret"
  end

  def test_of_somebody_nobody_knows
    get "/api/book/students/#{uuid}/report.pdf"
    assert_equal 404, status
  end
end
