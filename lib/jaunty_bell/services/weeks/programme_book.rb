module JauntyBell
  module Services::Weeks
    # A programme met with its group as it stands today: what the page shows of it and what is planned from.
    class ProgrammeBook
      attr_reader :row, :today

      # `row` of Store::Programmes.
      def initialize(club, row)
        @club = club
        @row = row
        @settings = club.school.settings
        @today = club.today
        @group = club.people.groups.find { |group| group[:id] == row[:group_id] }
        @squads = Store::Squads.new(club.db, club.id, row[:group_id], masteries: club.masteries,
          half_life: @settings.half_life, today: @today)
      end

      # The card it goes by (Core::Card::Plan).
      def template = @template ||= @club.plans.of_card(@club.cards.find(row[:template_id]))

      attr_reader :squads

      # Raises Core::InvalidInput for settings that cannot be planned.
      def programme
        @programme ||= wanted.but(holidays: wanted.holidays | closed,
          slots: Core::Weeks::Draft.technical(template).size,
          seconds: [Core::Weeks::Draft.seconds(template), 20].max, effort: template.mean_effort.round(2),
          usual: squads.usual(start)).checked
      end

      # What a coach has written down.
      def wanted = @wanted ||= Core::Weeks::Programme.from_data(row[:settings]) { |each| each.fetch("combination_id") }

      # Days of it on which the club is closed.
      def closed = @closed ||= wanted.weeks.is_a?(Integer) ? @club.closures.days(start, wanted.ends) : []

      def start = Date.iso8601(row[:settings].fetch("start"))

      # The first day that is still to be planned: today, or the day after it once its class has taken place.
      def from = @from ||= [start, squads.class_days(today).include?(today) ? today + 1 : today].max

      # {id => Core::Card::Named} of what may be taught.
      def shelf = @club.shelf

      # {id => name} of every combination, those no longer on the shelf too.
      def combination_names = @club.book.combination_names

      def learners = @learners ||= squads.learners(away: away)

      def left_out = squads.away(away)

      def layout
        @layout ||= Core::Weeks::Layout.new(programme, shelf: shelf, learners: learners, today: today, from: from,
          model: model, school: @settings, juniors: @group[:juniors])
      end

      def model = @model ||= LateModel.new(squads, shelf)

      # What the group can do, read from its marks: asked for by what is planned, not by what is shown. What goes to
      # another process has been read and not reckoned.
      class LateModel
        def initialize(squads, shelf)
          @squads = squads
          @shelf = shelf
        end

        def call = Core::Learning::Model.new(marked, shelf: @shelf.transform_values(&:what))

        def marked = @marked ||= @squads.marked

        def marshal_dump = [marked, @shelf]

        def marshal_load((marked, shelf)) = (@marked, @shelf = marked, shelf)
      end

      def ladder = Core::Bench::Rungs.from(@settings.first_rung)

      # {week => load} that came in the weeks of the programme that are over.
      def came
        @came ||= squads.loads(start).group_by { |on, _| (on - start).to_i / 7 }
          .select { |week, _| start + 7 * (week + 1) <= today }.transform_values { |days| days.sum(&:last) }
      end

      # Classes of the group that have taken place since the plan in force was made.
      def classes_since = (plan = in_force) ? squads.class_days(plan[:planned_on]).count { |day| day < from } : 0

      def in_force = @in_force ||= @club.programmes.in_force(row[:id])

      # What makes the data of a plan that goes on from the one in force, in any process (Marshal). Raises
      # Core::InvalidInput where there is nothing to plan.
      def planning(seed: 0)
        layout.refuse_empty
        model.marked # read here, by whoever asks; the plan is waited for by another thread
        Planning.new(layout, {seed: seed, from: places_in_force, came: came})
      end

      # Called, it takes a block that is told how far it is.
      Planning = Struct.new(:layout, :given) do
        def call(&progress) = Core::Weeks::PlanData.of(layout.plan(**given, &progress))
      end

      # {strand id => {class => times over}} of the plan in force, by the classes of the new one.
      def places_in_force
        return unless in_force
        days = layout.meetings.each_with_index.to_h { |meeting, index| [[meeting.on.iso8601, meeting.at], index] }
        in_force[:plan]["classes"].each_with_object({}) do |planned, found|
          index = days[planned.values_at("on", "at")] or next
          planned["places"].each { |place| (found[place["combination_id"]] ||= {})[index] = place["times"] }
        end
      end

      # Classes that are over, as the plans that were in force then had them (plain data).
      def past_classes
        @past_classes ||= begin
          held = programme.meetings.map { |meeting| [meeting.on.iso8601, meeting.at] }
          @club.programmes.past(row[:id], from).select { |planned| held.include?(planned.values_at("on", "at")) }
        end
      end

      # {day => ids of combinations} of what its classes really drilled.
      def drilled = @drilled ||= squads.drilled(start)

      # What a proposed plan does otherwise (Core::Weeks::Move).
      def moves(proposed)
        return [] unless in_force
        day = proposed[:planned_on].iso8601
        before, after = [in_force, proposed].map { |each| by_day(each[:plan], day) }
        Core::Weeks::Moves.new(before, after, size: learners.size, said: said_by_now,
          can: shares(proposed, "now"), ends: ends(proposed)).all
      end

      # Forecasts of the plans that were in force, with what came of who was marked.
      def scores = Core::Weeks::Scores.new(forecasts)

      private

      def away = @settings.pointed_out["away"]

      def by_day(plan, from)
        plan["classes"].select { |planned| planned["on"] >= from }
          .to_h do |planned|
            [[Date.iso8601(planned["on"]), planned["at"]],
              planned["places"].map { |place| place.values_at("combination_id", "rung", "times") }]
          end
      end

      def shares(plan, key) = plan[:plan]["outlooks"].to_h { |outlook| [outlook["combination_id"], outlook[key]] }

      # What the plans in force expected of their goals, at the rung wanted, after the last class with each.
      def said_by_now =
        past_classes.flat_map { |planned| planned["places"] }
          .to_h { |place| [place["combination_id"], place["after"]] }

      def ends(proposed)
        was, is = shares(in_force, "share"), shares(proposed, "share")
        (was.keys & is.keys).to_h { |id| [id, [was[id], is[id]]] }
      end

      def forecasts
        days = squads.class_days(start).map(&:iso8601)
        classes = past_classes.select { |planned| days.include?(planned["on"]) }
        return [] if classes.empty?
        marks = squads.marks(start - 4 * @settings.half_life).group_by { |(student, id, _), _| [student, id] }
          .transform_values { |list| list.flat_map { |(_, _, rung), each| each.map { |mark| [rung, mark] } } }
        classes.flat_map do |planned|
          planned["places"].flat_map { |place| came_of(place, Date.iso8601(planned["on"]), marks) }
        end
      end

      def came_of(place, day, marks)
        place["said"].filter_map do |said|
          known = marks.fetch([said["student_id"], place["combination_id"]], [])
          _, came = known.find { |rung, mark| mark.on == day && rung == said["rung"] }
          next unless came
          _, last = known.select { |_, mark| mark.on < day }.max_by { |_, mark| mark.on }
          Core::Weeks::Scores::Case.new(said["rate"], share(came), last && share(last))
        end
      end

      def share(mark) = mark.clean.fdiv(mark.attempted)
    end
  end
end
