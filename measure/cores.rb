# The time of all cores as the kernel has counted it so far (proc(5), /proc/stat: user, nice, system, idle, iowait, irq,
# softirq, steal, in ticks). A virtual machine shares its cores with others on the same hardware, who take of them.
class Cores
  IDLE, STEAL = [3, 4], 7

  def self.now = new(File.readlines("/proc/stat").first.split.drop(1).first(8).map(&:to_i))

  attr_reader :ticks

  def initialize(ticks)
    @ticks = ticks
  end

  # The share that others took of all there was since then, 0 to 1.
  def taken(since) = share(spent(since)[STEAL], spent(since).sum)

  # The share of all there was that was used here, 0 to 1.
  def used(since) = share(used_ticks(since), spent(since).sum)

  # The share that others took of what was wanted here since then, 0 to 1; 0 where nothing was.
  def withheld(since) = share(spent(since)[STEAL], spent(since)[STEAL] + used_ticks(since))

  private

  def spent(since) = ticks.zip(since.ticks).map { |now, before| now - before }

  def used_ticks(since) = spent(since).sum - spent(since).values_at(*IDLE, STEAL).sum

  def share(part, whole) = whole.zero? ? 0.0 : part.fdiv(whole)
end
