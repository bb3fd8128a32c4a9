module JauntyBell::Core
  module Bench
    # A run of a combination written once and done several times: (1-2)x3.
    Repeat = Value.of(:items, :times) do
      def to_data = {"repeat" => items.map(&:to_data), "times" => times}
    end
  end
end
