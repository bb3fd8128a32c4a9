require "test_helper"

# The colours against the published standard: WCAG 2.1 (W3C 2018), success criterion 1.4.3: 4.5 to 1 for text, 3 to 1
# for large text and marks; relative luminance as defined there.
class ContrastTest < Minitest::Test
  TOKENS = File.read(File.expand_path("../../web/src/kit/tokens.css", __dir__)).scan(/--color-([\w-]+): (#\h{6})/).to_h

  # text on ground → the least contrast
  PAIRS = {
    %w[ink canvas] => 4.5, %w[ink chalk] => 4.5, %w[ink canvas-deep] => 4.5, %w[ink-soft canvas] => 4.5,
    %w[ink-soft chalk] => 4.5, %w[ink-soft canvas-deep] => 4.5, %w[chalk brass] => 4.5, %w[chalk brass-deep] => 4.5,
    %w[chalk lead] => 4.5, %w[chalk rear] => 4.5, %w[canvas ink] => 4.5, %w[brass-bright ink] => 4.5,
    %w[lead chalk] => 4.5, %w[rear chalk] => 4.5, %w[rear canvas] => 4.5, %w[brass-deep chalk] => 4.5,
    %w[step chalk] => 4.5, %w[partner chalk] => 4.5, %w[defence chalk] => 3, %w[brass canvas] => 3,
    %w[canvas night] => 4.5, %w[night-soft night] => 4.5, %w[night-soft night-raised] => 4.5, %w[rear rear-pale] => 4.5,
    %w[lead-night night] => 4.5, %w[rear-night ink] => 4.5, %w[night brass-light] => 4.5, %w[thread chalk] => 3,
    %w[brass-bright night] => 4.5, %w[brass-bright night-raised] => 4.5, %w[night brass-bright] => 4.5
  }.freeze

  def test_every_pair_in_use_is_readable
    PAIRS.each do |(text, ground), least|
      assert_operator contrast(TOKENS.fetch(text), TOKENS.fetch(ground)), :>=, least, "#{text} on #{ground}"
    end
  end

  # A colour that is no token is one this test cannot see.
  def test_every_colour_is_a_token
    sources = Dir[File.expand_path("../../web/src/**/*.{ts,tsx}", __dir__)]
    assert_operator sources.size, :>, 150
    outside = sources.reject { |file| file.end_with?("svgFile.ts") }
      .select { |file| File.read(file).match?(/#\h{6}\b|#\h{3}["\]]|\brgba?\(/) }
    assert_empty outside
  end

  # Values given in the standard's own notes: black on white is 21 to 1, a colour on itself 1 to 1.
  def test_the_formula_itself
    assert_in_delta 21, contrast("#000000", "#ffffff"), 1e-9
    assert_in_delta 1, contrast("#9A6B12", "#9a6b12"), 1e-9
  end

  private

  def contrast(one, two)
    light, dark = [luminance(one), luminance(two)].sort.reverse
    (light + 0.05) / (dark + 0.05)
  end

  def luminance(hex)
    r, g, b = hex.scan(/\h\h/).map { |pair| linear(pair.to_i(16) / 255.0) }
    0.2126 * r + 0.7152 * g + 0.0722 * b
  end

  def linear(channel) = (channel <= 0.03928) ? channel / 12.92 : ((channel + 0.055) / 1.055)**2.4
end
