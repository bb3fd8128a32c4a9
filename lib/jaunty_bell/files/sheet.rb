require "prawn"
require "prawn-svg"

module JauntyBell
  module Files
    # Paper of the house: its letters and its inks. Who inherits has a @name, the document's title.
    class Sheet
      FONTS = File.expand_path("../../../web/dist/fonts", __dir__)
      INK = "20252B"
      SOFT = "5B5F62"
      SEAM = "B9AC92"
      BRASS = "7A540E"

      private

      # How the body does a combination (Core::Bench::Analysis), as large as a height and a width in points allow.
      def bodies(analysis, at:, width:, height:)
        figure = FigureSvg.new(analysis, height: height, within: width)
        @pdf.svg(figure.to_s, at: at, width: figure.width, enable_web_requests: false)
      end

      def document(**options)
        Prawn::Document.new(info: {Title: @name, Creator: "Jaunty Bell"}, **options).tap do |pdf|
          pdf.font_families.update("house" => {normal: File.join(FONTS, "Archivo_500Medium.ttf"),
                                               bold: File.join(FONTS, "Archivo_800ExtraBold.ttf")})
          pdf.font("house")
          pdf.fill_color INK
        end
      end
    end
  end
end
