module JauntyBell::Core
  module Weeks
    # A student as a planner knows them.
    #
    #   keen       0–1, how likely they come to a class
    #   known      {[combination id, rung] => Book::Evidence}, what the Book says they own
    #   held_back  Care::Holds
    Learner = Value.of(:id, :name, keen: 0.8, known: {}.freeze, half_life: Book::Mastery::HALF_LIFE,
      held_back: [].freeze, stance: :orthodox) do
      # Rule of succession (Laplace): of `held` classes they came to so many.
      def self.keen(came, held) = (came + 1).fdiv(held + 2)

      # Whether somebody has not come for so long that nothing is planned for them: `last_came` a Date or nil, `classes`
      # how many their group has had lately.
      def self.away?(last_came, classes:, today:, days:)
        return classes >= self::UNSEEN if last_came.nil?
        classes.positive? && today - last_came > days
      end

      # How likely they are there and may do it on a day: a hold on anything in the way says no.
      def chance(on, combination)
        (held_back.any? { |hold| hold.on?(on) && in_the_way?(hold, combination) }) ? 0.0 : keen
      end

      private

      def in_the_way?(hold, combination)
        return true if hold.blocks.include?("all")
        limbs = hold.blocks & Care::LIMBS
        reading = Bench::Notation::Reading.new(stance: stance.to_sym)
        limbs.any? && combination.actions.any? { |action| limbs.include?(Care::Substitute.limb(action, reading)) }
      end
    end

    class Learner
      UNSEEN = 4 # classes; in fewer nobody has had the chance to be seen. Common practice, no source
    end
  end
end
