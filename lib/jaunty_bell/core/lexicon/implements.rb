module JauntyBell::Core
  module Lexicon
    # The implements a club may train on, by id.
    module Implements
      # All of them, in the order of implements.yml.
      def self.all
        @all ||= Shipped.implements.fetch("implements").map { |entry|
          Implement.new(**entry.transform_keys(&:to_sym))
        }.freeze
      end

      # The implement with this id. Raises InvalidInput if there is none.
      def self.[](id)
        @by_id ||= all.to_h { |implement| [implement.id, implement] }
        @by_id.fetch(id) do
          raise InvalidInput.new("There is no implement \"#{id}\". Known: #{all.map(&:id).join(", ")}.",
            path: "implement")
        end
      end
    end
  end
end
