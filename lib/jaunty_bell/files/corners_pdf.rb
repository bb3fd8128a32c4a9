module JauntyBell
  module Files
    # Codes of students' own pages on paper, eight a sheet, to be cut apart and handed over.
    class CornersPdf < Sheet
      COLUMNS, ROWS = 2, 4
      MARGIN = 30
      INSIDE = 12
      CODE = 96 # points

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
          line(page[:address].split("#").first, 8.5, INK)
          line("and type", 8.5, SOFT)
          line(page[:code], 13, INK, style: :bold)
        end
        @pdf.draw_text "Yours alone: it opens what is on file of you, on three devices at most. Lost? Ask for another.",
          at: [0, 2], size: 6.4
      end

      def line(text, size, colour, **look)
        @pdf.fill_color colour
        @pdf.text text, size: size, leading: 2, **look
        @pdf.fill_color INK
      end
    end
  end
end
