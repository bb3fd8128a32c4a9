require "countries"
require "yaml"

module JauntyBell
  module Services
    # What a region of public holidays is called: in English as ISO 3166-2 has it, from a kept package; what the
    # holidays tell apart and ISO does not (half a kingdom, a town) is named here.
    #
    #   RegionName.of("DE", "BY")          # => "Bavaria"
    #   RegionName.of("DE", "BY_AUGSBURG") # => "Bavaria: Augsburg"
    module RegionName
      OURS = YAML.safe_load_file(File.join(__dir__, "region_names.yml")).freeze

      # `country` as ISO 3166 has it, `code` in capitals as the holidays have it; the code itself where nobody has a
      # name for it.
      def self.of(country, code)
        OURS.dig(country, code) || of_iso(country, code) || within(country, code) || code
      end

      def self.of_iso(country, code)
        subdivision = ISO3166::Country[country]&.subdivisions&.[](code)
        subdivision && (subdivision.translations["en"] || subdivision.name)
      end

      # A part of a region.
      def self.within(country, code)
        region, part = code.split("_", 2)
        "#{of(country, region)}: #{part.split("_").map(&:capitalize).join(" ")}" if part
      end
      private_class_method :of_iso, :within
    end
  end
end
