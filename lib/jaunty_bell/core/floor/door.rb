module JauntyBell::Core
  module Floor
    # What a coach should know about a student as they come in: short, the gravest first.
    class Door
      # kind: one of KINDS
      Note = Value.of(:kind, :text)
      KINDS = %i[hold said twice back junior guardian due].freeze
      GRAVE = %i[hold twice back guardian].freeze # what a coach must have seen before they train

      # `holds` on the day; `said` {word:, minutes:} of what they told of coming, or nil; `came` days they came
      # before; `minutes` trained at the club today already; `due` names of this class's combinations that are due;
      # `away` days after which somebody is eased back in.
      def initialize(day:, holds: [], said: nil, came: [], minutes: 0, junior: false, guardian: "", due: [],
        away: Lexicon::School.default.pointed_out["away"])
        @day = day
        @holds = holds
        @said = said
        @came = came
        @minutes = minutes
        @junior = junior
        @guardian = guardian
        @due = due
        @away = away
      end

      def notes = [*held, said, twice, back, *young, due].compact

      private

      def held = @holds.map { |hold| Note.new(kind: :hold, text: "#{hold.matter.capitalize}: #{blocked(hold.blocks)}") }

      def blocked(blocks)
        return "out today" if blocks.include?("all")
        "no #{blocks.join(", no ")}"
      end

      def said
        case @said&.fetch(:word)
        when "late" then Note.new(kind: :said, text: "Said: #{@said[:minutes] || "some"} minutes late")
        when "not coming" then Note.new(kind: :said, text: "Said: not coming")
        end
      end

      def twice = (Note.new(kind: :twice, text: "Second session today: #{@minutes} min already") if @minutes.positive?)

      def back
        return if @came.empty?
        away = Book::Away.of([*@came, @day], on: @day, line: @away) or return
        weeks = away.days(@day) / 7
        Note.new(kind: :back,
          text: "Back after #{weeks} week#{"s" if weeks > 1}: ease " \
          "in#{" until #{Words.day(away.over_on)}" if away.back < @day}")
      end

      def young
        return [] unless @junior
        [Note.new(kind: :junior, text: "Junior: no head contact, no contact with adults"),
          (Note.new(kind: :guardian, text: "No guardian on file") if @guardian.to_s.strip.empty?)].compact
      end

      def due = (Note.new(kind: :due, text: "Due: #{@due.join(", ")}") if @due.any?)
    end
  end
end
