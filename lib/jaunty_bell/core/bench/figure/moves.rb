require "yaml"

module JauntyBell::Core
  module Bench
    module Figure
      # What the body does in a technique, from moves.yml: its family's ways, and where it differs.
      module Moves
        SHIPPED = YAML.safe_load_file(File.join(__dir__, "moves.yml")).freeze
        PHASES = %w[load through contact recover].freeze

        class << self
          # {limb:, load: {…}, through: {…}, contact: {…}, recover: {…}}, those that there are. One of a club's own
          # moves as its family does, by its plane where its family has many.
          def of(technique) = (@of ||= {})[[technique.id, technique.family, technique.plane]] ||= made(technique)

          private

          def made(technique)
            family = SHIPPED["families"].fetch(technique.family, {})
            own = SHIPPED["techniques"][technique.id] || SHIPPED["techniques"][like(technique)] || {}
            phases = PHASES.select { |phase| family[phase] || own[phase] }
              .to_h { |phase| [phase.to_sym, symbols((family[phase] || {}).merge(own[phase] || {}))] }
            {limb: (own["limb"] || family["limb"])&.to_sym, **phases}.freeze
          end

          # The shipped one that a club's own is drawn as.
          def like(technique)
            {"punch" => {straight: "cross", round: "hook", rising: "uppercut", falling: "overhand", pushing: "cross"},
             "elbow" => {straight: "spear-elbow", round: "horizontal-elbow", rising: "rising-elbow",
                         falling: "falling-elbow"},
             "kick" => {straight: "front-kick", round: "round-kick", rising: "rising-round-kick", falling: "axe-kick",
                        pushing: "push-kick"},
             "knee" => {straight: "straight-knee"}}.dig(technique.family, technique.plane)
          end

          def symbols(facts)
            facts.to_h { |name, value|
              [name.to_sym, value.is_a?(String) ? value.to_sym : value]
            }.freeze
          end
        end
      end
    end
  end
end
