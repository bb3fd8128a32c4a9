require "date"

module JauntyBell
  module Files
    # What can be taken in from CSV, and how each column is read.
    #
    #   intake = Intake.new("log", text)
    #   intake.lines.first # => Line(2, {"student" => "Oona Ferrier", "on" => Date, …}, nil)
    class Intake
      # `read` takes the cell's text and raises Core::InvalidInput; `names` are headings it is known by.
      Field = Core::Value.of(:id, :names, :read, needed: true)
      # `problem` why the line cannot be kept, with the column it is about.
      Line = Core::Value.of(:number, :facts, :problem, cells: [])

      TEXT = ->(cell) { cell }
      # 25.11.2026 whoever writes it; 25/11/2026, and 11/25/2026 where the month stands first (Core::Ways).
      DAY = lambda do |cell|
        return Date.iso8601(cell) if cell.match?(/\A\d{4}-\d{2}-\d{2}\z/)
        first, between, second, year = cell.match(%r{\A(\d{1,2})([./])(\d{1,2})\2(\d{4})\z})&.captures
        month_first = between == "/" && Core::Ways.now.month_first?
        day, month = (month_first ? [second, first] : [first, second]).map(&:to_i)
        Date.valid_date?(year.to_i, month, day) ? Date.new(year.to_i, month, day) : raise(Date::Error)
      rescue Date::Error
        raise Core::InvalidInput, "\"#{cell}\" is no date: write 2026-11-25 or " \
          "#{Core::Ways.now.month_first? ? "11/25/2026" : "25.11.2026"}"
      end
      NUMBER = ->(cell) {
        Float(cell.tr(",", "."), exception: false) || raise(Core::InvalidInput, "\"#{cell}\" is no number")
      }
      WHOLE = ->(cell) {
        Integer(cell, 10, exception: false) || raise(Core::InvalidInput, "\"#{cell}\" is no whole number")
      }
      YES = lambda do |cell|
        {"yes" => true, "true" => true, "1" => true, "no" => false, "false" => false, "0" => false}
          .fetch(cell.downcase) { raise Core::InvalidInput, "\"#{cell}\" is neither yes nor no" }
      end
      RUNGS = Core::Bench::Rungs::ALL
      def self.one_of(*words) =
        ->(cell) {
          words.find { |word| word == cell.downcase } || raise(Core::InvalidInput,
            "\"#{cell}\" is not one of #{words.join(", ")}")
        }

      STUDENT = Field.new(id: "student", names: %w[student name who athlete], read: TEXT)
      ON = Field.new(id: "on", names: %w[on date day], read: DAY)
      MS = Field.new(id: "ms", names: %w[ms milliseconds time_ms], read: NUMBER)
      ROUND = Field.new(id: "round", names: %w[round], read: WHOLE, needed: false)

      KINDS = {
        "roster" => [STUDENT, Field.new(id: "group", names: %w[group class squad], read: TEXT),
          Field.new(id: "stance", names: %w[stance], read: one_of("orthodox", "southpaw", "square"), needed: false),
          Field.new(id: "level", names: %w[level], read: one_of("foundation", "building", "advanced"), needed: false),
          Field.new(id: "born_on", names: %w[born_on born birthday], read: DAY, needed: false),
          Field.new(id: "kg", names: %w[kg weight], read: NUMBER, needed: false),
          Field.new(id: "emergency_name", names: %w[emergency_name emergency whom_to_call], read: TEXT, needed: false),
          Field.new(id: "emergency_phone", names: %w[emergency_phone phone], read: TEXT, needed: false),
          Field.new(id: "guardian", names: %w[guardian parent], read: TEXT, needed: false),
          Field.new(id: "elsewhere", names: %w[elsewhere trains_elsewhere], read: YES, needed: false)],
        "log" => [STUDENT, ON, Field.new(id: "effort", names: %w[effort rpe], read: NUMBER),
          Field.new(id: "minutes", names: %w[minutes min duration], read: WHOLE),
          Field.new(id: "title", names: %w[title session what], read: TEXT, needed: false),
          Field.new(id: "estimated", names: %w[estimated estimate], read: YES, needed: false)],
        "marks" => [STUDENT, Field.new(id: "combination", names: %w[combination combo], read: TEXT),
          Field.new(id: "rung", names: %w[rung], read: one_of(*RUNGS)), ON,
          Field.new(id: "attempted", names: %w[attempted attempts n sets], read: WHOLE),
          Field.new(id: "clean", names: %w[clean k], read: WHOLE)],
        "heart" => [STUDENT, ON, ROUND, MS, Field.new(id: "beats", names: %w[beats bpm hr heart_rate], read: NUMBER)],
        "strikes" => [STUDENT, ON, ROUND, MS,
          Field.new(id: "hand", names: %w[hand side], read: one_of("left", "right")),
          Field.new(id: "g", names: %w[g peak_g peak], read: NUMBER)]
      }.freeze

      attr_reader :columns, :fields

      # `columns` {field id => index of a column} where the coach has matched them; else by their headings. `given`
      # {field id => what it is where no line says it}. A roster may be names alone, without a heading. Raises
      # Core::InvalidInput.
      def initialize(kind, text, columns: nil, given: {})
        @fields = KINDS.fetch(kind).map { |field| given[field.id] ? field.but(needed: false) : field }
        @given = given
        bare = {first: "student", headed: ->(cells) { (plain(cells) & @fields.flat_map(&:names)).any? }}
        @table = CsvTable.new(text, **((kind == "roster") ? bare : {}))
        @columns = columns || guessed
      end

      def heading = @table.heading

      # Fields that no column is matched to, and that are needed.
      def missing = @fields.select { |field| field.needed && @columns[field.id].nil? }.map(&:id)

      # Every line with its facts, or with why it cannot be read; none while a column is missing.
      def lines = @lines ||= missing.any? ? [] : @table.rows.map { |row| line(row) }

      private

      def guessed
        names = plain(heading)
        @fields.to_h { |field| [field.id, names.index { |name| field.names.include?(name) }] }
      end

      def plain(cells) = cells.map { |name| name.downcase.gsub(/[^a-z]+/, "_").delete_suffix("_") }

      def line(row)
        facts = @fields.to_h { |field| [field.id, value(field, row) || @given[field.id]] }
        Line.new(number: row.number, facts: facts, problem: nil, cells: row.cells)
      rescue Core::InvalidInput => e
        Line.new(number: row.number, facts: {}, problem: "#{e.message}.", cells: row.cells)
      end

      def value(field, row)
        cell = @columns[field.id] && row.cells[@columns[field.id]].to_s
        return field.read.call(cell) unless cell.nil? || cell.empty?
        raise Core::InvalidInput, "#{field.id} is empty" if field.needed
      end
    end
  end
end
