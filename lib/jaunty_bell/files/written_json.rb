module JauntyBell
  module Files
    # A line that was written on a card, as JSON-ready data: how it was read and the round it makes, or what is wrong.
    module WrittenJson
      # From a Core::Card::Written::Line, or the InvalidInput of one that could not be read.
      def self.of(line)
        return {kind: nil, block: nil, said: nil, round: nil, problem: line.message} if line.is_a?(Exception)
        {kind: line.kind, block: line.block, said: line.said, round: whole(line.round), problem: nil}
      end

      # A round with all its fields.
      def self.whole(round) = {**Core::Card::Data.new_round(round["title"]), **round}
      private_class_method :whole
    end
  end
end
