require "cgi"

module JauntyBell
  module Files
    # A combination as a row of bodies: the guard, then each action as it lands; or one of them. Readable in grey as the
    # wrap is: the lead side is open, the rear side solid.
    class FigureSvg
      MOST = 8 # bodies in a row
      TALL = 172.0 # cm of a body in guard, to its crown
      GAP = 5.0 # points between two
      PAD = 9.0 # cm from the middle of a pad to its edge
      WORDS = 7.5 # points of a letter under a body, whatever the size of the bodies
      LETTER = 4.3 # points it is wide, at most
      LINE = 9.0 # points of a line of words
      SHORT = 8 # letters that stand on one line
      INK, SEAM, PLUM = "#20252B", "#B9AC92", "#6B3F69"
      LOOKS = {:lead => {fill: "#FFFCF5", edge: "#0B6660", thread: "#0B6660"},
               :rear => {fill: "#9A3B2B", edge: "#9A3B2B", thread: "#FBF6EA"},
               nil => {fill: "#FBF6EA", edge: INK, thread: "#D8CDB8"}}.freeze
      FROM_ABOVE = 30 # degrees of looking down from which on no line of the floor is drawn
      Body = Core::Value.of(:bands, :words, :target, :left, :right)

      # `analysis` a Core::Bench::Analysis; `height` and `within` (how wide it may be) in points: the bodies are as
      # large as both allow. `view` {"turn" => degrees, "tilt" => degrees} as of Core::Bench::Figure::Bands::VIEWS, else
      # the side that is open; `guard` whether it begins with that; `only` the index of the one action that is drawn.
      def initialize(analysis, height:, within: Float::INFINITY, view: nil, guard: true, only: nil)
        @analysis = analysis
        @guard = guard
        @only = only
        @lead = (analysis.walk.stance == :southpaw) ? :right : :left
        @view = view || open_side
        @foot = bodies.map { |body| body.words.size }.max * LINE + 4
        @scale = (height - @foot) / (ground - top)
        @scale *= 0.96 while width > within
      end

      # In points.
      def width = bodies.sum { |body| wide(body) } + GAP * (bodies.size - 1)

      def height = ((ground - top) * @scale + @foot).round(1)

      def to_s
        place = 0.0
        drawn = bodies.map do |body|
          begins, place = place, place + wide(body) + GAP
          placed(body, begins)
        end
        %(<svg xmlns="http://www.w3.org/2000/svg" width="#{n(width)}" height="#{height}" ) +
          %(viewBox="0 #{n(top * @scale)} #{n(width)} #{height}">) +
          %(<title>#{CGI.escapeHTML(Core::Bench::Notation.spoken(@analysis.combination))}</title>#{drawn.join}</svg>)
      end

      private

      # Points a body takes, with what is written under it.
      def wide(body) = [(body.right - body.left) * @scale, body.words.map(&:length).max * LETTER].max

      # Cm over the floor, upwards less than nothing: as high as somebody in guard, at least.
      def top = @top ||= [bands.map { |band| highest(band) }.min, (from_above? ? 0 : -TALL)].min - 4

      def highest(band) = [band.from[1], band.to[1]].min - band.radii.max

      # Where words begin, in cm under the floor.
      def ground
        return 0 unless from_above?
        @ground ||= bands.map { |band| [band.from[1], band.to[1]].max + band.radii.max }.max + 4
      end

      def from_above? = @view["tilt"] >= FROM_ABOVE

      def bands = bodies.flat_map(&:bands)

      # Of whose lead side is the right one it is the other.
      def open_side
        side = Core::Bench::Figure::Bands::VIEWS.fetch("side")
        (@lead == :right) ? side.merge("turn" => 270) : side
      end

      def bodies
        @bodies ||= begin
          poses = Core::Bench::Figure.of(@analysis.walk, @analysis.reading)
          labels = Core::Bench::Notation::Writer.new(@analysis.reading).labels(@analysis.combination)
          [(body(poses.first, "guard") if @guard && !@only), *(@only ? [@only] : shown).map { |i|
            body(poses.find { |pose| pose.action == i && pose.phase == :contact }, labels[i])
          }].compact
        end
      end

      # Where there are more than there is room for, strikes first.
      def shown
        own = @analysis.combination.actions.each_index.select { |i|
          action = @analysis.combination.actions[i]
          action.own? && !action.pause?
        }
        strikes = own.select { |i| @analysis.combination.actions[i].strike? }
        (own.size < MOST) ? own : (strikes + (own - strikes)).first(MOST - 1).sort
      end

      # Moved to where it begins, so that a body that has gone ahead stands no further off.
      def body(pose, label)
        bands = Core::Bench::Figure::Bands.of(pose.joints, @view)
        target = pose.target && Core::Bench::Figure::Bands.seen(pose.target, @view)
        xs = bands.flat_map { |band|
          [band.from, band.to].zip(band.radii).flat_map { |(x, _), radius| [x - radius, x + radius] }
        }
        Body.new(bands: bands, words: in_lines(label), target: target, left: xs.min,
          right: [xs.max, target ? target[0] + PAD : xs.min].max)
      end

      def placed(body, begins)
        middle = begins + wide(body) / 2
        aside = middle - (body.left + body.right) / 2 * @scale
        %(<g transform="translate(#{n(aside)} 0) scale(#{@scale.round(4)})">#{floor(body)}#{pad(body.target)}) +
          %(#{body.bands.map { |band| wound(band) }.join}</g>#{words(body, middle)})
      end

      def floor(body)
        return "" if from_above?
        %(<path d="M#{n(body.left)} 2H#{n(body.right)}" stroke="#{SEAM}" stroke-width="1.4"/>)
      end

      def words(body, middle)
        body.words.each_with_index.map do |line, i|
          %(<text x="#{n(middle)}" y="#{n(ground * @scale + LINE * (i + 1))}" font-size="#{WORDS}" ) +
            %(text-anchor="middle" fill="#{INK}">#{CGI.escapeHTML(line)}</text>)
        end.join
      end

      # On two lines where it is long: "rear low" over "kick".
      def in_lines(label)
        head, _, tail = label.rpartition(" ")
        (label.length > SHORT && !head.empty?) ? [head, tail] : [label]
      end

      def pad(target)
        return "" unless target
        x, y = target.map { |cm| n(cm) }
        %(<circle cx="#{x}" cy="#{y}" r="#{PAD}" fill="none" stroke="#{PLUM}" stroke-width="2.4"/>)
      end

      def wound(band)
        look = LOOKS.fetch(band.side && ((band.side == @lead) ? :lead : :rear))
        threads = windings(band)
        %(<path d="#{outline(band)}" fill="#{look[:fill]}" stroke="#{look[:edge]}" stroke-width="1.7"/>) +
          (threads.empty? ? "" : %(<path d="#{threads}" stroke="#{look[:thread]}" stroke-width="1.1" fill="none"/>))
      end

      # Two circles and what lies between them.
      def outline(band)
        (x, y), (to_x, to_y), (one, other) = band.from, band.to, band.radii
        far = Math.hypot(to_x - x, to_y - y)
        return circle(*((one > other) ? [x, y, one] : [to_x, to_y, other])) if far <= (one - other).abs
        way, off = Math.atan2(to_y - y, to_x - x), Math.acos((one - other) / far)
        point = ->(cx, cy, r, a) { "#{n(cx + r * Math.cos(a))} #{n(cy + r * Math.sin(a))}" }
        "M#{point.call(x, y, one, way + off)}A#{one} #{one} 0 #{(one > other) ? 1 : 0} 1 " \
          "#{point.call(x, y, one, way - off)}" \
          "L#{point.call(to_x, to_y, other, way - off)}A#{other} #{other} 0 #{(other > one) ? 1 : 0} 1 " \
          "#{point.call(to_x, to_y, other, way + off)}z"
      end

      def circle(x, y, r) = "M#{n(x - r)} #{n(y)}a#{r} #{r} 0 1 0 #{2 * r} 0a#{r} #{r} 0 1 0 #{-2 * r} 0z"

      # Across the band, each a little aslant.
      def windings(band)
        (x, y), (to_x, to_y), (one, other) = band.from, band.to, band.radii
        far = Math.hypot(to_x - x, to_y - y)
        return "" if band.windings.zero? || far < band.windings
        ux, uy = (to_x - x) / far, (to_y - y) / far
        count, slant = (far / band.windings).floor, band.windings * 0.3
        Array.new(count) do |i|
          t = (i + 0.5) / count
          r, cx, cy = (one + (other - one) * t) * 0.96, x + (to_x - x) * t, y + (to_y - y) * t
          "M#{n(cx - uy * r - ux * slant)} #{n(cy + ux * r - uy * slant)}" \
            "L#{n(cx + uy * r + ux * slant)} #{n(cy - ux * r + uy * slant)}"
        end.join
      end

      def n(value) = value.round(1)
    end
  end
end
