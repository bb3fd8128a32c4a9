module JauntyBell::Core
  module Lexicon
    # What a new club may begin with, by discipline: combinations, drills and cards to start from, as they are written
    # in starter.yml.
    #
    #   Starter.of(%w[boxing juniors]).combinations # => [{"name" => "First knock", "notation" => "1", …}, …]
    class Starter
      # {id => {"name", "says"}} of every discipline, in order.
      def self.disciplines
        @disciplines ||= facts.fetch("disciplines").values.to_h { |each| [each["id"], each] }.freeze
      end

      def self.facts = Shipped.starter
      private_class_method :facts

      # Raises InvalidInput for what is no discipline of ours, or none at all.
      def self.of(ids)
        raise InvalidInput.new("Choose a discipline at least.", path: "disciplines") if ids.empty?
        ids.each do |id|
          next if disciplines.key?(id)
          raise InvalidInput.new("\"#{id}\" is no discipline here: choose from #{disciplines.keys.join(", ")}.",
            path: "disciplines")
        end
        new(facts, ids)
      end

      attr_reader :combinations, :drills, :cards

      def initialize(facts, ids)
        letters = facts.fetch("disciplines").select { |_, each| ids.include?(each["id"]) }.keys
        @combinations, @drills, @cards = %w[combinations drills cards].map do |list|
          facts.fetch(list).select { |each| letters.any? { |letter| each["of"].include?(letter) } }
            .map { |each| each.except("of") }
        end
        freeze
      end
    end
  end
end
