module JauntyBell::Core
  module Bench
    module Flow
      # One rule of the house model. A rule has a stable id, says why in a sentence a student would understand, and
      # proposes mends; only those the walk has tried are ever offered.
      class Rule
        class << self
          attr_reader :id, :of, :contact, :once

          # Names the rule and says where it is asked: `rule "leg-target", of: :kick?, once: true`.
          #
          #   of        which techniques it speaks of: a question to one, or a Proc; nil for any
          #   contact   true for contact strikes of ours, false for all else, nil for either
          #   once      whether it is told where it first happens, and then no more
          def rule(id, of: nil, contact: true, once: false) =
            (@id, @of, @contact, @once = id, of&.to_proc, contact, once)
        end

        attr_reader :id, :once
        alias_method :once?, :once

        def initialize
          @id, @of, @contact, @once = self.class.then { |rule| [rule.id, rule.of, rule.contact, rule.once] }
        end

        # Whether it has anything to say of a technique, done as a contact strike of ours or not.
        def asked_of?(technique, contact)
          (@contact.nil? || @contact == contact) && (@of.nil? || @of.call(technique))
        end

        # Yields a label and a combination for each proposal against one of this rule's findings, best first. None by
        # default.
        def mends(_finding, _walk) = nil

        # The action whose link to the one before this rule's fault at `index` cuts; nil where it cuts none.
        def cuts(_index) = nil

        private

        def finding(severity, at, reason, seam: false)
          Finding.new(rule: id, severity: severity, at: at, reason: reason, seam: seam)
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
