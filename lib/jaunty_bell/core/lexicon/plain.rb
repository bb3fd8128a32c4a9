module JauntyBell::Core
  module Lexicon
    # What a coach reads in place of our own short words (plain.yml).
    #
    #   Plain.name(:swaps, "even") # => "Half the round each"
    module Plain
      # The name of a word of a kind (:rungs, :manners, :swaps, :fields or :rules); the word itself where it has none.
      def self.name(kind, word)
        said = of(kind)[word.to_s]
        said.is_a?(Hash) ? said.fetch("name") : said || word.to_s
      end

      # How a combination is done at a rung: "on the clock".
      def self.at(rung) = of(:rungs).fetch(rung.to_s).fetch("at")

      # {word => its name, or {"name", "means"}}
      def self.of(kind) = Shipped.plain.fetch(kind.to_s)
    end
  end
end
