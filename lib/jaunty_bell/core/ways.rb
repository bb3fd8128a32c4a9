require "json"

module JauntyBell::Core
  # How a club writes numbers and days where they stand in a sentence or a file: by its country, as Unicode's common
  # locale data has it (ways.json; bin/known writes it from Node's). Set once for whatever a thread does next.
  #
  #   Ways.go_by("AT") { Words.number(4.6) } # => "4,6"
  #   Ways.go_by("US") { Words.day(Date.new(2026, 3, 4)) } # => "Mar 4"
  class Ways
    KNOWN = JSON.parse(File.read(File.join(__dir__, "ways.json"))).transform_values(&:split).freeze
    KEY = :jaunty_bell_country
    private_constant :KEY

    class << self
      # Of whoever asks now.
      def now = of(country)

      # Two letters as ISO 3166 has them; nil where none was said.
      def country = Thread.current[KEY]

      # From here on in this thread; with a block for as long as that takes, whose value it returns.
      def go_by(country)
        was, Thread.current[KEY] = self.country, country
        return unless block_given?
        begin
          yield
        ensure
          Thread.current[KEY] = was
        end
      end

      def of(country) = (@of ||= {})[country] ||= new(country)
    end

    def initialize(country)
      @comma = KNOWN["decimal_comma"].include?(country)
      @month_first = KNOWN["month_first"].include?(country)
      freeze
    end

    # Whether the month stands before the day: Mar 4, 3/4/2026.
    def month_first? = @month_first

    # "4.6" as it is written here.
    def decimal(text) = @comma ? text.tr(".", ",") : text
  end
end
