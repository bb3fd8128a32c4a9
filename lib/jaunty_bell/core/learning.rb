module JauntyBell::Core
  # What students can do, read from their marks: how likely each is to do a combination cleanly, and how sure that is.
  module Learning
    # What a coach marked, one a day for each student, combination and rung: `rung` its rank (Bench::Rungs), `day` a
    # Julian day, `attempted` and `clean` repetitions, `coach` whoever marked or nil, `broke_at` the link where it broke
    # (0 between the first two actions) or nil.
    Marked = Struct.new(:student, :combination, :rung, :day, :attempted, :clean, :coach, :broke_at)

    CAN = 0.8 # clean, of a student who really can: 8 in 10
    # Log-odds by which marks fall short of what somebody can on a usual evening, the bad ones being among them; the
    # product's own, by what was found on simulated squads
    USUAL_EVENING = 0.12

    class << self
      def logit(share) = Math.log(share / (1 - share))

      def share(logit) = 1 / (1 + Math.exp(-logit))

      # The share that is to be expected of log-odds so sure: doubt draws it to a half (MacKay 1992's approximation of
      # the mean of a logistic over a normal, from memory).
      def expected(logit, variance) = share(logit / Math.sqrt(1 + Math::PI * variance / 8))

      # The chance that a share, as sure as that, is CAN or more: the normal share above its logit.
      def can(logit, variance) =
        0.5 * (1 + Math.erf((logit + USUAL_EVENING - CAN_LOGIT) / Math.sqrt(2 * [variance, 1e-9].max)))
    end

    CAN_LOGIT = logit(CAN)
  end
end
