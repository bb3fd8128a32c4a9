module JauntyBell
  module Files
    # Cards for the pocket: one a round, eight on a sheet to cut, with the cues and the holder's cues.
    class PocketPdf < CardSheet
      COLUMNS = 2
      ROWS = 4
      INSET = 12

      # The PDF as a string.
      def render
        @pdf = document(page_size: "A4", margin: 22)
        entries.each_slice(COLUMNS * ROWS).with_index do |page, number|
          @pdf.start_new_page if number.positive?
          page.each_with_index { |(run, times), i| card(run, times, i, number * COLUMNS * ROWS + i + 1) }
        end
        @pdf.render
      end

      private

      def width = @pdf.bounds.width / COLUMNS

      def height = @pdf.bounds.height / ROWS

      def card(run, times, place, number)
        corner = [place % COLUMNS * width, @pdf.bounds.top - place / COLUMNS * height]
        @pdf.stroke_color SEAM
        @pdf.dash(3)
        @pdf.stroke_rectangle corner, width, height
        @pdf.undash
        @pdf.bounding_box([corner[0] + INSET, corner[1] - INSET], width: width - 2 * INSET,
          height: height - 2 * INSET) { inside(run, times, number) }
      end

      def inside(run, times, number)
        inner = @pdf.bounds
        @pdf.text_box "#{number}. #{run.title}", at: [0, inner.top], width: inner.width - 64, height: 18, size: 14,
          style: :bold, overflow: :shrink_to_fit
        @pdf.text_box "#{"#{times} × " if times > 1}#{clock(run.work)}", at: [inner.width - 64, inner.top], width: 64,
          height: 18, size: 14, style: :bold, align: :right
        @pdf.fill_color SOFT
        @pdf.text_box under_title(run), at: [0, inner.top - 19], width: inner.width, height: 12, size: 8.5,
          overflow: :shrink_to_fit
        @pdf.fill_color INK
        run.task&.drilled? ? drilled(run.task, inner) : stations(run, inner)
        @pdf.fill_color SOFT
        @pdf.text_box @name, at: [0, 8], width: inner.width, height: 9, size: 7, overflow: :shrink_to_fit
        @pdf.fill_color INK
      end

      def under_title(run)
        [("rest #{clock(run.rest)}" if run.rest.positive?), run.task && sharing(run.task),
          run.task && ("on #{run.task.implement.name}" if run.task.implement),
          ("rung: #{run.task.round.rung}" if run.task&.drilled?), "effort #{run.effort.round}"].compact.join("  ·  ")
      end

      def drilled(task, inner)
        wrap(@pdf, task, at: [0, inner.top - 34], width: inner.width, half: 20)
        @pdf.text_box spoken(task), at: [0, inner.top - 82], width: inner.width, height: 24, size: 10, style: :bold,
          overflow: :shrink_to_fit
        @pdf.text_box lines_of(task), at: [0, inner.top - 108], width: inner.width,
          height: inner.height - 120, size: 8.5,
          leading: 1.5, overflow: :shrink_to_fit, inline_format: true
      end

      # Cues for the striker, the holder, and what can hurt.
      def lines_of(task)
        techniques = task.combinations.flat_map(&:actions).select(&:own?).map(&:technique).uniq
        cues = task.drill ? task.drill.cues : techniques.flat_map(&:cues).uniq + [Core::Bench::Drill::BREATH]
        cautions = Core::Words.sentences(task.implement&.cautions.to_a + techniques.flat_map(&:cautions))
        [["Striker", cues], ["Holder", task.holder? ? task.implement.holder_cues : []], ["Care", cautions]]
          .reject { |_, list| list.empty? }
          .map { |who, list| "<b>#{who}</b>  #{list.join(" ")}" }.join("\n")
      end

      def stations(run, inner)
        block = @plan.blocks[run.block]
        return unless block.circuit?
        text = block.rounds.each_with_index.map { |round, i| "#{i + 1}. #{round.title}" }.join("\n")
        @pdf.text_box text, at: [0, inner.top - 36], width: inner.width, height: inner.height - 50, size: 9.5,
          overflow: :shrink_to_fit
      end
    end
  end
end
