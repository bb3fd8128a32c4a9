module JauntyBell
  module Files
    # A student's report in plain words: what you did, what you own, what is next, and what to take care of.
    class ReportPdf < Sheet
      MOST = 8 # lines of each list
      TALL = 92 # points of a row of bodies

      # `report` a Core::Book::Report.
      def initialize(report)
        @report = report
        @lines = Core::Book::ReportLines.new(report)
      end

      # The PDF as a string.
      def render
        @pdf = document(page_size: "A4", margin: 48)
        head
        part("What you did", did)
        bars
        part("What you own", own)
        part("What is next", coming)
        drawn
        part("Take care", care)
        foot
        @pdf.render
      end

      private

      def head
        @pdf.fill_color BRASS
        @pdf.text @report.club, size: 11, style: :bold
        @pdf.fill_color INK
        @pdf.text @report.name, size: 26, style: :bold
        @pdf.fill_color SOFT
        until_today = Core::Words.day_in_full(@report.today)
        @pdf.text "The last #{Core::Book::Report::WEEKS} weeks, up to #{until_today}", size: 11
        @pdf.fill_color INK
      end

      def part(title, lines)
        @pdf.move_down 16
        @pdf.text title, size: 15, style: :bold
        @pdf.stroke_color SEAM
        @pdf.stroke_horizontal_rule
        @pdf.move_down 6
        lines.each { |line| @pdf.text line, size: 11, leading: 3 }
      end

      def trained = @report.trained

      def did
        return ["Nothing is on record of these weeks yet."] if trained.empty?
        hours, minutes = trained.sum(&:minutes).divmod(60)
        tally = @report.tally
        ["You trained #{trained.size} #{(trained.size == 1) ? "time" : "times"}, #{hours} h #{minutes} min in " \
          "all. On the whole it was #{@report.effort} for you.",
          (if tally.strikes.positive?
             "That was about #{round(tally.strikes)} strikes, worked out from what the classes drilled, and about " \
          "#{round(tally.impacts)} taken on the pads for others."
           end)].compact
      end

      # To the nearest ten: it is worked out, not counted.
      def round(number) = number.round(-1).to_s.reverse.scan(/\d{1,3}/).join(",").reverse

      # Minutes of each week as bars with their numbers.
      def bars
        return if trained.empty?
        minutes = @report.minutes
        most = [minutes.map(&:last).max, 1].max
        @pdf.move_down 8
        minutes.each do |first, sum|
          top = @pdf.cursor
          @pdf.draw_text "from #{Core::Words.day(first)}", at: [0, top - 11], size: 9
          @pdf.fill_color BRASS
          @pdf.fill_rectangle [70, top - 2], [sum * 330.0 / most, 1].max, 11
          @pdf.fill_color INK
          @pdf.draw_text "#{sum} min", at: [76 + sum * 330.0 / most, top - 11], size: 9
          @pdf.move_down 16
        end
      end

      def own
        owned = @lines.own
        owned.empty? ? ["Nothing is yours yet: it takes clean work on two different days."] : listed(owned)
      end

      def coming
        lines = @lines.coming + @lines.learning
        lines.empty? ? ["Come to class: what you are marked on shows here."] : listed(lines)
      end

      # How the body does what is next, side by side.
      def drawn
        return if @report.drawn.empty?
        @pdf.start_new_page if @pdf.cursor < TALL + 30
        @pdf.move_down 8
        top, width = @pdf.cursor, @pdf.bounds.width / @report.drawn.size
        @report.drawn.each_with_index do |(name, analysis), i|
          @pdf.bounding_box([i * width, top], width: width - 8) do
            @pdf.text "How the body does #{name}", size: 9, style: :bold
            @pdf.move_down 4
            bodies(analysis, at: [0, @pdf.cursor], width: width - 8, height: TALL)
          end
        end
        @pdf.move_cursor_to top - TALL - 18
      end

      def care
        holds = @report.holds.map do |hold|
          "You are held back for now (#{hold.matter}): #{hold.blocked}. Ask your coach before you do more."
        end
        holds + [("You have been away for a while: begin easily." if @report.away),
          "Drink, warm your legs before hard kicks, and stop when your form goes.",
          "After any knock to the head stop for the day and tell a coach; a clinician decides when you come back."]
          .compact
      end

      def listed(lines) = lines.first(MOST) + ((lines.size > MOST) ? ["… and #{lines.size - MOST} more."] : [])

      def foot
        @pdf.move_down 14
        @pdf.fill_color SOFT
        @pdf.text "Coaches mark what they see and see it differently; this is a hint where to look, not a grade. It " \
          "advises; local rules and licensed practice decide.", size: 8.5
      end
    end
  end
end
