module JauntyBell::Core
  module Card
    # One more round on a card, shaped like the others of the block it belongs in: what is new or is being mended goes
    # with the technique, what is to be kept up with the mitts, the pads or the bag.
    #
    #   Placing.of(plan, named, rung: "count") # => blocks with one round more
    module Placing
      LEARNED = %w[technique].freeze
      KEPT_UP = %w[mitts pads bag partner].freeze
      USUAL = {work: 120, rest: 30, effort: 5}.freeze # where there is no round to take after

      # `named` a Named combination or drill. `learned` where it is new, or a part that is being mended.
      def self.of(plan, named, rung:, learned: false)
        wanted = learned ? LEARNED + KEPT_UP : KEPT_UP + LEARNED
        at = wanted.filter_map { |kind| plan.blocks.index { |block| block.kind == kind && !block.circuit? } }.first
        return plan.blocks + [Block.new(kind: "technique", rounds: [round(named, rung, nil)])] unless at
        block = plan.blocks[at]
        plan.blocks[0...at] + [block.but(rounds: block.rounds + [round(named, rung, block.rounds.last)])] +
          plan.blocks[(at + 1)..]
      end

      def self.round(named, rung, like)
        like = like ? like.to_h.slice(:work, :rest, :effort, :swap, :every) : USUAL
        what = named.what.is_a?(Bench::Drill) ? :drill : :combination
        Round.new(:title => named.name, what => named, :rung => rung, :explain => 30, **like)
      end
      private_class_method :round
    end
  end
end
