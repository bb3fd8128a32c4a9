module JauntyBell::Core
  # Immutable values: keyword structs that insist on every member without a default and freeze themselves.
  #
  #   Pad = Value.of(:name, side: :lead)
  #   Pad.new(name: "long pad").side       # => :lead
  #   Pad.new(name: "long pad").but(side: :rear)
  module Value
    # Members without defaults as positional symbols, members with defaults as keywords. Returns a Struct class.
    def self.of(*required, **optional, &body)
      type = Struct.new(*required, *optional.keys, keyword_init: true)
      type.const_set(:REQUIRED, required.freeze)
      type.const_set(:OPTIONAL, optional.freeze)
      type.include(Methods)
      type.class_eval(&body) if body
      type
    end

    module Methods
      def initialize(**given)
        full = (given.size == size) ? given : self.class::OPTIONAL.merge(given)
        if full.size < size
          raise ArgumentError, "#{self.class.name} needs #{(self.class::REQUIRED - given.keys).join(", ")}"
        end
        super(**full)
        freeze
      end

      # The same value with some members changed.
      def but(**changes) = self.class.new(**to_h, **changes)
    end
  end
end
