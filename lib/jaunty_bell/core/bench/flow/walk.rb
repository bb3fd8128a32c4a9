module JauntyBell::Core
  module Bench
    module Flow
      # Walks the actions of a combination with the state of section 5 and asks every rule at each.
      class Walk
        LEVEL_CHANGE = Rational(1, 4) # beats, from one strike to the next at another level
        WEAK_LINK = Rational(1, 2) # beats
        DOWN = Rational(1, 2) # beats, a leg put down under the hip before it goes back
        SHORT = Rational(1, 2) # beats, a feint or what the partner does

        attr_reader :combination, :setting, :stance, :visits, :findings, :beats, :seam

        # `stance` matters only where it is :square (both sides start fully wound).
        def initialize(combination, setting = Setting.new, stance: :orthodox)
          @combination = combination
          @setting = setting
          @stance = stance
          @findings = []
          @visits = []
          walk
          Rules.whole.each { |rule| rule.check(self) { |finding| note(finding) } }
        end

        def actions = combination.actions

        def own_actions = @own_actions ||= actions.select { |action| action.own? && !action.pause? }

        # Finds in the order of the corner: faults, cautions, weak links, cues; within each along the combination.
        # What is taught so here stands last.
        def sorted_findings
          findings.sort_by.with_index { |finding, i| [finding.taught ? 1 : 0, finding.rank, finding.at || 0, i] }
        end

        # Without what is taught so here.
        def open_findings = findings.reject(&:taught)

        # Hands that are out when the set ends, as sides.
        def hands_left_out = @end_out

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
          @first = first_contact_index
          previous = nil
          actions.each_with_index { |action, index| @visits << (previous = visit(action, index, previous)) }
          @end_out = @body.out
          @seam = visit(actions.first, 0, previous, seam: true) if setting.seam
          @beats = @seam ? @clock - Walk.beats_of(actions.first) : @clock
        end

        # Long before any strike; else the longest band of the first strike, as it is after the opening steps.
        def starting_band
          return Body::INDEX.fetch(combination.opening) if combination.opening
          at = actions.index { |action| action.own? && action.strike? }
          return Body::LONG unless at
          longest = actions[at].technique.range.first
          goal = longest ? Body::INDEX.fetch(longest) : Body::LONG
          steps = actions[0...at].select { |action| action.own? && action.technique.step? } + [actions[at].with].compact
          goal - steps.sum { |step| {nearer: 1, further: -1}.fetch(step.technique.shifts, 0) }
        end

        def first_contact_index = actions.index(&:contact?)

        def visit(action, index, previous, seam: false)
          band_before = @body.band
          stand(action, combination.fronts[index])
          striking = action.own? && action.strike?
          gap = @body.reach(action.technique) if action.contact?
          seen = Visit.new(index, action, previous, @body.lead, @body.rear, @body.band, gap, @body.out, @body.from_far,
            index == @first && !seam, seam, false, nil, 0r, nil, band_before, @body.front)
          judge(seen)
          time(seen)
          @body.spend_load
          @body.front = combination.fronts[index + 1] if striking
          striking ? @body.strike(action) : @body.apply(action)
          seen.after = [@body.lead, @body.rear, @body.band, @body.out]
          seen
        end

        # As the feet stand for an action, after what is done with it.
        def stand(action, front)
          @body.front = front
          return unless action.with
          @body.apply(action.with)
          @body.front = Footing.other(front) if action.with.technique.changes_feet?
        end

        # What comes after a gap cannot be judged by what stood before it.
        def judge(visit)
          return if visit.before&.technique&.gap?
          return Rules.without_contact.each { |rule| hear(rule, visit) } unless visit.contact?
          standing = Rules.first_of.find { |rule| hear(rule, visit) }
          visit.weak = @findings.last.weak? if standing
          Rules.each_action.each { |rule| hear(rule, visit) }
        end

        # Whether the rule had something to say.
        def hear(rule, visit)
          before = @findings.size
          rule.check(visit, self) { |finding| note(finding) }
          @findings.size > before
        end

        def note(finding)
          taught = taught(finding.rule)
          @findings << (taught ? finding.but(taught: taught) : finding)
        end

        # Who teaches it so: the school or this combination.
        def taught(rule)
          return :school if setting.school.taught_so.key?(rule)
          :combination if combination.taught_so.key?(rule)
        end

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
