module JauntyBell
  module Files
    # A series on paper, in its order: each combination with its number, its name, its words and its wrap.
    class SeriesPdf < Sheet
      ROW = 186 # points a combination
      BODIES = 84 # of how the body does it
      HALF = 20 # seam to edge of the wrap

      # `entries` [[name, Core::Bench::Analysis]] in order.
      def initialize(name, entries, club:)
        @name = name
        @entries = entries
        @club = club
      end

      # The PDF as a string.
      def render
        @pdf = document(page_size: "A4", margin: 40)
        @pdf.text @name, size: 24, style: :bold
        said("#{@club}  ·  #{Core::Words.many(@entries.size, "combination")}", 10)
        @pdf.move_down 12
        @entries.each_with_index { |(name, analysis), i| entry(name, analysis, i + 1) }
        @pdf.render
      end

      private

      def entry(name, analysis, number)
        @pdf.start_new_page if @pdf.cursor < ROW
        @pdf.text "#{number}. #{name}   #{analysis.canonical}", size: 12, style: :bold
        said(analysis.spoken, 9)
        drawing = WrapSvg.new(Core::Bench::Wrap.places(analysis), analysis.set_time,
          width: @pdf.bounds.width, half: HALF)
        @pdf.svg(drawing.to_s, at: [0, @pdf.cursor - 4], width: @pdf.bounds.width, enable_web_requests: false)
        @pdf.move_down drawing.height + 10
        bodies(analysis, at: [0, @pdf.cursor], width: @pdf.bounds.width, height: BODIES)
        @pdf.move_down BODIES + 14
      end

      def said(text, size)
        @pdf.fill_color SOFT
        @pdf.text text, size: size
        @pdf.fill_color INK
      end
    end
  end
end
