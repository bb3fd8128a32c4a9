module JauntyBell
  module Files
    # A student's report in plain words: what you did, what you own, what is next, and what to take care of.
    class ReportPdf < Sheet
      MOST = 8 # lines of each list
      TALL = 92 # points of a row of bodies
      # By the kind of a Core::Book::NextClass item.
      NEXT = {
        due: ->(name, rung, above, _) {
          "#{name} #{rung}: have another look at it#{", then try it #{above}" if above}."
        },
        ready: ->(name, rung, _, _) { "#{name}: you are ready to try it #{rung}." },
        new: ->(name, _, _, from) { "#{name}: new to you, and close to #{from}." }
      }.freeze

      # `report` a Core::Book::Report.
      def initialize(report)
        @report = report
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

      def at(rung) = Core::Lexicon::Plain.at(rung)

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
        owned = @report.highest.select { |_, (_, mastery)| mastery.owned? }
        return ["Nothing is yours yet: it takes clean work on two different days."] if owned.empty?
        listed(owned.map { |id, (rung, mastery)|
          "#{named(id)} #{at(rung)}. Your marks vouch for it " \
            "#{Core::Book::PlainWords.vouched(mastery.due_in)}."
        })
      end

      def coming
        lines = @report.coming.map do |item|
          NEXT.fetch(item.kind).call(named(item.combination_id), at(item.rung), item.above && at(item.above),
            item.from && named(item.from))
        end
        lines += @report.weak_links.map { |link|
          "The step from one to the next in #{Core::Bench::Notation.spoken(link.pair)}: drill it alone, " \
            "slowly, until it is smooth."
        }
        lines += @report.highest.filter_map { |id, (rung, mastery)|
          "#{named(id)} #{at(rung)}: keep at it." if mastery.state == :learning
        }
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

      def named(id) = @report.names.fetch(id)

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
