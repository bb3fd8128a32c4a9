module JauntyBell::Core
  module Card
    # An ordered list of things done one after another, each with its time: a warm-up, a stretch, a burn-out. One round
    # of a card, kept on the shelf under a name.
    #
    #   Flow.checked("Warm in five", [Phase.new(name: "hip circles", seconds: 30, sides: true)]).seconds # => 60
    Flow = Value.of(:phases) do
      # Raises InvalidInput for a list that cannot be followed: none or too many in it, one without a time.
      def self.checked(phases)
        if phases.empty?
          raise InvalidInput.new("A flow needs something to do in it: write the first with its time.", path: "phases")
        end
        if phases.size > MOST_PHASES
          raise InvalidInput.new("A flow holds at most #{MOST_PHASES}; this has #{phases.size}. Make two of it.",
            path: "phases")
        end
        phases.each_with_index do |phase, i|
          phase.checked("phases/#{i}")
          next if phase.seconds
          raise InvalidInput.new("\"#{phase.name}\" has no time: say how long it takes.", path: "phases/#{i}/seconds")
        end
        total = phases.sum(&:lasts)
        if total > LONGEST_ROUND
          raise InvalidInput.new("This takes #{Words.clock(total)}; a round lasts an hour at most.", path: "phases")
        end
        new(phases: phases.freeze)
      end

      # Whole seconds of all of it.
      def seconds = phases.sum(&:lasts)

      # What has to be at hand.
      def gear = exercises.flat_map(&:gear).uniq

      # What can hurt in it.
      def cautions = Words.sentences(exercises.flat_map(&:cautions))

      private

      def exercises = phases.filter_map(&:exercise)
    end
  end
end
