module JauntyBell
  module Files
    # How one card differs from another, as sentences for people and as data.
    module DifferenceJson
      NAMES = {work: "work", rest: "rest", explain: "explaining", rung: "rung", effort: "effort",
               intensity: "intensity", contact: "contact", swap: "swap", every: "turns", repeat: "times",
               implement: "on", both_sides: "both sides", tempo: "tempo", pause: "pause", reps: "repetitions",
               beginners: "beginners", ahead: "ahead", title: "title", block: "block", what: "what"}.freeze
      CLOCKED = %i[work rest explain].freeze

      # From a Core::Card::Difference.
      def self.of(difference)
        difference.changes.map do |change|
          {kind: change.kind, title: change.title, before: change.before, after: change.after,
           fields: change.fields.map { |field, (was, is)|
             {name: NAMES.fetch(field), was: said(field, was), is: said(field, is)}
           }}
        end
      end

      def self.said(field, value)
        return Core::Card::Words.clock(value) if CLOCKED.include?(field)
        case value
        when nil then "as usual"
        when true then "yes"
        when false then "no"
        when Rational then value.to_f.to_s
        else value.to_s
        end
      end
      private_class_method :said
    end
  end
end
