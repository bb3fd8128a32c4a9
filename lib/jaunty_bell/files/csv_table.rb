require "csv"

module JauntyBell
  module Files
    # A table from a CSV text: its heading, and its rows with the number of their line. Commas, semicolons or tabs,
    # whichever the heading has most of.
    class CsvTable
      Row = Core::Value.of(:number, :cells)
      MOST_ROWS = 20_000

      attr_reader :heading, :rows

      # `headed` says from the cells of the first line whether it names the columns; where it does not, the first column
      # is called `first`. Raises Core::InvalidInput with the line for what is no CSV.
      def initialize(text, first: nil, headed: ->(_) { true })
        text = text.delete_prefix("\uFEFF")
        if text.strip.empty?
          raise Core::InvalidInput.new("The file is empty: the first line names the columns.", path: "text")
        end
        separator = [",", ";", "\t"].max_by { |each| text.lines.first.count(each) }
        lines = CSV.new(text, col_sep: separator, skip_blanks: false, liberal_parsing: true)
        all = []
        while (cells = lines.shift)
          all << Row.new(number: lines.lineno, cells: cells.map { |cell| cell.to_s.strip })
        end
        cells = all.first.cells
        named = headed.call(cells)
        @heading = named ? cells : [first, *Array.new([cells.size - 1, 0].max, "")]
        @rows = all.drop(named ? 1 : 0).reject { |row| row.cells.all?(&:empty?) }
        if @rows.size > MOST_ROWS
          raise Core::InvalidInput.new("The file has #{@rows.size} rows: send at most #{MOST_ROWS} at once.",
            path: "text")
        end
      rescue CSV::MalformedCSVError => e
        raise Core::InvalidInput.new("Line #{e.line_number} is no CSV: #{e.message.sub(/ in line \d+\.?\z/, "")}.",
          path: "text")
      end
    end
  end
end
