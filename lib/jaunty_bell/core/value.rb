module JauntyBell::Core
  # Immutable values: keyword structs that insist on every member without a default and freeze themselves.
  #
  #   Pad = Value.of(:name, side: :lead)
  #   Pad.new(name: "long pad").side       # => :lead
  #   Pad.new(name: "long pad").but(side: :rear)
  module Value
    # Members without defaults as positional symbols, members with defaults as keywords. Returns a Struct class.
    def self.of(*required, **optional, &body)
      type = Struct.new(*required, *optional.keys)
      type.const_set(:REQUIRED, required.freeze)
      type.const_set(:OPTIONAL, optional.freeze)
      type.const_set(:MEMBERS, type.members.freeze)
      type.include(Methods)
      type.class_eval(&body) if body
      type
    end

    # Some pages make tens of thousands: the members are handed on in their order, which is cheaper than by name.
    module Methods
      def initialize(**given)
        names = self.class::MEMBERS
        full = (given.size == names.size) ? given : self.class::OPTIONAL.merge(given)
        Value.refuse(self.class, given) if full.size != names.size
        super(*full.fetch_values(*names) { Value.refuse(self.class, given) })
        freeze
      end

      # The same value with some members changed.
      def but(**changes) = self.class.new(**to_h, **changes)
    end

    def self.refuse(type, given)
      missing, unknown = type::REQUIRED - given.keys, given.keys - type::MEMBERS
      wrong = [("needs #{missing.join(", ")}" if missing.any?), ("has no #{unknown.join(", ")}" if unknown.any?)]
      raise ArgumentError, "#{type.name} #{wrong.compact.join(" and ")}"
    end
  end
end
