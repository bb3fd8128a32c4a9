module JauntyBell::Core
  module Bench
    module Flow
      # The state of the walk: how far each side is wound, the range, the hands that are out. It changes as the walk
      # goes and never leaves it; what the rules see is the Visit made from it.
      class Body
        FAR, LONG, MID, CLOSE = 0, 1, 2, 3
        INDEX = BANDS.each_with_index.to_h.freeze

        # The side of entry that stands in front by now.
        attr_accessor :front

        attr_reader :lead, :rear, :out, :opened_room, :came_nearer, :from_far

        # `band` may lie outside 0..3 until the opening steps have been taken.
        def initialize(stance, band)
          @lead = (stance == :square) ? Winding::FULL : Winding::HALF
          @rear = Winding::FULL
          @band = band
          @front = :lead
          @out = []
          @clinched = false
          @came_nearer = @opened_room = @from_far = false
        end

        # Whether all that comes after would be the same.
        def ==(other) = other.is_a?(Body) && state == other.state

        def band = @band.clamp(FAR, CLOSE)

        def wound(side) = (side == :lead) ? @lead : @rear

        # A switch or a walk-up loads the lead side for the next action only.
        def spend_load
          return unless @unloaded
          (@loaded == :lead) ? @lead = @unloaded : @rear = @unloaded
          @unloaded = nil
        end

        # What a step, defence, hand control, pause or partner's action does.
        def apply(action)
          technique = action.technique
          hands(action) if action.own?
          row = action.partner? ? :eased : technique.leaves
          before = wound(front)
          wind(row, action.side)
          @unloaded = before if row == :"lead loaded"
          shift(technique.shifts) if action.own? || technique.step?
        end

        # Brings the body to the band a strike is thrown from. Returns :in or :out where nothing written did.
        def reach(technique)
          @band = band
          bands = technique.range
          return if bands.empty?
          far, near = INDEX[bands.first], INDEX[bands.last]
          return if @band.between?(far, near)
          gap = (@band < far) ? :in : :out
          written = (gap == :in) ? @came_nearer : @opened_room
          @band = @band.clamp(far, near)
          gap unless written
        end

        # What a strike leaves behind it.
        def strike(action)
          @band = band
          hands(action)
          technique = action.technique
          unless action.feint
            @came_nearer = @opened_room = @from_far = false
            wind(technique.leaves, action.side)
            shift(technique.shifts)
            recover(action)
          end
        end

        protected

        def state =
          [@lead, @rear, @band, @front, @out, @clinched, @came_nearer, @opened_room, @from_far, @loaded, @unloaded]

        private

        # The table speaks of the stance the body is in: what it says of the lead side holds of the one in front.
        def wind(row, side)
          if front == :lead
            @lead, @rear = Winding.after(row, side, @lead, @rear)
          else
            @rear, @lead = Winding.after(row, side && Footing.other(side), @rear, @lead)
          end
          @unloaded, @loaded = nil, front
        end

        def recover(action)
          return unless action.technique.leg_strike?
          shift(:nearer) if action.recovery == :forward
          shift(:further) if action.recovery == :back && band == CLOSE && !@clinched
        end

        def shift(how)
          case how
          when :nearer
            @from_far = true if @band <= FAR
            @band += 1
            @came_nearer = true
          when :further
            @band -= 1
            @opened_room = true
            @clinched = false
          when :close
            @band = CLOSE
            @came_nearer = true
            @clinched = true
          end
        end

        # A hand that acts comes home; one that posts, pins, pulls, frames or clinches stays out.
        def hands(action)
          technique = action.technique
          return unless technique.limb == :hand
          sides = action.side ? [action.side] : %i[lead rear]
          @clinched = false
          @out = (technique.hand == :out) ? (@out | sides) : (@out - sides)
        end
      end
    end
  end
end
