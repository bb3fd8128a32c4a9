module JauntyBell
  module Files
    # A day's load figures as JSON-ready data: numbers, and the reason for each that there is none of.
    class LoadJson
      # @param series [Core::Book::LoadSeries]
      def initialize(series, on: series.last)
        @series = series
        @day = on
      end

      def to_h
        figures = @series.figures(@day)
        {on: @day.iso8601, days_known: @series.known_of_28(@day), **figures.transform_values(&:value),
         reasons: figures.reject { |_, figure| figure.known? }.transform_values(&:reason)}
      end

      # Each figure with its formula, inputs and source.
      def explained
        @series.figures(@day).values.map { |figure| PointerJson.figure(figure) }
      end
    end
  end
end
