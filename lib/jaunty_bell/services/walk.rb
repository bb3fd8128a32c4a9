module JauntyBell
  module Services
    # The way from an empty club to its first class: its steps, which of them are done because what they are about is
    # there, and which were passed over. It ends by itself when a class has been held, or when somebody puts it away.
    class Walk
      STEPS = %w[groups hall closures taught shelf students coaches class].freeze

      def initialize(club)
        @club = club
      end

      # Whether there is a walk at all.
      def on? = !opening.nil? && !opening["away"] && !held?

      # [{id:, done:, passed:}] in order.
      def steps =
        STEPS.map { |step| {id: step, done: send(:"#{step}?"), passed: passed.include?(step)} }

      # The step to go on with, or nil.
      def next_step = steps.find { |step| !step[:done] && !step[:passed] }&.fetch(:id)

      # That a step is left behind, done or not. Raises Core::InvalidInput.
      def pass(step)
        unless STEPS.include?(step)
          raise Core::InvalidInput.new("\"#{step}\" is no step: #{STEPS.join(", ")}.", path: "passed")
        end
        keep(opening.to_h.merge("passed" => passed | [step]))
      end

      def put_away = keep(opening.to_h.merge("away" => true))

      # Begins it once more, from the first step that is not done.
      def take_up = keep({})

      private

      def opening = @opening ||= @club.people.club[:opening]&.to_h

      def passed = opening.to_h.fetch("passed", [])

      def keep(facts)
        @club.people.keep_opening(facts)
        @opening = nil
      end

      def counts = @counts ||= @club.people.counts

      def groups? = counts[:hours].positive?

      def hall? = settings.hall.positive? || settings.rooms.any? || settings.kit.any?

      def closures? = counts[:closures].positive?

      # What is taught has defaults that may well be meant: it is done when somebody has looked.
      def taught? = passed.include?("taught")

      def shelf? = counts[:combinations].positive?

      def students? = counts[:students].positive?

      def coaches? = (counts[:accounts] + counts[:invitations]) > 1

      def class? = held?

      def held? = counts[:held].positive?

      def settings = @club.school.settings
    end
  end
end
