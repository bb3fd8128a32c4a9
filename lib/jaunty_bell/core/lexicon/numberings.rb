module JauntyBell::Core
  module Lexicon
    # The numbering schemes that ship, by id.
    module Numberings
      def self.all
        @all ||= Shipped.schools.fetch("numberings").map { |entry| Numbering.new(entry, Techniques.default) }.freeze
      end

      # The scheme with this id. Raises InvalidInput if there is none.
      def self.[](id)
        all.find { |numbering| numbering.id == id } or
          raise InvalidInput.new("There is no numbering scheme \"#{id}\". Known: #{all.map(&:id).join(", ")}.",
            path: "scheme")
      end
    end
  end
end
