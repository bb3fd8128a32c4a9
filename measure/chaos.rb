require "support/chaos"

# A hundred classes on devices that fail (test/support/chaos.rb): bin/measure chaos [TIMES] [FIRST SEED].
times, first = (ARGV.map(&:to_i) + [100, 1].drop(ARGV.size)).first(2)
chaos = Chaos.new
began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
sums = Hash.new(0)
wrong = (first...(first + times)).reject do |seed|
  truth, found = chaos.run(seed)
  sums[:facts] += found.values_at("marks", "notes", "efforts").sum(&:size)
  sums[:rounds] += found["rang"].size
  truth["refused"].nil? && Chaos.same?(truth, found)
end
chaos.stop
puts "chaos: #{times} classes, #{sums[:facts]} facts and #{sums[:rounds]} rounds in the database, " \
  "#{(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).round} s; differing: " \
  "#{wrong.empty? ? "none" : wrong.join(", ")}"
exit wrong.empty?
