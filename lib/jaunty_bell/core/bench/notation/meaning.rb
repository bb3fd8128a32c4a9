module JauntyBell::Core
  module Bench
    module Notation
      # What is written of one action, put together: its technique, what stands before and after it, and what its name
      # or number says already.
      #
      #   before, after   {side:, level: [level, spot], force:, feint:, recovery:, on:, distance:}
      #   fixed           what the name says: {side:, level:, spot:, digit: its text, straight:}
      class Meaning
        SWAP = {"jab" => "cross", "cross" => "jab"}.freeze

        # `by` :self or :partner; `unsteady`: the feet may change place somewhere in the text.
        def initialize(technique, before, after, fixed, by:, reading:, unsteady:)
          @technique = technique
          @before = before
          @after = after
          @fixed = fixed
          @by = by
          @reading = reading
          @unsteady = unsteady
        end

        # The Action; `feint` makes a strike one. The block is called with the sentence that refuses what cannot be
        # meant, and does not return.
        def action(feint: false, &refuse)
          @refuse = refuse
          refused("The side of \"#{@technique.plain}\" is written twice.") if @before[:side] && @after[:side]
          said = @before[:feint] || @after[:feint]
          if (said || @before[:force]) && !@technique.strike?
            refused("Only a strike can be a feint, touch, light or hard: \"#{@technique.plain}\" is none.")
          end
          level, spot = level_and_spot
          low = @technique.id == "round-kick" && level == :leg
          Action.new(technique: low ? @reading.lexicon["low-kick"] : @technique, side: side, level: level, spot: spot,
            by: @by, force: @before[:force], on: on(@after[:on]), distance: @after[:distance],
            feint: said || (feint && @technique.strike?),
            recovery: @technique.leg_strike? ? @after.fetch(:recovery, :back) : nil)
        end

        private

        def refused(message) = @refuse.call(message)

        # A side as it is meant. Where it hangs on what stands before or after it, or on how the feet stand by then, a
        # side that Sides settles when all is read (:open, :outside, :"said lead" …).
        def side
          return @fixed[:side] || @technique.side if @fixed[:straight]
          written = @before[:side] || @after[:side]
          return line(written) if %i[outside inside].include?(written)
          written = @reading.side_of(written, @by) if %i[left right].include?(written)
          return numbers_side(written) if @fixed[:digit]
          meant = written || @fixed[:side] || (@technique.winds? ? :open : @technique.side)
          (meant.nil? || meant == :open) ? meant : by_stance(meant, written)
        end

        def by_stance(side, written)
          moving = own_limb?
          return :"said #{side}" if @unsteady && moving && @technique.one_side && %i[lead rear].include?(written)
          return side if @technique.sides.include?(side)
          nominal = Footing::AT_ENTRY[side]
          return (moving ? side : nominal) if nominal && @technique.sides.include?(nominal)
          refused(side_refusal(nominal || side))
        end

        def numbers_side(written)
          fixed = @fixed[:side]
          if written && fixed && written != fixed
            refused("\"#{@fixed[:digit]}\" already says the #{fixed} hand in this club's numbering.")
          end
          return fixed unless @unsteady && own_limb? && @technique.two_sided?
          Footing::AT_ENTRY.key(fixed)
        end

        def own_limb? = @by == :self && !@technique.limb.nil?

        def line(written)
          return written if @technique.moves? && @technique.defence?
          refused("Only a slip or a roll goes inside or outside: \"#{@technique.plain}\" does not.")
        end

        def side_refusal(side)
          return "\"#{@technique.plain}\" has no side." if @technique.sides.empty?
          swap = SWAP[@technique.id]
          "A #{@technique.plain} belongs to the #{@technique.sides.first} " \
            "side.#{" From the #{side} side it is a #{swap}." if swap}"
        end

        # [level, spot], from what is written before and after and what the name says.
        def level_and_spot
          written = [@before[:level], @after[:level]].compact
          refused("Where the #{@technique.plain} lands is written twice.") if written.uniq.size > 1
          level, spot = written.first || [@fixed[:level]]
          level = (@technique.leg_strike? ? :leg : :body) if level == :low
          level ||= @technique.level
          return [level, spot || @fixed[:spot]] if level.nil? || @technique.levels.include?(level)
          refused("A #{@technique.plain} goes to the #{@technique.levels.join(" or ")}, not the #{level}.")
        end

        # What of theirs is held: :"lead hand", :"rear hand", :hand, :head, or nil.
        def on(said)
          hand = said&.[](/\A(left|right|front|back) hand/, 1) or return said&.to_sym
          side = {"front" => :lead, "back" => :rear}[hand] ||
            @reading.side_of(hand.to_sym, (@by == :self) ? :partner : :self)
          :"#{side} hand"
        end
      end
    end
  end
end
