# Prints how well the learner model foretells the next class on squads made by laws it does not know, beside the Book's
# score, "as last time" and the mean: −log of the chance given to each repetition, paired over seeds. Run with
# bin/measure learning [SEEDS].
require "jaunty_bell/core"
require "jaunty_bell/stand_ins"

module MeasureLearning
  Statistics = JauntyBell::Core::Book::Statistics

  def self.run(seeds)
    JauntyBell::StandIns::Trial.squads.each do |law|
      losses = (1..seeds).map { |seed| JauntyBell::StandIns::Foretold.new(law, seed: seed).losses }
      puts format("%-28s model %.4f", law.name, Statistics.mean(losses.map { |one| one[:model] }))
      %i[book last mean].each { |plain| puts "  #{plain.to_s.ljust(6)} #{ahead(losses, plain)}" }
    end
  end

  def self.ahead(losses, plain)
    leads = losses.map { |one| one[plain] - one[:model] }
    error = (leads.size > 1) ? Statistics.sample_deviation(leads) / Math.sqrt(leads.size) : Float::NAN
    format("worse by %.4f ± %.4f, on %d of %d", Statistics.mean(leads), error, leads.count(&:positive?), leads.size)
  end
end

MeasureLearning.run((ARGV.first || 5).to_i)
