module JauntyBell
  module Files
    # Codes of students' own pages on paper, eight a sheet, to be cut apart and handed over.
    class CornersPdf < Sheet
      COLUMNS, ROWS = 2, 4
      MARGIN = 30
      INSIDE = 12
      CODE = 96 # points
      FOOT = 34 # points of what is written below
      OF_YOU = "Yours alone: it opens what is on file of you, on three devices at most. Give it to nobody. Lost? Ask " \
        "a coach for another."
      OF_THEM = OF_YOU.sub("of you", "of them").freeze

      # `pages` [{name:, guardian:, code:, address:}] in order.
      def initialize(pages, club:)
        @name = "Pages of their own"
        @pages = pages
        @club = club
      end

      # The PDF as a string.
      def render
        @pdf = document(page_size: "A4", margin: MARGIN)
        @pages.each_slice(COLUMNS * ROWS).with_index do |sheet, i|
          @pdf.start_new_page if i.positive?
          sheet.each_with_index { |page, at| card(page, *at.divmod(COLUMNS).reverse) }
        end
        @pdf.render
      end

      private

      def card(page, column, row)
        width, height = @pdf.bounds.width / COLUMNS, @pdf.bounds.height / ROWS
        @pdf.stroke_color SEAM
        @pdf.stroke_rectangle [column * width, @pdf.bounds.top - row * height], width, height
        @pdf.bounding_box([column * width + INSIDE, @pdf.bounds.top - row * height - INSIDE],
          width: width - 2 * INSIDE, height: height - 2 * INSIDE) { inside(page) }
      end

      def inside(page)
        @pdf.svg(CodeSvg.of(page[:address], "code"), at: [0, @pdf.bounds.top], width: CODE, enable_web_requests: false)
        @pdf.bounding_box([CODE + 10, @pdf.bounds.top], width: @pdf.bounds.width - CODE - 10) do
          line(@club, 8, BRASS)
          line(page[:name], 13, INK, style: :bold)
          line(page[:guardian] ? "for whoever looks after them" : "a page of your own", 9, SOFT)
          @pdf.move_down 8
          line("Photograph the code, or open", 8.5, SOFT)
          address(page[:address].split("#").first)
          line("and type", 8.5, SOFT)
          line(page[:code], 13, INK, style: :bold)
        end
        @pdf.text_box(page[:guardian] ? OF_THEM : OF_YOU, at: [0, FOOT], width: @pdf.bounds.width, height: FOOT,
          size: 7.5, leading: 1)
      end

      # On one line, however long.
      def address(text)
        @pdf.text_box text, at: [0, @pdf.cursor], width: @pdf.bounds.width, height: 11, size: 8.5,
          overflow: :shrink_to_fit, single_line: true, min_font_size: 4
        @pdf.move_down 13
      end

      def line(text, size, colour, **look)
        @pdf.fill_color colour
        @pdf.text text, size: size, leading: 2, **look
        @pdf.fill_color INK
      end
    end
  end
end
