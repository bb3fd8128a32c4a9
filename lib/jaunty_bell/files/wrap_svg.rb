require "json"

module JauntyBell
  module Files
    # The wrap of a combination as SVG for paper: one band, time along it to scale, from the same shapes and the same answer of the
    # core as the interface's drawing. Readable in grey: the lead side is open, the rear side solid.
    class WrapSvg
      SHAPES = JSON.parse(File.read(File.join(__dir__, "wrap_shapes.json"))).freeze
      INK = "#20252B"
      COLOURS = {"lead" => "#0B6660", "rear" => "#9A3B2B", "defence" => "#4E5A6B", "step" => "#566127", "partner" => "#6B3F69"}.freeze
      CLOTH = "#FBF6EA"

      # `actions` and `set_time` as AnalysisJson gives them; `width` and `half` (seam to edge) in points.
      def initialize(actions, set_time, width:, half:)
        @actions = actions
        @set_time = set_time
        @width = width
        @half = half
      end

      def height = 2 * @half + 4

      def to_s
        %(<svg xmlns="http://www.w3.org/2000/svg" width="#{@width}" height="#{height}" viewBox="0 #{-@half - 2} #{@width} #{height}">#{band}#{threads}#{@actions.each_index.map { |i| placed(i) }.join}</svg>)
      end

      private

      def margin = [@half * 0.42, @width * 0.06].min

      def scale = (@width - 2 * margin) / @set_time

      # The middle of an action's time.
      def x(index)
        from = @actions[index][:starts_at]
        to = @actions[index + 1]&.fetch(:starts_at) || @set_time
        (margin + (from + [@actions[index][:beats] * 60 / 140.0, to - from].min / 2) * scale).round(2)
      end

      def y(action)
        out = (action[:side].to_s == "rear") ? 1 : -1
        return @half * 1.02 if action[:by].to_s == "partner"
        case action[:family]
        when "step", "pause" then 0
        when "defence" then action[:side] ? out * @half * 0.98 : 0
        when "hand control" then action[:side] ? out * @half * 0.46 : 0
        else out * @half * SHAPES["fromSeam"].fetch((action[:level] || :head).to_s)
        end.round(2)
      end

      def band
        %(<rect x="1" y="#{-@half}" width="#{@width - 2}" height="#{2 * @half}" rx="6" fill="#F8F2E4" stroke="#B9AC92" stroke-width="1"/>) +
          %(<path d="M4 0H#{@width - 4}" stroke="#B98A2D" stroke-width="1.4" stroke-dasharray="6 5"/>)
      end

      def threads
        @actions.each_index.drop(1).map do |i|
          pair = @actions.values_at(i - 1, i)
          next if pair.any? { |action| action[:by].to_s == "partner" || action[:family] == "pause" }
          cut = @actions[i][:link].to_s
          dash = {"slack" => %( stroke-dasharray="2 3"), "cut" => %( stroke-dasharray="6 5")}.fetch(cut, "")
          %(<path d="M#{x(i - 1)} #{y(pair[0])}L#{x(i)} #{y(pair[1])}" stroke="#{INK}" stroke-width="0.9" fill="none"#{dash}/>)
        end.join
      end

      # Marks shrink where beats are close together.
      def size
        gaps = @actions.each_index.drop(1).map { |i| x(i) - x(i - 1) }
        [[@half / 76.0, (gaps.min || 1000) / 52.0, 1.1].min, 0.16].max
      end

      def placed(index)
        action = @actions[index]
        mark(action, x(index), y(action)) + (action[:with] ? pinned(action, index) : "")
      end

      def pinned(action, index)
        with = action[:with].merge(by: :self)
        %(<path d="M#{x(index)} #{y(action)}L#{x(index)} #{y(with)}" stroke="#{INK}" stroke-width="1"/>) + mark(with, x(index), y(with))
      end

      def mark(action, x, y)
        flip = (action[:side].to_s == "rear") ? " scale(1 -1)" : ""
        %(<g transform="translate(#{x} #{y}) scale(#{size.round(3)})#{flip}">#{shape(action)}</g>)
      end

      def shape(action)
        case action[:family]
        when "step" then [-11, 0, 11].map { |at| path("M#{at - 4} 9L#{at + 4} -9", COLOURS["step"], "none") }.join
        when "defence" then path(SHAPES["defence"][action[:side] ? "sided" : "plain"], COLOURS["defence"], CLOTH)
        when "hand control" then path(SHAPES["control"], colour(action), fill(action))
        when "pause" then %(<circle cx="-7" cy="0" r="3" fill="#{INK}"/><circle cx="7" cy="0" r="3" fill="#{INK}"/>)
        else path(SHAPES["strikes"].fetch(strike(action)), colour(action), action[:feint] ? "none" : fill(action), dashed: action[:feint], turn: turn(action))
        end
      end

      def strike(action)
        case action[:family]
        when "elbow" then "diamond"
        when "knee" then "peak"
        when "kick" then "blade"
        else {"round" => "crescent", "rising" => "tick", "falling" => "tick"}.fetch(action[:plane].to_s, "bar")
        end
      end

      def turn(action)
        return " transform=\"rotate(-42)\"" if action[:family] == "kick" && action[:plane].to_s != "round"
        (action[:plane].to_s == "falling") ? " transform=\"scale(1 -1)\"" : ""
      end

      def colour(action) = COLOURS.fetch((action[:by].to_s == "partner") ? "partner" : action[:side].to_s) { INK }

      def fill(action) = (action[:side].to_s == "rear") ? colour(action) : CLOTH

      def path(line, stroke, fill, dashed: false, turn: "")
        dash = dashed ? %( stroke-dasharray="5 5") : ""
        %(<path d="#{line}" fill="#{fill}" stroke="#{stroke}" stroke-width="4" stroke-linejoin="round" stroke-linecap="round"#{dash}#{turn}/>)
      end
    end
  end
end
