module JauntyBell::Core
  module Bench
    module Flow
      # One action as the walk came to it: what the rules look at.
      #
      #   lead, rear    how far each side was wound when it was thrown (Winding::NONE, HALF, FULL)
      #   band_before   the range before what is done with it; after: [lead, rear, band, hands out] when it is over
      #   band          the range it was thrown from or done at, 0 far … 3 close
      #   gap           :in or :out where the band was wrong for the strike and nothing written brought it right
      #   out           the sides of the hands that were out before it
      #   front         the side of entry that stands in front as it is done
      #   from_far      the walk came in from far just before it
      #   first_contact the first contact strike of the set: the stance is set for it
      Visit = Struct.new(:index, :action, :previous, :lead, :rear, :band, :gap, :out, :from_far, :first_contact, :seam,
        :weak, :starts_at, :extra, :after, :band_before, :front) do
        def technique = action.technique

        def contact? = action.contact?

        def wound = (action.side == :lead) ? lead : rear

        # The action listed directly before, of any kind; nil at the start.
        def before = previous&.action

        # Directly before it or together with it stands this technique (on this side, if given).
        def led_by?(id, side = nil)
          [(before if before&.own?), action.with].compact.any? do |part|
            part.technique.id == id && (side.nil? || part.side == side)
          end
        end

        def band_name = BANDS[band]
      end
    end
  end
end
