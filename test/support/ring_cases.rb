require "yaml"

# The table that Core::Floor::Ring and web/src/floor/ring.ts are both compared with.
module RingCases
  TABLE = YAML.load_file(File.expand_path("../shared/ring_cases.yml", __dir__)).freeze
  NAMES = Hash.new { |_, name| name }.merge("caught_up" => "caughtUp").freeze

  # Each row as a chain of calls of ring.ts: from a new ring through its steps.
  def self.chains(part, *ask)
    TABLE[part].map do |row|
      [["newRing", TABLE["segments"]], *row["steps"].map { |name, *given| [NAMES[name], *given] },
        *ask.map { |call| call.call(row) }]
    end
  end

  # What ring.ts answers for the three parts of the table, as the table writes it; `run` takes chains and gives answers.
  def self.found(run)
    cases = run.call(chains("cases")).map do |ring|
      [*ring.values_at(:at, :elapsed, :since), ring[:runs].map { |left| left.values_at(:round, :worked_s, :outcome) }]
    end
    remaining = run.call(chains("remaining", ->(row) { ["remaining", row["at"]] }))
    due = run.call(chains("due", ->(row) { ["due", row["from"], row["to"]] }))
      .map { |list| list.map { |each| [each[:cue][:kind], each[:at]] } }
    {"cases" => cases, "remaining" => remaining, "due" => due}
  end
end
