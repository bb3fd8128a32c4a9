module JauntyBell::Core
  module Bench
    # Which foot stands in front as a combination goes on, and so which hand a jab or a cross is. Lead and rear are
    # those of the stance of entry all through; a technique thrown from one side only (a jab, a cross) and a number are
    # named by the stance the body is in. Source: the product's own book, sections 3 and 4.
    module Footing
      # What a side of the stance the body is in is called before the feet have changed.
      AT_ENTRY = {front: :lead, back: :rear}.freeze

      class << self
        # The side of entry that stands in front before each action and at the end, for actions in order as they are
        # named.
        def fronts(actions)
          return Array.new(actions.size + 1, :lead) if steady?(actions)
          actions.each_with_object([:lead]) { |action, all| all << after(action, all.last) }
        end

        # The side in front after an action: a step that changes the feet, a leg that lands in front.
        def after(action, front)
          return front unless action.own?
          front = other(front) if [action, action.with].any? { |part| part&.technique&.changes_feet? }
          lands = action.recovery == :forward && !action.feint
          lands ? side(action, front) : front
        end

        # Actions in order, each with the side of entry that does it.
        def placed_all(actions, fronts)
          return actions unless fronts.include?(:rear)
          actions.zip(fronts).map { |action, front| placed(action, front) }.freeze
        end

        # An action with the side of entry that does it.
        def placed(action, front)
          return action unless action.own? && action.side
          front = other(front) if action.with&.technique&.changes_feet?
          by = side(action, front)
          (by == action.side) ? action : action.but(side: by)
        end

        # An action of ours with lead for rear and rear for lead, as it is from the other stance.
        def turned(action)
          return action unless action.own?
          with = action.with && turned(action.with)
          action.but(side: {lead: :rear, rear: :lead}.fetch(action.side, action.side), with: with)
        end

        # Items with no more said of the stance the body is in than is needed: a jab by its usual side; a number's hand
        # as lead or rear as long as the feet have not changed.
        def named(items)
          return items unless loose?(items)
          simplified(items, false).first
        end

        # Whether items, done from the stance of entry, change the feet on the way.
        def changes?(items)
          items.any? { |item| item.is_a?(Repeat) ? changes?(item.items) : after(item, :lead) != :lead }
        end

        def other(side) = Lexicon::Answers.other(side)

        private

        # Nothing in it can change the feet: what nearly every combination is.
        def steady?(actions)
          actions.none? do |action|
            action.recovery == :forward || action.technique.changes_feet? || action.with&.technique&.changes_feet?
          end
        end

        def side(action, front)
          case action.side
          when :front then front
          when :back then other(front)
          else
            one = action.technique.limb && action.technique.one_side
            return action.side unless one
            (one == :lead) ? front : other(front)
          end
        end

        def loose?(items)
          items.any? do |item|
            next loose?(item.items) if item.is_a?(Repeat)
            item.side == :front || item.side == :back || misnamed?(item)
          end
        end

        def misnamed?(action)
          one, side = action.technique.one_side, action.side
          one && side != one && (side == :lead || side == :rear) && action.own? && !action.technique.limb.nil?
        end

        # [items, whether the feet may have changed by then]
        def simplified(items, changed)
          all = items.map do |item|
            if item.is_a?(Repeat)
              inner = item.items
              changed ||= changes?(inner)
              item.but(items: simplified(inner, changed).first)
            else
              one = misnamed?(item) ? item.but(side: item.technique.one_side) : item
              one = one.but(side: AT_ENTRY.fetch(one.side, one.side)) if one.side && !changed
              changed ||= after(one, :lead) != :lead
              one
            end
          end
          [all, changed]
        end
      end
    end
  end
end
