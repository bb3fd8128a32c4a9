module JauntyBell::Core
  module Bench
    # How often each hand, leg, side, level and technique acts in one set. Feints are no contact and are counted apart.
    #
    #   Counts.of(combination, reading).strikes         # => 4
    #   Counts.of(combination, reading).times(71).by_hand # => {left: 142, right: 142}
    Counts = Value.of(:actions, :strikes, :feints, :hard, :by_hand, :by_leg, :by_limb, :by_side, :by_level,
      :by_technique, :by_contact, :by_pairing) do
      # `reading` gives the stance that left and right are named from; `setting` the drill's intensity.
      def self.of(combination, reading = Notation::Reading.new, setting = Flow::Setting.new)
        strikes = combination.actions.select(&:contact?)
        new(actions: combination.actions.size, strikes: strikes.size,
          feints: combination.actions.count { |action| action.own? && action.feint },
          hard: strikes.count { |action| Flow::Force.hard?(action, setting) },
          by_hand: left_and_right(strikes, :hand, reading), by_leg: left_and_right(strikes, :leg, reading),
          by_limb: tally(["lead hand", "rear hand", "lead leg", "rear leg"],
            strikes) { |action| "#{action.side} #{action.technique.limb}" },
          by_side: tally(%i[lead rear], strikes, &:side), by_level: tally(%i[head body leg], strikes, &:level),
          by_technique: strikes.map { |action| action.technique.id }.tally,
          by_contact: by_contact(combination, strikes), by_pairing: by_pairing(combination))
      end

      def self.left_and_right(strikes, limb, reading)
        tally(%i[left right], strikes.select { |action| action.technique.limb == limb }) do |action|
          reading.hand_of(action.side, :self)
        end
      end
      private_class_method :left_and_right

      def self.by_contact(combination, strikes)
        {contact: strikes.size, feint: combination.actions.count { |action| action.own? && action.feint }}
      end
      private_class_method :by_contact

      # Kicks and knees right after a hand or an elbow: of the other side (cross-body) or of the same.
      def self.by_pairing(combination)
        pairs = combination.actions.each_cons(2).select do |one, two|
          one.contact? && two.contact? && one.technique.arm_strike? && two.technique.limb == :leg
        end
        tally(%i[cross_body same_side], pairs) { |one, two| (one.side == two.side) ? :same_side : :cross_body }
      end
      private_class_method :by_pairing

      # No strikes at all.
      def self.none = @none ||= of(Combination.new([]))

      def self.tally(keys, actions, &) = keys.to_h { |key| [key, 0] }.merge(actions.map(&).tally)
      private_class_method :tally

      # The two added up, key by key.
      def +(other)
        return other if equal?(Counts.none)
        return self if other.equal?(Counts.none)
        Counts.new(**members.to_h { |member| [member, add(self[member], other[member])] })
      end

      # The counts of `sets` sets.
      def times(sets)
        Counts.new(**to_h.transform_values { |value|
          value.is_a?(Hash) ? value.transform_values { |n| n * sets } : value * sets
        })
      end

      private

      def add(one, two) = one.is_a?(Hash) ? one.merge(two) { |_, a, b| a + b } : one + two
    end
  end
end
