module JauntyBell::Core
  module Bench
    module Notation
      # Settles the sides that hang on what stands before or after, when the whole text has been read: a slip or roll
      # with no side goes where it winds the hand strike thrown next (to the rear side where none follows); inside and
      # outside are told from the partner's strike it meets, their jab where none is written; a hand said by its side is
      # held against the hand that a jab or a cross is by then.
      module Sides
        WINDS = :open
        LINES = %i[outside inside].freeze
        SAID = /\A(said|straight) (lead|rear)\z/

        class << self
          # The items with every side settled. `refuse` is called with an Action that belongs to the other hand.
          def settled(items, reading, &refuse)
            return items unless open?(items)
            actions = Combination.open_up(items)
            fronts = Footing.fronts(actions)
            places = actions.each_with_index.with_object({}.compare_by_identity) { |(action, i), at| at[action] ||= i }
            changed(items) { |action| settle(action, places.fetch(action), actions, fronts, reading, refuse) }
          end

          private

          def open?(items)
            items.any? do |item|
              if item.is_a?(Repeat)
                open?(item.items)
              else
                unsettled?(item.side) || (item.with && unsettled?(item.with.side))
              end
            end
          end

          def unsettled?(side) = side && (side == WINDS || LINES.include?(side) || side.match?(SAID))

          def changed(items, &change)
            items.map do |item|
              item.is_a?(Repeat) ? item.but(items: changed(item.items, &change)) : change.call(item)
            end
          end

          def settle(action, at, actions, fronts, reading, refuse)
            side = action.side
            action = action.but(with: helper(action, reading)) if action.with && unsettled?(action.with.side)
            return action.but(side: next_hand(actions, at)) if side == WINDS
            return action.but(side: line(side, actions, at, reading)) if LINES.include?(side)
            match = side&.match(SAID) or return action
            front = action.with&.technique&.changes_feet? ? Footing.other(fronts[at]) : fronts[at]
            said(action, match, front, refuse)
          end

          # A slip or a roll done with a strike winds that strike.
          def helper(action, reading)
            with = action.with
            return with.but(side: line(with.side, [], 0, reading)) if LINES.include?(with.side)
            hand = action.technique.arm_strike? && %i[lead rear].find { |side| action.side.to_s.end_with?(side.to_s) }
            with.but(side: hand || Footing::AT_ENTRY[action.side] || :rear)
          end

          # The side of the hand strike that comes next, or the rear side.
          def next_hand(actions, at)
            by = actions[at].by
            strike = actions[(at + 1)..].find { |action| action.by == by && action.strike? && !action.feint }
            return :rear unless strike&.technique&.arm_strike?
            Footing::AT_ENTRY.fetch(strike.side) { strike.side.to_s[/lead|rear/].to_sym }
          end

          # Outside is the side of ours that their strike comes at.
          def line(side, actions, at, reading)
            before = actions[at - 1] if at.positive?
            feed = (before&.partner? && before.strike?) ? before.side : :lead
            outside = Lexicon::Answers.facing(feed, reading.partner)
            (side == :outside) ? outside : Lexicon::Answers.other(outside)
          end

          # "right jab" is a jab where the right hand is in front by then; "right hand" is the jab or the cross,
          # whichever that hand throws.
          def said(action, match, front, refuse)
            kind, side = match[1], match[2].to_sym
            one = action.technique.one_side
            if kind == "straight"
              swap = action.other_side.technique
              right = ((side == front) == (one == :lead)) ? action.technique : swap
              return action.but(technique: right, side: right.one_side)
            end
            refuse.call(action.but(side: side)) unless ((side == front) ? :lead : :rear) == one
            action.but(side: one)
          end
        end
      end
    end
  end
end
