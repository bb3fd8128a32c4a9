require "support/interface"

# How the Book writes its numbers.
class FiguresTest < InterfaceTest
  def figure(name, value, **facts) =
    {name: name, value: value, reason: nil, formula: "", source: "", inputs: []}.merge(facts)

  # [name, value] → [title, as it is shown]
  TOLD = {
    ["acute_7", 2320] => ["Last 7 days", "2,320"], ["acute_7", 0] => ["Last 7 days", "0"],
    ["chronic_28", 1782.5] => ["Usual week (28 days)", "1,783"], ["ratio", 1.301543] => ["Week against usual", "1.30"],
    ["monotony", 1.164179] => ["Monotony", "1.16"], ["week_change", 0.784615] => ["Change on last week", "+78 %"],
    ["week_change", -0.2] => ["Change on last week", "−20 %"], ["week_change", 0] => ["Change on last week", "0 %"],
    ["week_change", -1] => ["Change on last week", "−100 %"], ["mean_effort", 5.25] => ["Mean effort", "5.3"],
    ["trimp_banister", 66.96] => ["Impulse, from the mean", "67"], ["something_new", 1.5] => ["something new", "1.50"],
    ["ratio", nil] => ["Week against usual", nil]
  }.freeze

  def test_names_and_numbers
    said = answers("book/figures", *TOLD.keys.map { |name, value| [["told", figure(name, value)]] })
    assert_equal TOLD.values, said.map { |told| told.values_at(:title, :shown) }
  end

  def test_what_went_in
    given = [{name: "days", values: [360, 0, nil, 12.3456]}, {name: "earlier_21", values: [100.0]},
      {name: "nothing", values: []}, {name: "who", values: ["Nell"]}]
    assert_equal [["days", "360, 0, –, 12.35"], ["earlier 21", "100"], ["who", "Nell"]],
      answers("book/figures", [["inputs", given]]).first.map { |input| input.values_at(:name, :shown) }
  end
end
