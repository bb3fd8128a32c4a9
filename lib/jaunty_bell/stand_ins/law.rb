module JauntyBell
  module StandIns
    # How one invented squad learns, forgets, comes and is marked, as a file of squads says it (docs/formats.md). A
    # planner is told nothing of it.
    #
    #   learning      exponential, power, plateaus: what a class adds to what there is already
    #   interference  0–1, what practising one combination takes from another that begins alike
    #   memory        days in which what is new loses half its strength; `lasts_longer` by how much more each spaced
    #                 return makes it last
    #   keen          [least, most] of how likely somebody comes; `season` {week => factor} on that
    #   levels        [{share:, talent:, pace:, met:}]: parts of the squad that differ; `met` combinations half learned
    #   coaches       [{bias:}]: how mildly each marks, in logits
    #   join, leave   [{share:, week:}]
    Law = Core::Value.of(name: "usual", students: 12, learning: "exponential", interference: 0.0, memory: 14,
      lasts_longer: 1.4, keen: [0.55, 0.95].freeze, season: {}.freeze, levels: [{"share" => 1.0}.freeze].freeze,
      coaches: [{"bias" => 0.0}.freeze].freeze, join: [].freeze, leave: [].freeze) do
      # From data with string keys. Raises InvalidInput.
      def self.from_data(data)
        unknown = data.keys - members.map(&:to_s)
        raise Core::InvalidInput, "A squad has no \"#{unknown.first}\"." if unknown.any?
        new(**data.transform_keys(&:to_sym)).checked
      end

      # Raises InvalidInput.
      def checked
        unless self.class::LEARNING.key?(learning)
          raise Core::InvalidInput.new("Learning is one of #{self.class::LEARNING.keys.join(", ")}; this is " \
            "#{learning.inspect}.", path: "#{name}/learning")
        end
        unless students.is_a?(Integer) && students.between?(2, 60)
          raise Core::InvalidInput.new("A squad has from 2 to 60 students; this has #{students.inspect}.",
            path: "#{name}/students")
        end
        self
      end

      # Visible strength, in logits, of so much that was learned.
      def strength(learned) = self.class::LEARNING.fetch(learning).strength(learned)

      # What is left to learn of it at that strength, 0–1.
      def room(learned) = self.class::LEARNING.fetch(learning).room(learned)

      # The week a student (by order) is there from and to.
      def stay(order)
        from = joins(order, join) || -Float::INFINITY
        [from, joins(students - 1 - order, leave) || Float::INFINITY]
      end

      def level(order)
        upto = 0.0
        levels.find { |level| order < (upto += level["share"] * students).round } || levels.last
      end

      private

      def joins(order, list)
        upto = 0.0
        list.find { |part| order < (upto += part["share"] * students).round }&.fetch("week")
      end
    end

    class Law
      MOST = 4.5 # logits of strength that nobody passes

      # Each class leaves the same share of what is missing.
      module Exponential
        def self.strength(learned) = learned

        def self.room(learned) = [1 - learned / MOST, 0].max
      end

      # The more there is, the less a class adds, without an end (a power law of practice).
      module Power
        def self.strength(learned) = 1.25 * learned**0.55

        def self.room(_) = 1.0
      end

      # Steps: for some classes nothing is seen of what is learned.
      module Plateaus
        STEP = 1.1
        FLAT = 0.6 # of a step

        def self.strength(learned)
          whole, part = learned.divmod(STEP)
          STEP * whole + STEP * [(part / STEP - FLAT) / (1 - FLAT), 0].max
        end

        def self.room(learned) = [1 - learned / MOST, 0].max
      end

      LEARNING = {"exponential" => Exponential, "power" => Power, "plateaus" => Plateaus}.freeze
    end
  end
end
