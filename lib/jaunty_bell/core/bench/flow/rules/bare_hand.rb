module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # Hand strikes on something solid with no wraps and gloves on the kit list.
        class BareHand < Rule
          rule "bare-hand"

          WORN = %w[wraps gloves].freeze

          def check(walk)
            setting = walk.setting
            return unless setting.implement&.hit? && setting.kit
            at = walk.actions.index { |action| action.contact? && action.technique.punch? }
            missing = WORN - setting.kit
            return if at.nil? || missing.empty?
            yield finding(:caution, at,
              "No #{missing.join(" and no ")} on the kit list: put them on before anything is hit.")
          end
        end
      end
    end
  end
end
