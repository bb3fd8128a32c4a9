module JauntyBell
  module Files
    # A card for the wall: A4 upright, on one page where it fits, rows as large as the page allows, wraps drawn.
    class WallPdf < CardSheet
      MARGIN = 34
      TOP = 86 # height of the heading
      TALLEST = 66
      STRIP = 122 # points of one combination's bodies
      HOW_MANY = 6 # on a sheet
      SHORTEST = 26 # below this a second page is better

      # The PDF as a string.
      def render
        @pdf = document(page_size: "A4", margin: MARGIN)
        rows = entries
        each_page = [(room / SHORTEST).floor, rows.size].min
        rows.each_slice([each_page, 1].max).with_index do |page, number|
          @pdf.start_new_page if number.positive?
          heading
          @row = [room / page.size, TALLEST].min
          page.each_with_index { |(run, times), i| row(run, times, @pdf.bounds.top - TOP - i * @row) }
        end
        foot
        how
        @pdf.render
      end

      private

      # Another sheet: how the body does each combination, once.
      def how
        drawn = entries.map(&:first).select { |run| run.task && drawn?(run.task) }.uniq { |run| written(run.task) }
        drawn.each_slice(HOW_MANY).with_index do |page, number|
          @pdf.start_new_page
          @pdf.text_box "#{@name}: how the body does it", at: [0, @pdf.bounds.top], width: @pdf.bounds.width,
            height: 24, size: 18, style: :bold, overflow: :shrink_to_fit
          page.each_with_index { |run, i| strip(run, @pdf.bounds.top - 34 - i * STRIP) }
        end
      end

      def strip(run, top)
        @pdf.text_box "#{run.title}: #{spoken(run.task)}", at: [0, top], width: @pdf.bounds.width, height: 14, size: 11,
          style: :bold, overflow: :shrink_to_fit
        bodies(analysis(run.task), at: [0, top - 15], width: @pdf.bounds.width, height: STRIP - 26)
      end

      def room = @pdf.bounds.height - TOP - 28.0

      def heading
        @pdf.text_box @name, at: [0, @pdf.bounds.top], width: @pdf.bounds.width, height: 36, size: 28, style: :bold,
          overflow: :shrink_to_fit
        facts = ["#{@plan.minutes} minutes", clock(@plan.total),
          (Core::Words.many(@plan.company.students, "student") if @plan.company.students)].compact.join("  ·  ")
        @pdf.fill_color SOFT
        @pdf.text_box facts, at: [0, @pdf.bounds.top - 38], width: @pdf.bounds.width * 0.7, height: 16, size: 12
        @pdf.text_box @club, at: [@pdf.bounds.width * 0.6, @pdf.bounds.top - 38], width: @pdf.bounds.width * 0.4,
          height: 16, size: 12, align: :right
        @pdf.fill_color INK
        kit
        rope
      end

      def kit
        worn = @plan.tasks.values.flat_map(&:kit).uniq
        @pdf.text_box "Bring: #{worn.any? ? worn.join(", ") : "nothing"}", at: [0, @pdf.bounds.top - 55],
          width: @pdf.bounds.width, height: 14, size: 10, overflow: :shrink_to_fit
      end

      def rope
        @pdf.stroke_color BRASS
        [74, 76.5, 79].each do |down|
          @pdf.line_width(0.7) && @pdf.stroke_line([0, @pdf.bounds.top - down],
            [@pdf.bounds.width, @pdf.bounds.top - down])
        end
        @pdf.stroke_color SEAM
      end

      def row(run, times, top)
        middle = top - @row / 2
        scale = [@row / TALLEST, 0.62].max
        cell(clock(run.from), 0, middle, 48, 12 * scale, color: SOFT)
        title(run, times, middle, scale)
        wrap(@pdf, run.task, at: [250, top - 3], width: 150, half: [(@row - 10) / 2, 24].min) if run.task
        length = (times > 1) ? "#{times} × #{clock(run.work)}" : clock(run.work)
        lines = pauses(run)
        cell(length, 408, middle + (lines.size * 6.5 + 1) * scale, 119, 19 * scale, style: :bold)
        lines.each_with_index do |line, i|
          cell(line, 408, middle - ((lines.size == 1) ? 10 : 5 + i * 11.5) * scale, 119, 9.5 * scale, color: SOFT)
        end
        @pdf.stroke_horizontal_line 0, @pdf.bounds.width, at: top - @row
      end

      def title(run, times, middle, scale)
        lines = about(run)
        wide = (run.task && drawn?(run.task)) ? 192 : 346 # where no wrap is drawn its place is the words'
        cell(run.title.sub(/, 1 of \d+\z/, ""), 52, middle + (lines.size * 6.5 - 1) * scale, wide,
          15 * scale, style: :bold)
        lines.each_with_index do |line, i|
          cell(line, 52, middle - ((lines.size == 1) ? 9 : 4 + i * 11.5) * scale, wide, 9.5 * scale, color: SOFT,
            rows: (line == lines.last) ? 2 : 1)
        end
      end

      # One or two lines under the title: how it is done, and what.
      def about(run)
        block = @plan.blocks[run.block]
        task = run.task
        unless task
          return ["#{Core::Words.many(block.rounds.size, "station")}, #{Core::Words.many(block.laps, "lap")}",
            block.rounds.map(&:title).join(", ")]
        end
        how = [block.name, (task.round.rung if task.drilled?), sharing(task)].compact
        what = [what(task), ("beginners: #{task.round.beginners}" if task.round.beginners),
          ("ahead: #{task.round.ahead}" if task.round.ahead)].compact
        [how, what].reject(&:empty?).map { |words| words.join("  ·  ") }
      end

      # What is done, as far as the wall may tell: of a read drill what is shown and never the answer.
      def what(task)
        return task.drill.facts.feeds.map(&:spoken).join(" / ") if task.read?
        return [several(task), task.trade_said].compact.join(". ") if task.trade
        return (task.own ? stretches(task).join(" · ") : task.phases.map(&:name).join(", ")) if task.phases.any?
        several(task) || (written(task) if task.drilled?)
      end

      # All of several, in the card's notation; nil where there is one.
      def several(task)
        return unless several?(task)
        task.combinations.map { |each|
          Core::Bench::Notation.write(each, @plan.company.reading)
        }.join(" / ")
      end

      # One or two lines under the length: what comes before the bell, and after.
      def pauses(run)
        before = [("change #{clock(run.change)}" if run.change.positive?),
          ("explain #{clock(run.explain)}" if run.explain.positive?)].compact
        after = [("rest #{clock(run.rest)}" if run.rest.positive?), "effort #{run.effort.round}"].compact
        [before, after].reject(&:empty?).map { |words| words.join(" · ") }
      end

      # Words in as many rows at most, smaller where they do not go in.
      def cell(text, left, middle, width, size, color: INK, style: :normal, rows: 1)
        @pdf.fill_color color
        @pdf.text_box text, at: [left, middle + size * 0.62], width: width, height: size * (1.15 * rows + 0.2),
          size: size, style: style, overflow: :shrink_to_fit
        @pdf.fill_color INK
      end

      # Cautions of the card, where everybody reads them.
      def foot
        said = Core::Words.sentences(@plan.tasks.values.filter_map(&:implement).uniq.flat_map(&:cautions))
        text = ["Stop when form goes. Local rules and licensed practice decide.", *said].join("  ")
        @pdf.text_box text, at: [0, 22], width: @pdf.bounds.width, height: 22, size: 8, overflow: :shrink_to_fit
      end
    end
  end
end
