require "json"

module JauntyBell::Core
  module Bench
    # How a combination is drawn as an unrolled hand wrap: where each mark stands and which shape it has. Screen, paper
    # and file only draw what is said here, with the shapes of wrap.json.
    #
    #   Wrap.places(analysis).first # => Place(starts: 0, middle: 0.2143, ends: 0.4286, out: -0.72, mark: Mark("bar",
    #     …), …)
    #
    # Times are seconds at the analysis' tempo. `out` is how far from the seam, in halves of the cloth: less than 0
    # above it, on the lead side; more below, on the rear side.
    module Wrap
      # {name => path about the origin, outward is up}
      SHAPES = JSON.parse(File.read(File.expand_path("wrap.json", __dir__))).freeze
      FROM_SEAM = {head: 0.72, body: 0.46, leg: 0.2}.freeze
      EDGE = 0.98 # where a defence is a notch
      PARTNER = 1.3 # under the band
      SIZES = {touch: 0.72, light: 0.86, hard: 1.14}.freeze # by force
      STRIKES = {"elbow" => "diamond", "knee" => "peak", "kick" => "blade"}.freeze # by family; other strikes by plane
      PLANES = {round: "crescent", rising: "tick", falling: "tick"}.freeze
      LEANING = "rotate(-42)" # of a kick that does not come round
      DOWNWARD = "scale(1 -1)"

      # `shape` a name in SHAPES; `line` and `fill` name a colour (lead, rear, defence, step, partner, ink), `fill` may
      # be cloth or none; `width` of the line in units of the shape; `turn` an SVG transform or ""; `dashed` for a
      # feint.
      Mark = Value.of(:shape, :line, :fill, width: 4, turn: "", dashed: false)
      # `pin` [out, Mark] of what is done with it, or nil; `thread` from the one before: whole, slack, cut, or nil where
      # there is none.
      Place = Value.of(:starts, :middle, :ends, :out, :mark, :pin, :thread)

      class << self
        # One Place for each action.
        def places(analysis)
          second = 60 / analysis.tempo.to_r
          visits, links = analysis.walk.visits, analysis.links
          visits.map do |visit|
            starts = visit.starts_at * second
            room = (visits[visit.index + 1]&.starts_at&.*(second) || analysis.set_time) - starts
            ends = starts + [Flow::Walk.beats_of(visit.action) * second, room].min
            before = visits[visit.index - 1].action if visit.index.positive?
            Place.new(starts: starts, middle: (starts + ends) / 2, ends: ends, out: out(visit.action),
              mark: mark(visit.action), pin: pin(visit.action),
              thread: (links[visit.index] if before && [before, visit.action]
              .none? { |action| action.by == :partner || action.technique.family == "pause" }))
          end
        end

        private

        def out(action)
          return PARTNER if action.by == :partner
          place(action.technique.family, action.side, action.level)
        end

        def place(family, side, level)
          away = (side == :rear) ? 1 : -1
          case family
          when "step", "pause" then 0
          when "defence" then side ? away * EDGE : 0
          when "hand control" then side ? away * FROM_SEAM[:body] : 0
          else away * FROM_SEAM.fetch(level || :head)
          end
        end

        def pin(action)
          with = action.with or return
          [place(with.technique.family, with.side, nil),
            (with.technique.family == "step") ? step(with.technique.id) : defence(with.side)]
        end

        def mark(action)
          case action.technique.family
          when "step" then step(action.technique.id)
          when "defence" then (action.by == :partner) ? defence(nil, line: "partner") : defence(action.side)
          when "hand control" then Mark.new(shape: "control", **coloured(action), width: 3.5)
          when "pause" then Mark.new(shape: "pause", line: "none", fill: "ink")
          else strike(action)
          end
        end

        # Stitches along the seam, leaning the way the body goes, crossed where the feet change place.
        def step(id)
          shape = if id == "pivot" then "pivot"
          elsif %w[switch walk-up].include?(id) then "change of feet"
          else id.end_with?("out") ? "step back" : "step"
          end
          Mark.new(shape: shape, line: "step", fill: "none", width: 4.5)
        end

        # A notch in the edge it moves to; one without a side is a notch at the seam.
        def defence(side, line: "defence")
          Mark.new(shape: side ? "notch" : "notch at the seam", line: line, fill: "cloth",
            turn: (side == :rear) ? DOWNWARD : "")
        end

        # Open on the lead side, solid on the rear side, broken for a feint; larger the harder it is.
        def strike(action)
          kick, plane = action.technique.family == "kick", action.technique.plane&.to_sym
          shape = STRIKES[action.technique.family] || PLANES.fetch(plane, "bar")
          size = SIZES[action.force&.to_sym]
          turns = [(DOWNWARD if action.side == :rear), size && "scale(#{size})", (LEANING if kick && plane != :round),
            (DOWNWARD if shape == "tick" && plane == :falling)]
          colours = coloured(action)
          Mark.new(shape: shape, line: colours[:line], fill: action.feint ? "none" : colours[:fill],
            width: (size == SIZES[:hard]) ? 5.5 : 4, turn: turns.compact.join(" "), dashed: !!action.feint)
        end

        def coloured(action)
          line = (action.by == :partner) ? "partner" : action.side&.to_s || "ink"
          {line: line, fill: (action.side == :rear) ? line : "cloth"}
        end
      end
    end
  end
end
