require "holidays"

module JauntyBell
  module Services
    # Public holidays by country and region, from a kept package; which of them a club closes on is for the club.
    #
    #   Holidays.new("AT").between(Date.new(2026, 12, 1), Date.new(2027, 1, 31))
    #     # => [{on: Date, name: "Christtag"}, …]
    #   Holidays.new("DE").regions.first # => {code: "BW", name: "Baden-Württemberg"}
    class Holidays
      # Two letters as ISO 3166 has them, of every country that is known.
      def self.countries = @countries ||= all.map { |code| code[0, 2].upcase }.uniq.sort.freeze

      # Codes as the package writes them, of countries and their regions.
      def self.all = @all ||= ::Holidays.available_regions.map(&:to_s).grep(/\A[a-z]{2}(_[a-z_]+)?\z/).freeze

      # `region` as #regions names it, or nil for the days of the whole country.
      def initialize(country, region = nil)
        @country = country.to_s.downcase
        @region = region.to_s.downcase
      end

      def known? = Holidays.countries.include?(@country.upcase)

      # [{code:, name:}] by name: code "BY" of the package's "de_by", name "Bavaria".
      def regions =
        Holidays.all.filter_map { |code|
          code.delete_prefix("#{@country}_").upcase if code.start_with?("#{@country}_")
        }.map { |code| {code: code, name: RegionName.of(@country.upcase, code)} }.sort_by { |region| region[:name] }

      # By date; one day has one name. None where the country is not known.
      def between(from, to)
        return [] unless code
        ::Holidays.between(from, to, code, :observed).map { |day| {on: day[:date], name: day[:name]} }
          .uniq { |day| day[:on] }.sort_by { |day| day[:on] }
      end

      private

      def code
        wanted = [@region.empty? ? nil : "#{@country}_#{@region}", @country].compact
        (wanted & Holidays.all).first&.to_sym || Holidays.all.find { |each| each.start_with?("#{@country}_") }&.to_sym
      end
    end
  end
end
