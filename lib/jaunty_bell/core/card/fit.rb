module JauntyBell::Core
  module Card
    # Makes a card fit: which rounds to keep, how long to work and how long to rest, within what each block allows, so
    # that work time weighted by importance is greatest while time and load stay under their limits. Exact, not greedy.
    #
    #   fit = Fit.new(plan, minutes: 45, load: 250)
    #   fit.blocks   # => the blocks after it      fit.possible? # => false where nothing fits
    #   fit.reason   # => "The rounds you keep take 42:30 at their shortest: 2:30 more than the class has."
    #
    # Work is chosen first (that is what is weighed), at the shortest rests; what time is left then gives rest back, up
    # to what was written. Rounds of a block that weigh alike share their work evenly. Written out in docs/formulas.md.
    class Fit
      attr_reader :plan, :minutes, :load

      # `minutes` and `load` are limits; no load is none. Raises InvalidInput for limits out of reason.
      def initialize(plan, minutes: plan.minutes, load: nil)
        if load && !(load.is_a?(Numeric) && load.positive?)
          raise InvalidInput.new("A load limit is more than 0.", path: "load")
        end
        @plan = plan.with(minutes: minutes)
        @minutes = minutes
        @load = load
        @items = Items.of(@plan, load: load)
        @search = Descent.new(@items, minutes: minutes, school: plan.company.school, load: load)
      end

      def possible? = !solution.nil?

      # Importance-weighted seconds of work: what is made greatest. 0 where nothing fits.
      def value = solution ? solution.sum { |choice| choice.item.importance * choice.seconds } : 0

      # The blocks after it; those of the card where nothing fits.
      def blocks = possible? ? Rests.new(@plan, Evening.of(solution), minutes * 60).blocks : plan.blocks

      # What was given up or gained, round by round (a Difference); none where nothing fits.
      def difference = Difference.new(plan.blocks, blocks)

      # Which limit is impossible and by how much; nil where it fits.
      def reason
        return if possible?
        least = @search.least_seconds
        return too_long(least) if least > minutes * 60
        lightest = @search.least_load
        "The rounds that must stay come to a load of at least #{Words.number(lightest.ceil(1))}: " \
          "#{Words.number((lightest - load).ceil(1))} more than the limit of #{Words.number(load)}. Lower an effort, " \
          "or let a hard round go."
      end

      private

      def too_long(least)
        "The rounds that must stay take #{Words.clock(least)} at their shortest: " \
          "#{Words.clock(least - minutes * 60)} more than the #{minutes} minutes. Allow shorter rounds, or let one go."
      end

      def solution = defined?(@solution) ? @solution : @solution = @search.best
    end
  end
end
