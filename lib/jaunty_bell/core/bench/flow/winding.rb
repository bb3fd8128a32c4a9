module JauntyBell::Core
  module Bench
    module Flow
      # How far each side is wound to drive after an action. Source: the product's own book, section 5 (a house model).
      module Winding
        NONE, HALF, FULL = 0, 1, 2
        NAMES = %i[none half full].freeze

        # Windings after a row of the table, as [lead, rear]. `side` is the side that acted or was moved to.
        def self.after(row, side, lead, rear)
          case row
          when :jab, :"set again" then [HALF, FULL]
          when :stepped then [[lead, HALF].max, FULL] # sets you again, and takes away nothing that was wound
          when :"own side spent" then (side == :lead) ? [NONE, FULL] : [FULL, NONE]
          when :"moved to a side" then (side == :lead) ? [FULL, HALF] : [HALF, FULL]
          when :"lead loaded" then [FULL, rear]
          when :eased then [[lead, HALF].max, [rear + 1, FULL].min]
          when :unchanged then [lead, rear]
          end
        end
      end
    end
  end
end
