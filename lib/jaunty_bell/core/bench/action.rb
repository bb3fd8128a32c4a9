module JauntyBell::Core
  module Bench
    # One technique in a combination with its side, level and modifiers.
    #
    #   by         :self or :partner (what the partner does, sides from the partner's stance)
    #   side       :lead, :rear or nil; always the stance of entry, whatever the feet do meanwhile. As it is named it
    #              may
    #              be :front or :back: a number's hand, after the feet have changed (Footing)
    #   level      :head, :body, :leg or nil
    #   spot       the place on the leg that is meant, :calf or :thigh, or nil
    #   on         what of theirs is taken hold of: :head, :hand, :"lead hand", :"rear hand", or nil
    #   force      :touch, :light, :hard or nil (as the drill says)
    #   recovery   how a kick or knee comes back: :back, :down, :forward, :around; nil for the rest
    #   distance   centimetres a step goes, where they are written; nil for the usual
    #   with       a step or defence done at the same time, as an Action, or nil
    Action = Value.of(:technique, side: nil, level: nil, by: :self, feint: false, force: nil,
      recovery: nil, with: nil, spot: nil, on: nil, distance: nil) do
      def partner? = by == :partner

      def own? = by == :self

      def pause? = technique.pause?

      # A technique that lands, or a feint of one.
      def strike? = technique.strike?

      # A strike of ours meant to touch its target.
      def contact? = own? && strike? && !feint

      # What makes it this action, apart from how hard it is thrown.
      def identity = [technique.id, side, level, by, feint, recovery, with&.identity, spot, on]

      # The same action with lead for rear and rear for lead, where the technique allows it; jab and cross change
      # places.
      def other_side(techniques = Lexicon::Techniques.default)
        return self unless side
        other = (side == :lead) ? :rear : :lead
        return but(side: other) if technique.two_sided?
        partner = {"jab" => "cross", "cross" => "jab"}[technique.id]
        partner ? but(technique: techniques[partner], side: other) : self
      end

      def to_data
        {"technique" => technique.id, "side" => side&.to_s, "level" => level&.to_s, "by" => (by.to_s if partner?),
         "feint" => (true if feint), "force" => force&.to_s, "recovery" => recovery&.to_s,
         "spot" => spot&.to_s, "on" => on&.to_s, "distance" => distance,
         "with" => with&.to_data}.compact
      end

      # Back from #to_data (string keys). Raises InvalidInput for a technique the lexicon lacks.
      def self.from_data(data, techniques)
        symbols = data.slice("side", "level", "force", "recovery", "spot", "on").to_h { |key, value|
          [key.to_sym, value.to_sym]
        }
        new(technique: techniques[data.fetch("technique")], by: data.fetch("by", "self").to_sym,
          distance: data["distance"],
          feint: data.fetch("feint", false), with: data["with"] && from_data(data["with"], techniques), **symbols)
      end
    end

    class Action
      DISTANCES = (5..1_000) # cm a step may be written to go
    end
  end
end
