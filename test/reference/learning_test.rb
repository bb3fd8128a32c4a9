require "test_helper"
require "open3"
require "jaunty_bell/core"

# The regression behind the learner model, against R's own (R Core Team: `glm`, the same likelihood without anything
# random; Bates, Mächler, Bolker and Walker 2015, Journal of Statistical Software 67(1): `lme4::glmer`, by Laplace's
# approximation, which is not the method here but should come out close where each student has many repetitions).
class LearningReferenceTest < Minitest::Test
  Fit = JauntyBell::Core::Learning::Fit
  STUDENTS = 24
  LESSONS = 30

  # Seeded: [student, practice, rung, attempted, clean].
  def self.marks
    random = Random.new(1973)
    normal = -> { Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand) }
    Array.new(STUDENTS) { 0.8 * normal.call }.each_with_index.flat_map do |talent, student|
      Array.new(LESSONS) do |lesson|
        practice, rung, attempted = Math.log(1 + lesson / 10.0), random.rand(3), random.rand(6..14)
        share = 1 / (1 + Math.exp(-(0.3 + talent + 0.7 * practice - 0.5 * rung)))
        [student, practice, rung, attempted, attempted.times.count { random.rand < share }]
      end
    end
  end

  MARKS = marks.freeze

  def test_without_anything_random_it_is_r_s_glm
    rows = MARKS.map { |_, practice, rung, attempted, clean|
      [[0, 1, 2], [1.0, practice, rung.to_f], attempted, clean, 0.0, 1.0]
    }
    fit = Fit.new(rows, count: 3, means: [0.0] * 3, variances: [1e12] * 3)
    coefficients, errors = r("m <- glm(cbind(clean, attempted - clean) ~ practice + rung, binomial, d, " \
      "control = list(epsilon = 1e-12)); cat(coef(m), '\n'); cat(sqrt(diag(vcov(m))), '\n')")
    coefficients.each_with_index { |value, i| assert_in_delta value, fit.coefficients[i], 1e-6 }
    errors.each_with_index { |value, i| assert_in_delta value, Math.sqrt(fit.variance([[i, 1.0]])), 1e-6 }
  end

  def test_with_students_drawn_from_a_normal_it_is_close_to_lme4_s_glmer
    rows = MARKS.map { |student, practice, rung, attempted, clean|
      [[0, 1, 2, 3 + student], [1.0, practice, rung.to_f, 1.0], attempted, clean, 0.0, 1.0]
    }
    fit = Fit.new(rows, count: 3 + STUDENTS, means: [0.0] * (3 + STUDENTS),
      variances: [1e12] * 3 + [nil] * STUDENTS, families: [(3...3 + STUDENTS).to_a], usual: [0.5], prior: 0.0,
      rounds: 60)
    fixed, spread, students = r("suppressMessages(library(lme4)); m <- glmer(cbind(clean, attempted - clean) ~ " \
      "practice + rung + (1 | student), d, binomial); cat(fixef(m), '\n'); cat(VarCorr(m)$student[1], '\n'); " \
      "cat(ranef(m)$student[[1]], '\n')")
    fixed.each_with_index { |value, i| assert_in_delta value, fit.coefficients[i], 0.02 }
    assert_in_delta spread.first, fit.family_variances.first, 0.1 * spread.first
    students.each_with_index { |value, i| assert_in_delta value, fit.coefficients[3 + i], 0.04 }
  end

  private

  # What R prints, line by line, as numbers; the marks stand in `d`.
  def r(code)
    columns = MARKS.transpose.map { |values| "c(#{values.join(",")})" }
    data = "d <- data.frame(#{%w[student practice rung attempted clean].zip(columns).map { |pair|
      pair.join("=")
    }.join(",")})"
    output, error, status = Open3.capture3("Rscript", "--vanilla", "-",
      stdin_data: "options(digits = 15)\n#{data}\n#{code}\n")
    assert status.success?, error
    output.lines.map { |line| line.split.map(&:to_f) }
  end
end
