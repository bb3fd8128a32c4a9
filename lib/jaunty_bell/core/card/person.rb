module JauntyBell::Core
  module Card
    # A student as a card needs to know them.
    Person = Value.of(:id, :name, stance: :orthodox, level: nil, holds: [].freeze)
  end
end
