require "csv"
require "jaunty_bell/command_line/commands"

module JauntyBell
  class CommandLine
    # Of what is on record, and of the weeks ahead.
    class OfBook < Commands
      NAMES = %w[load mastery plan simulate].freeze
      LARGEST = 1e9 # what a cell may hold

      def load
        sessions = Book::Sessions.new(rows(%w[date load]).map { |date, load|
          Book::Session.new(on: date, effort: nil, minutes: nil, sum: load)
        })
        refuse("There is no row with a date and a load.") if sessions.all.empty?
        series = sessions.series(last: day || sessions.all.last.on, elsewhere: given[:elsewhere] || false)
        pointed = Book::Pointers.new(sessions: sessions, series: series, day: series.last).all
        Files::LoadJson.new(series).to_h
          .merge(pointed_out: pointed.map { |pointer|
            {rule: pointer.kind, sentence: pointer.text, numbers: pointer.numbers}
          })
      end

      def mastery
        marks = rows(%w[date attempted clean]).map do |date, attempted, clean|
          Book::Mastery::Mark.new(on: date, attempted: counted(attempted), clean: counted(clean)).checked
        end
        refuse("There is no row with a date, attempted and clean.") if marks.empty?
        Files::MasteryJson.new(Book::Mastery.new(marks, on: day || marks.map(&:on).max,
          half_life: number(:half_life, Book::Mastery::HALF_LIFE))).to_h
      end

      # Every place of every class, what is expected of it and why it is there.
      def plan
        layout, seed = Files::ProgrammeFile.read(file, reading)
        Core::Weeks::PlanData.of(layout.plan(seed: given[:seed] ? integer(:seed) : seed))
      end

      # Seasons of simulated squads; how far it is goes to standard error.
      def simulate
        require "jaunty_bell/stand_ins"
        weeks = given[:weeks] ? integer(:weeks) : 12
        refuse("--weeks goes from 2 to 12, not #{weeks}.") unless weeks.between?(2, 12)
        squads = given[:squads] ? StandIns::Trial.squads(File.read(given[:squads])) : StandIns::Trial.squads
        StandIns::Trial.new(squads, seeds: seeds, ways: ways, weeks: weeks)
          .to_h { |done, all| errors.puts "#{done} of #{all} seasons" }
      rescue SystemCallError
        refuse("There is no file #{given[:squads]}.")
      end

      private

      # "1..30", or a count from 1.
      def seeds
        written = (given[:seeds] || "30").match(/\A(?:(\d{1,5})\.\.)?(\d{1,5})\z/) or
          refuse("--seeds is a count, or a stretch like 1..30; not \"#{given[:seeds]}\".")
        list = (written[1] || 1).to_i..written[2].to_i
        refuse("--seeds goes up to 500 of them.") unless list.size.between?(1, 500)
        list
      end

      def ways
        known = StandIns::Trial::WAYS.keys
        (given[:ways]&.split(",") || known).map(&:strip).each do |way|
          refuse("\"#{way}\" is no way of planning. Choose from: #{known.join(", ")}.") unless known.include?(way)
        end
      end

      # Rows of a CSV on standard input: a date and numbers. A header line is passed over.
      def rows(columns)
        CSV.parse(input.read, skip_blanks: true).each_with_index.filter_map do |row, i|
          next if i.zero? && row.first.to_s.strip.downcase == columns.first
          refuse("Line #{i + 1} needs #{columns.join(", ")}.") if row.compact.size < columns.size
          [date(row.first.strip, "Line #{i + 1}"),
            *row[1...columns.size].each_with_index.map { |cell, j| cell_number(cell, i, columns[j + 1]) }]
        end
      rescue CSV::MalformedCSVError => e
        refuse("The rows are not readable as CSV: #{e.message}")
      end

      def cell_number(cell, line, column)
        number = Integer(cell.strip, 10, exception: false) || Float(cell.strip, exception: false)
        refuse("Line #{line + 1}: \"#{cell}\" is not a number for #{column}.") if number.nil?
        return number if number.to_f.abs < LARGEST
        refuse("Line #{line + 1}: #{cell.strip[0, 20]} is too large to be a #{column}.")
      end

      def counted(number)
        refuse("Attempted and clean are whole numbers, not #{number}.") unless number.to_i == number
        number.to_i
      end
    end
  end
end
