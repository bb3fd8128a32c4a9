module JauntyBell
  module Files
    # Cards for the pocket: one a round, six on a sheet to cut, with how the body does it, the cues and the holder's.
    class PocketPdf < CardSheet
      COLUMNS = 2
      ROWS = 3
      INSET = 12
      BODIES = 60 # points of how the body does it

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
        below(run, inner)
        @pdf.fill_color SOFT
        @pdf.text_box @name, at: [0, 8], width: inner.width, height: 9, size: 7, overflow: :shrink_to_fit
        @pdf.fill_color INK
      end

      # A drill with its cues; what is done in a flow, in phases or at stations; what a holder shows.
      def below(run, inner)
        task = run.task
        return lines(stations(run), inner) unless task
        return listed_with_care(task, feeds(task), inner) if task.read?
        return listed_with_care(task, stretches(task), inner) if task.phases.any? && !task.own
        task.drilled? ? drilled(task, inner) : lines(task.exercises.flat_map(&:cues), inner)
      end

      # The holder's: what is shown and how, the answer after it. Drawn at random; students are not given this one.
      def feeds(task)
        reading = @plan.company.reading
        shown = task.drill.pairs.map do |feed, answer|
          how = Core::Bench::HolderMap.of(answer, reading, @plan.company.school).compact.first
          "#{feed.spoken}  →  #{Core::Bench::Notation.spoken(answer)}#{" (#{how})" if how && task.holder?}"
        end
        ["For the holder; the student does not see it:", *shown]
      end

      def listed_with_care(task, list, inner)
        lines(list, inner, room: 72)
        said = care(task)
        return if said.empty?
        @pdf.text_box "<b>Care</b>  #{said.join(" ")}", at: [0, 32], width: inner.width, height: 22, size: 8.5,
          overflow: :shrink_to_fit, inline_format: true
      end

      # What can hurt in it.
      def care(task)
        Core::Words.sentences(task.implement&.cautions.to_a +
          (own_techniques(task) + task.exercises).flat_map(&:cautions))
      end

      # What the student does in it, each technique once.
      def own_techniques(task) = task.combinations.flat_map(&:actions).select(&:own?).map(&:technique).uniq

      # Lines in one column, or in two where there are many; so much room is left free above and below.
      def lines(list, inner, room: 50)
        columns = (list.size > 10) ? 2 : 1
        list.each_slice([(list.size / columns.to_f).ceil, 1].max).with_index do |part, i|
          @pdf.text_box part.join("\n"), at: [i * inner.width / columns, inner.top - 36],
            width: inner.width / columns - 4, height: inner.height - room, size: 9.5, leading: 1.5,
            overflow: :shrink_to_fit
        end
      end

      def under_title(run)
        [("rest #{clock(run.rest)}" if run.rest.positive?), run.task && sharing(run.task),
          run.task && ("on #{run.task.implement.name}" if run.task.implement),
          ("rung: #{run.task.round.rung}" if run.task&.drilled?), "effort #{run.effort.round}"].compact.join("  ·  ")
      end

      def drilled(task, inner)
        several?(task) ? listed(task, inner) : pictured(task, inner)
        below = several?(task) ? 108 : 108 + BODIES
        @pdf.text_box lines_of(task), at: [0, inner.top - below], width: inner.width, height: inner.height - below - 12,
          size: 8.5, leading: 1.5, overflow: :shrink_to_fit, inline_format: true
      end

      def pictured(task, inner)
        wrap(@pdf, task, at: [0, inner.top - 34], width: inner.width, half: 20)
        @pdf.text_box spoken(task), at: [0, inner.top - 82], width: inner.width, height: 24, size: 10, style: :bold,
          overflow: :shrink_to_fit
        bodies(analysis(task), at: [0, inner.top - 104], width: inner.width, height: BODIES)
      end

      # All of several, in their order.
      def listed(task, inner)
        @pdf.text_box task.combinations.map { |each| task.spoken(each) }.join("\n"), at: [0, inner.top - 36],
          width: inner.width, height: 68, size: 10, style: :bold, leading: 1.5, overflow: :shrink_to_fit
      end

      # Its stretches, cues for the striker and the holder, and what can hurt.
      def lines_of(task)
        cues = task.drill ? task.drill.cues : own_techniques(task).flat_map(&:cues).uniq + [Core::Bench::Drill::BREATH]
        {"In turn" => stretches(task).join(" · "), "Striker" => cues.join(" "),
         "Holder" => (task.holder? ? task.implement.holder_cues.join(" ") : ""), "Care" => care(task).join(" ")}
          .reject { |_, said| said.empty? }
          .map { |who, said| "<b>#{who}</b>  #{said}" }.join("\n")
      end

      def stations(run)
        block = @plan.blocks[run.block]
        return [] unless block.circuit?
        block.rounds.each_with_index.map { |round, i|
          "#{i + 1}. #{round.title}#{", #{round.on} s on, #{round.off} s off" if round.on}"
        }
      end
    end
  end
end
