module JauntyBell::Core
  module Bench
    module Flow
      module Rules
        # A strike on an implement that cannot take it.
        class WrongImplement < Rule
          rule "wrong-implement"

          def check(visit, walk)
            implement = walk.setting.implement
            return unless implement && !visit.seam && !implement.takes?(visit.technique)
            yield finding(:fault, visit.index,
              "A #{visit.technique.plain} does not belong on #{implement.name}#{instead(implement, visit.technique)}.")
          end

          private

          def instead(implement, technique)
            others = implement.stands_in.map { |id| Lexicon::Implements[id] }.select { |other| other.takes?(technique) }
            if others.empty?
              others = Lexicon::Implements.all.select { |other| other.hit? && !other.live && other.takes?(technique) }
            end
            others.empty? ? "" : "; take #{others.first(2).map(&:name).join(" or ")}"
          end
        end
      end
    end
  end
end
