module JauntyBell::Core
  module Book
    # How hard a session was for one student, and what it adds to their load.
    #
    # Load = effort × minutes: session rating of perceived exertion on a 0–10 scale, the student's own (Foster et al.,
    # 2001, A new approach to monitoring exercise training, J Strength Cond Res 15:109–115).
    class Effort
      RATINGS = (0..10)
      MINUTES = (0..360)

      # In the words a student chooses from, at each whole rating.
      WORDS = ["nothing at all", "very easy", "easy", "moderate", "somewhat hard", "hard",
        "hard to very hard", "very hard",
        "very, very hard", "nearly all I have", "all I have"].freeze

      # Of what was said of one student's class, what counts: what they told themselves, then their word as a coach
      # wrote it down, then a coach's estimate; of two alike the later. `said` are hashes with :by_student,
      # :estimated, :at (Time) and :id.
      def self.counting(said) = said.min_by { |each| [rank(each), -each[:at].to_r, each[:id]] }

      def self.rank(said)
        return 0 if said[:by_student]
        said[:estimated] ? 2 : 1
      end
      private_class_method :rank

      attr_reader :rating, :minutes

      # Raises InvalidInput for a rating off the scale or minutes out of reason.
      def initialize(rating, minutes)
        unless rating.is_a?(Numeric) && RATINGS.cover?(rating)
          raise InvalidInput.new("Effort goes from 0 to 10; this is #{rating}.", path: "effort")
        end
        unless minutes.is_a?(Numeric) && MINUTES.cover?(minutes)
          raise InvalidInput.new("Minutes go from 0 to #{MINUTES.max}; this is #{minutes}.", path: "minutes")
        end
        @rating = rating
        @minutes = minutes
        freeze
      end

      def load = rating * minutes

      def words = WORDS[rating.round]
    end
  end
end
