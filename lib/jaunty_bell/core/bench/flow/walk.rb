module JauntyBell::Core
  module Bench
    module Flow
      # Walks all the actions of a combination, one after the other in time.
      class Walk < Walker
        LEVEL_CHANGE = Rational(1, 4) # beats, from one strike to the next at another level
        WEAK_LINK = Rational(1, 2) # beats
        DOWN = Rational(1, 2) # beats, a leg put down under the hip before it goes back
        SHORT = Rational(1, 2) # beats, a feint or what the partner does

        # How far the walk had come before an action: the body then, how many findings there were, and the rules told
        # once that had spoken.
        Stage = Struct.new(:body, :found, :told)

        # `stages`: before each action.
        attr_reader :visits, :beats, :seam, :stages

        def initialize(combination, setting = Setting.new, stance: :orthodox) = super(combination, setting, stance)

        # Finds in the order of the corner: faults, cautions, weak links, cues; within each along the combination.
        # What is taught so here stands last.
        def sorted_findings
          findings.sort_by.with_index { |finding, i| [finding.taught ? 1 : 0, finding.rank, finding.at || 0, i] }
        end

        # What was found from the action at `index` on, up to the first of the next set; not what is said of the whole.
        def found_from(index) = findings[stages[index].found...@on_the_way]

        # The duration in beats of one action alone (with what is done with it).
        def self.beats_of(action)
          return SHORT if action.partner? || action.feint
          own = action.technique.beats
          own += DOWN if action.recovery == :down
          action.with ? [own, action.with.technique.beats].max : own
        end

        private

        def walk
          @body = Body.new(stance, starting_band)
          @clock = 0r
          @last_level = nil
          @visits = []
          @stages = []
          actions.each_index do |index|
            @stages << stage
            @visits << visit(index, @visits.last)
          end
          @seam = finish(@visits.last)
          @on_the_way = findings.size
          @beats = @seam ? @clock - Walk.beats_of(actions.first) : @clock
        end

        def stage = Stage.new(@body.dup, findings.size, @told)

        def visit(...) = super.tap { |seen| time(seen) }

        def time(visit)
          action = visit.action
          if action.own? && action.strike?
            visit.extra += LEVEL_CHANGE if @last_level && @last_level != action.level
            @last_level = action.level
          end
          visit.extra += WEAK_LINK if visit.weak
          visit.starts_at = @clock + visit.extra
          @clock = visit.starts_at + Walk.beats_of(action)
        end
      end
    end
  end
end
