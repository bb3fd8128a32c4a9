module JauntyBell
  module Files
    # How one card differs from another, as sentences for people and as data.
    module DifferenceJson
      CLOCKED = %i[work rest explain].freeze
      WORDS = {swap: :swaps, rung: :rungs, beginners: :rungs, ahead: :rungs}.freeze # said by their names

      # From a Core::Card::Difference.
      def self.of(difference)
        difference.changes.map do |change|
          {kind: change.kind, title: change.title, before: change.before, after: change.after,
           fields: change.fields.map { |field, (was, is)|
             {name: Core::Lexicon::Plain.name(:fields, field), was: said(field, was), is: said(field, is)}
           }}
        end
      end

      def self.said(field, value)
        return Core::Words.clock(value) if CLOCKED.include?(field)
        kind = WORDS[field]
        return Core::Lexicon::Plain.name(kind, value).downcase if kind && value
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
