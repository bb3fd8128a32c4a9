require "test_helper"
require "open3"
require "jaunty_bell/core"

# The figure's geometry and masses against what is outside the program.
class FigureReferenceTest < Minitest::Test
  Figure = JauntyBell::Core::Bench::Figure
  Vector = Figure::Vector

  # Two bones by the law of cosines against R's general optimizer (R Core Team: `optim`, least squares of both bones'
  # lengths), which knows nothing of triangles. Seeded.
  def test_two_bones_as_a_general_solver_finds_them
    random = Random.new(1966)
    cases = Array.new(40) do
      upper, lower = random.rand(20.0..50.0), random.rand(20.0..50.0)
      [upper, lower, random.rand((upper - lower).abs + 14..upper + lower - 1)]
    end
    r_script = "d <- read.table('stdin'); for (i in seq_len(nrow(d))) { a <- d[i, 1]; b <- d[i, 2]; s <- d[i, 3]; " \
      "o <- optim(c(s / 2, 10), function(p) (sqrt(sum(p^2)) - a)^2 + (sqrt((s - p[1])^2 + p[2]^2) - b)^2, " \
      "method = 'BFGS', control = list(reltol = 1e-16, maxit = 500)); cat(o$par[1], abs(o$par[2]), '\\n') }"
    found, errors, status = Open3.capture3("Rscript", "-e", r_script,
      stdin_data: cases.map { |each| each.join(" ") }.join("\n"))
    assert status.success?, errors
    cases.zip(found.lines).each do |(upper, lower, far), line|
      along, beside = line.split.map(&:to_f)
      middle, = Figure::Limb.reach([1.0, 2.0, 3.0], [1.0 + far, 2.0, 3.0], upper, lower, [0.3, 0.0, 5.0])
      next if Figure::Limb.span(upper, lower, Figure::Limb::SHARPEST) > far
      assert_in_delta 1.0 + along, middle[0], 0.01
      assert_in_delta 3.0 + beside, middle[2], 0.01
    end
  end

  # Drillis and Contini 1966, as tabled in Winter, Biomechanics and Motor Control of Human Movement (from memory):
  # heights of joints over the floor, standing, as shares of height.
  HEIGHTS = {ankle: 0.039, knee: 0.285, hip: 0.530, shoulder: 0.818, elbow: 0.630}.freeze

  def test_segments_add_up_to_the_heights_of_the_table
    cm = Figure::Build.segments(100)
    found = {ankle: cm[:ankle], knee: cm[:ankle] + cm[:shank], hip: cm[:ankle] + cm[:shank] + cm[:thigh]}
    found[:shoulder] = found[:hip] + cm[:trunk]
    found[:elbow] = found[:shoulder] - cm[:upper_arm]
    HEIGHTS.each { |joint, share| assert_in_delta share * 100, found[joint], 0.25, joint }
  end

  # Shares of the body's mass, same table: hand, forearm, upper arm, foot, shank, thigh; trunk; head and neck.
  SHARES = [0.006, 0.016, 0.028, 0.0145, 0.0465, 0.100].freeze

  def test_masses_are_a_whole_body
    assert_in_delta 1.0, Figure::Build::MASSES.values.sum(&:first), 1e-9
    assert_in_delta 2 * SHARES.sum + 0.497 + 0.081, Figure::Build::MASSES.values.sum(&:first), 1e-9
  end

  # Standing straight with the arms down, summed by hand from the table: each part's share times the height of its
  # centre. About 55 % of height, as textbooks of mechanics have it (from memory).
  def test_the_centre_of_mass_of_somebody_standing
    standing = {pelvis: [0.0, 0.0, 53.0], neck: [0.0, 0.0, 81.8], head: [0.0, 0.0, 93.5]}
    {left: 1, right: -1}.each do |side, out|
      {hip: [6 * out, 53.0], knee: [6 * out, 28.5], ankle: [6 * out, 3.9], ball: [6 * out, 1.0],
       shoulder: [11.5 * out, 81.8], elbow: [11.5 * out, 63.2], wrist: [11.5 * out, 48.6],
       hand: [11.5 * out, 43.6]}.each { |joint, (y, z)| standing[:"#{side}_#{joint}"] = [0.0, y.to_f, z] }
    end
    by_hand = 0.081 * 93.5 + 0.497 * 67.4 +
      2 * (0.028 * (81.8 - 0.436 * 18.6) + 0.016 * (63.2 - 0.430 * 14.6) + 0.006 * (48.6 - 0.506 * 5.0) +
           0.100 * (53.0 - 0.433 * 24.5) + 0.0465 * (28.5 - 0.433 * 24.6) + 0.0145 * (3.9 - 0.5 * 2.9))
    x, y, z = Figure::Build.centre(standing)
    assert_in_delta 0, x, 1e-9
    assert_in_delta 0, y, 1e-9
    assert_in_delta by_hand, z, 1e-9
    assert_in_delta 55, z, 3
  end
end
