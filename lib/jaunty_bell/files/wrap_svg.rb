module JauntyBell
  module Files
    # The wrap of a combination as SVG for paper: one band, time along it to scale, drawn as Core::Bench::Wrap says.
    # Readable in grey: the lead side is open, the rear side solid.
    class WrapSvg
      COLOURS = {"lead" => "#0B6660", "rear" => "#9A3B2B", "defence" => "#4E5A6B", "step" => "#566127",
                 "partner" => "#6B3F69", "ink" => "#20252B", "cloth" => "#FBF6EA", "none" => "none"}.freeze
      DASHES = {slack: "2 3", cut: "6 5"}.freeze

      # `places` as Core::Bench::Wrap gives them, `set_time` in seconds; `width` and `half` (seam to edge) in points.
      def initialize(places, set_time, width:, half:)
        @places = places
        @set_time = set_time.to_f
        @width = width
        @half = half
      end

      def height = 2 * @half + 4 + (partner? ? @half * 0.7 : 0)

      def to_s
        box = {xmlns: "http://www.w3.org/2000/svg", width: @width, height: height,
               viewBox: "0 #{-@half - 2} #{@width} #{height}"}
        tag(:svg, **box) { [band, threads, *@places.map { |place| placed(place) }].join }
      end

      private

      def partner? = @places.any? { |place| place.out > 1 }

      def margin = [@half * 0.42, @width * 0.06].min

      def x(place) = (margin + place.middle * (@width - 2 * margin) / @set_time).to_f.round(2)

      def y(out) = (out * @half).round(2)

      # One element with its attributes, those that are nil left out; the block gives what stands in it.
      def tag(name, **attributes)
        facts = attributes.compact.map { |key, value| %( #{key.to_s.tr("_", "-")}="#{value}") }.join
        block_given? ? "<#{name}#{facts}>#{yield}</#{name}>" : "<#{name}#{facts}/>"
      end

      def band
        tag(:rect, x: 1, y: -@half, width: @width - 2, height: 2 * @half, rx: 6, fill: "#F8F2E4", stroke: "#B9AC92",
          stroke_width: 1) +
          tag(:path, d: "M4 0H#{@width - 4}", stroke: "#B98A2D", stroke_width: 1.4, stroke_dasharray: "6 5")
      end

      def threads
        @places.each_cons(2).select { |_, to| to.thread }.map do |from, to|
          line([x(from), y(from.out)], [x(to), y(to.out)], width: 0.9, dash: DASHES[to.thread.to_sym])
        end.join
      end

      def line(from, to, width:, dash: nil)
        tag(:path, d: "M#{from.join(" ")}L#{to.join(" ")}", stroke: COLOURS["ink"], stroke_width: width, fill: "none",
          stroke_dasharray: dash)
      end

      # Marks shrink where beats are close together.
      def size
        @size ||= begin
          gaps = @places.each_cons(2).map { |one, two| x(two) - x(one) }
          [[@half / 76.0, (gaps.min || 1000) / 52.0, 1.1].min, 0.16].max.round(3)
        end
      end

      def placed(place)
        out, with = place.pin
        there = drawn(place.mark, x(place), y(place.out))
        return there unless with
        there + line([x(place), y(place.out)], [x(place), y(out)], width: 1) + drawn(with, x(place), y(out))
      end

      def drawn(mark, x, y)
        tag(:g, transform: "translate(#{x} #{y}) scale(#{size})") do
          tag(:path, d: Core::Bench::Wrap::SHAPES.fetch(mark.shape), fill: COLOURS.fetch(mark.fill),
            stroke: COLOURS.fetch(mark.line), stroke_width: mark.width, stroke_linejoin: "round",
            stroke_linecap: "round", stroke_dasharray: ("5 5" if mark.dashed),
            transform: (mark.turn unless mark.turn.empty?))
        end
      end
    end
  end
end
