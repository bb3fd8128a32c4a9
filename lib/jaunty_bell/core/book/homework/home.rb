module JauntyBell::Core
  module Book
    class Homework
      # What there is where homework is done.
      #
      #   have   of THINGS: what may be used; a bag is hit with gloves on, or not at all
      #   room   "spot" (an arm's length round), "mat" (to lie down) or "lane" (a few steps each way)
      #   quiet  neighbours below: no jumps and nothing that lands hard
      Home = Value.of(have: [].freeze, room: "mat", quiet: false) do
        # From plain data with string keys; what is not said is as usual.
        def self.of(data) = new(**data.slice("have", "room", "quiet").transform_keys(&:to_sym))

        # Raises InvalidInput.
        def checked
          unknown = have - Homework::THINGS
          if unknown.any?
            raise InvalidInput.new("\"#{unknown.first}\" is nothing homework is made for. Choose from: " \
              "#{Homework::THINGS.join(", ")}.", path: "have")
          end
          unless ROOMS.include?(room)
            raise InvalidInput.new("\"#{room}\" is not a room. Choose from: #{ROOMS.join(", ")}.", path: "room")
          end
          self
        end

        def bag? = !quiet && (%w[bag gloves] - have).empty?

        def mirror? = have.include?("mirror")

        # Whether there is room to kick and to step.
        def kicks? = room != "spot"

        def steps? = room == "lane"

        # Exercise gear that is there.
        def gear = have.filter_map { |thing| Homework::GEAR[thing] }

        def rooms = ROOMS.take(ROOMS.index(room) + 1)
      end
    end
  end
end
