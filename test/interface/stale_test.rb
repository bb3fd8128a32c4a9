require "support/interface"

# What a change makes stale: every question it changes the answer to, and no name that nobody asks.
class StaleTest < InterfaceTest
  # change → questions that must be asked again after it
  MUST = {
    combination: ["shelf", "sums", "open class", "programme", "squad"],
    drill: ["drills", "sums", "open class"],
    card: ["cards", "calendar", "open class", "planned class", "programme"],
    calendar: ["calendar", "weeks", "session", "classes"],
    student: ["student", "squad", "board", "people", "open class", "holds", "planned class"],
    classTookPlace: ["weeks", "student", "squad", "next", "session", "programme"],
    record: ["student", "squad", "board", "weeks", "corrections"],
    school: ["session", "sums", "student", "board", "analysis"],
    classesDrafted: ["calendar", "cards", "weeks", "session"]
  }.freeze

  def stale
    @stale ||= begin
      InterfaceTest.written("stale", <<~TS)
        import { asks } from "../../web/src/kit/queries";
        import { STALE } from "../../web/src/kit/stale";
        export const stale = () => STALE;
        // The first part of every key that is asked.
        export const asked = () => Object.values(asks).map((make) => (make as (...given: string[]) => { queryKey: readonly string[] })("a", "b", "c").queryKey[0]);
      TS
      answers("stale", [["stale"]], [["asked"]])
    end
  end

  def test_what_must_be_asked_again
    MUST.each { |change, questions| assert_empty questions - stale.first[change], change.to_s }
  end

  def test_a_change_names_only_what_is_asked
    asked = stale.last
    assert_operator asked.size, :>, 30
    stale.first.each { |change, questions| assert_empty questions - asked, change.to_s }
  end

  def test_a_student_who_is_gone_is_not_asked_for_again
    assert_empty stale.first[:studentGone].grep(/\Astudent/)
  end
end
