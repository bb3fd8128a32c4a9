module JauntyBell::Core
  module Bench
    module Flow
      # One rule of the house model. A rule has a stable id, says why in a sentence a student would understand, and
      # proposes mends; only those the walk has tried are ever offered.
      class Rule
        class << self
          attr_reader :id

          # Names the rule: `rule "half-wound"`.
          def rule(id) = @id = id
        end

        # Proposals as [label, combination] for one of this rule's findings, best first. None by default.
        def mends(_finding, _walk) = []

        # The action whose link to the one before this rule's fault at `index` cuts; nil where it cuts none.
        def cuts(_index) = nil

        private

        def finding(severity, at, reason, seam: false)
          Finding.new(rule: self.class.id, severity: severity, at: at, reason: reason, seam: seam)
        end

        def technique(id) = Lexicon::Techniques.default[id]

        # An action of this technique on a side (its default side if none is given).
        def act(id, side = nil, **modifiers)
          known = technique(id)
          Action.new(technique: known, side: side || known.side, level: known.level,
            recovery: known.leg_strike? ? :back : nil, **modifiers)
        end

        def name(action) = Notation::Speech.new.action(action)

        def other(side) = Lexicon::Answers.other(side)
      end
    end
  end
end
