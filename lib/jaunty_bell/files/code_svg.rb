require "rqrcode"

module JauntyBell
  module Files
    # A text as a code to photograph.
    module CodeSvg
      # The SVG; `label` says what it is to who cannot see it. Raises Core::InvalidInput for what is too long.
      def self.of(text, label)
        RQRCode::QRCode.new(text).as_svg(viewbox: true, use_path: true, module_size: 4,
          svg_attributes: {role: "img", "aria-label": label})
      rescue RQRCodeCore::QRCodeArgumentError, RQRCodeCore::QRCodeRunTimeError
        raise Core::InvalidInput.new("This is too long for a code.", path: "text")
      end
    end
  end
end
