module JauntyBell::Core
  module Bench
    module Flow
      # Takes a body through the actions of a combination with the state of section 5 and asks every rule at each. What
      # the rules look at beside the Visit: what has been found so far, and the whole of what is walked.
      class Walker
        attr_reader :combination, :setting, :stance, :findings

        # Hands that are out when the set ends, as sides.
        attr_reader :hands_left_out

        # `stance` matters only where it is :square (both sides start fully wound).
        def initialize(combination, setting, stance)
          @combination = combination
          @setting = setting
          @stance = stance
          @findings = []
          @told = [] # ids of the rules told once that have spoken
          @first = actions.index(&:contact?)
          @of_contact, @of_else = Array.new(2) { {}.compare_by_identity } # technique => the rules asked of it
          walk
          Rules.whole.each { |rule| rule.check(self) { |finding| note(finding) } }
        end

        def actions = combination.actions

        def own_actions = @own_actions ||= actions.select { |action| action.own? && !action.pause? }

        # Without what is taught so here.
        def open_findings = findings.reject(&:taught)

        protected

        def contact_before?(index) = !@first.nil? && @first < index

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

        private

        # The Visit of the action at `index`, judged; the body is as it leaves it.
        def visit(index, previous, seam: false)
          action = actions[index]
          band_before = @body.band
          stand(action, combination.fronts[index])
          striking = action.own? && action.strike?
          gap = @body.reach(action.technique) if action.contact?
          seen = Visit.new(index, action, previous, @body.lead, @body.rear, @body.band, gap, @body.out, @body.from_far,
            index == @first && !seam, seam, false, nil, 0r, nil, band_before, @body.front)
          judge(seen)
          @body.spend_load
          @body.front = combination.fronts[index + 1] if striking
          striking ? @body.strike(action) : @body.apply(action)
          seen.after = [@body.lead, @body.rear, @body.band, @body.out]
          seen
        end

        # The set is over: the hands stay where they are. Where one set runs into the next, the Visit of its first
        # action.
        def finish(previous)
          @hands_left_out = @body.out
          visit(0, previous, seam: true) if setting.seam
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
          first_of, each_action = asked(visit.technique, visit.contact?)
          visit.weak = @findings.last.weak? if first_of.any? { |rule| hear(rule, visit) }
          each_action.each { |rule| hear(rule, visit) }
        end

        def asked(technique, contact)
          (contact ? @of_contact : @of_else)[technique] ||= Rules.of(technique, contact)
        end

        # Whether the rule had something to say.
        def hear(rule, visit)
          return false if rule.once? && @told.include?(rule.id)
          before = @findings.size
          rule.check(visit, self) { |finding| note(finding) }
          return false if @findings.size == before
          @told += [rule.id] if rule.once?
          true
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
      end
    end
  end
end
