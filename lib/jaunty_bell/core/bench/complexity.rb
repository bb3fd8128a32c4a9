module JauntyBell::Core
  module Bench
    # How much a combination asks of a learner, on the product's own scale: for ordering and level, never shown as if
    # it had been measured. Source: the product's own book, section 5.
    module Complexity
      HALF = Rational(1, 2)
      DEFENCE = Rational(3, 4)
      PARTNER = Rational(3, 4)

      # Up to which complexity a combination is for which level: the product's own rule of thumb, to sort a shelf by.
      LEVELS = {"foundation" => 4, "building" => 8, "advanced" => Float::INFINITY}.freeze

      # "foundation", "building" or "advanced".
      def self.level(complexity) = LEVELS.find { |_, most| complexity <= most }.first

      # A Rational, from a walked combination.
      def self.of(walk)
        strikes = walk.visits.select { |visit| visit.action.own? && visit.action.strike? }
        contacts = strikes.select(&:contact?)
        contacts.size + HALF * (changes(strikes) + bands(contacts) + families(contacts)) + movement(walk.actions)
      end

      def self.changes(strikes)
        strikes.each_cons(2).sum do |one, two|
          [one.action.side == two.action.side, one.action.level != two.action.level].count(true)
        end
      end

      def self.bands(contacts) = contacts.each_cons(2).count { |one, two| one.band != two.band }

      def self.families(contacts) = [contacts.map { |visit| visit.technique.family }.uniq.size - 1, 0].max

      def self.movement(actions)
        actions.sum do |action|
          next action.pause? ? 0 : PARTNER if action.partner?
          [action, action.with].compact.sum { |part| weight(part.technique) }
        end
      end

      def self.weight(technique)
        return 1 if technique.id == "switch"
        return DEFENCE if technique.defence?
        (technique.step? || technique.control?) ? HALF : 0
      end
      private_class_method :changes, :bands, :families, :movement, :weight
    end
  end
end
