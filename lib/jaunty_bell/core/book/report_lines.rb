module JauntyBell::Core
  module Book
    # What a student owns, what they are learning and what is next, in sentences: the report and their own page say the
    # same.
    class ReportLines
      # By the kind of a NextClass item.
      NEXT = {
        due: ->(name, rung, above, _) {
          "#{name} #{rung}: have another look at it#{", then try it #{above}" if above}."
        },
        ready: ->(name, rung, _, _) { "#{name}: you are ready to try it #{rung}." },
        new: ->(name, _, _, from) { "#{name}: new to you, and close to #{from}." }
      }.freeze

      # `report` a Report.
      def initialize(report)
        @report = report
      end

      def own
        @report.highest.select { |_, (_, mastery)| mastery.owned? }.map do |id, (rung, mastery)|
          "#{named(id)} #{at(rung)}. Your marks vouch for it #{PlainWords.vouched(mastery.due_in)}."
        end
      end

      def coming
        @report.coming.map do |item|
          NEXT.fetch(item.kind).call(named(item.combination_id), at(item.rung), item.above && at(item.above),
            item.from && named(item.from))
        end
      end

      # What breaks, and what is not owned yet.
      def learning
        breaks = @report.weak_links.map { |link|
          "The step from one to the next in #{Bench::Notation.spoken(link.pair)}: drill it alone, slowly, until it " \
            "is smooth."
        }
        breaks + @report.highest.filter_map { |id, (rung, mastery)|
          "#{named(id)} #{at(rung)}: keep at it." if mastery.state == :learning
        }
      end

      private

      def at(rung) = Lexicon::Plain.at(rung)

      def named(id) = @report.names.fetch(id)
    end
  end
end
