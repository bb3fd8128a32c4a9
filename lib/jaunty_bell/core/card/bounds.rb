module JauntyBell::Core
  module Card
    # How the parts of a card refuse what is out of reason: with the path of the field under `at` ("blocks/0/rounds/2").
    module Bounds
      private

      def whole?(value, least, most) = value.is_a?(Integer) && value.between?(least, most)

      def within(at, field, value, least, most, says)
        refuse(at, field, "#{says}; this is #{value}.") unless whole?(value, least, most)
      end

      def on_the_effort_scale(at, value)
        unless value.is_a?(Numeric) && Book::Effort::RATINGS.cover?(value)
          refuse(at, "effort", "Planned effort goes from 0 to 10; this is #{value}.")
        end
      end

      def refuse(at, field, message) = raise(InvalidInput.new(message, path: "#{at}/#{field}"))
    end
  end
end
