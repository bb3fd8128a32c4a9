module JauntyBell
  module Services::Weeks
    # Classes of a plan as draft cards in the calendar: a class that is there already gets the card, else one is put
    # there. The card is a card like any other from then on, and the programme goes by its plan whatever becomes of it.
    class ClassDrafts
      # `view` a ProgrammeBook with a plan in force.
      def initialize(club, view)
        @club = club
        @view = view
        @card = club.cards.find(view.row[:template_id])
        @template = club.plans.plan(@card[:blocks], @card[:minutes], group: view.row[:group_id])
      end

      # {on:, card_id:, class_id:, gave:, stuck:}: what making it fit gave up, or why it does not fit. Raises
      # InvalidInput or Conflict; nothing is kept then.
      def put(day)
        planned = planned_on(day)
        draft = Core::Weeks::Draft.new(@template, planned, shelf: @view.shelf, drills: drills(planned))
        @club.db.transaction(savepoint: true) do
          card = keep(draft, planned)
          {on: day.iso8601, card_id: card[:id], class_id: schedule(card, planned.meeting)[:id],
           gave: draft.fit.difference.changes.size, stuck: draft.fit.reason}
        end
      end

      private

      def planned_on(day)
        raise Core::InvalidInput.new("Make a plan first: there is none for #{day}.", path: "on") unless @view.in_force
        data = @view.in_force[:plan]["classes"].find { |each| each["on"] == day.iso8601 }
        meeting = data && @view.programme.meetings.find { |each| each.on == day && each.at == data["at"] }
        raise Core::InvalidInput.new("The plan has no class on #{day}.", path: "on") unless meeting
        data = JSON.parse(JSON.generate(data), symbolize_names: true)
        data[:places].select! { |place| @view.shelf.key?(place[:combination_id]) }
        Core::Weeks::PlanData.planned_class(data, meeting)
      end

      def keep(draft, planned)
        plan = @template.with(blocks: draft.blocks, minutes: planned.meeting.minutes)
        @club.cards.add(id: SecureRandom.uuid,
          name: "#{@view.row[:name]}, #{Core::Words.day(planned.meeting.on)}"[0, 80], level: @card[:level],
          group_id: @view.row[:group_id], **Core::Card::Data.kept(plan))
      end

      # The group's class of that time, or a new one.
      def schedule(card, meeting)
        there = @club.classes.of_day(@view.row[:group_id], meeting.on)
          .find { |row| row[:ended_at].nil? && row[:cancelled_at].nil? }
        if there
          return @club.classes.change(there[:id], card_id: card[:id], title: card[:name], minutes: meeting.minutes)
        end
        @club.classes.schedule([SecureRandom.uuid], at: "#{meeting.on.iso8601}T#{meeting.at}", card_id: card[:id],
          group_id: @view.row[:group_id], coach_id: @club.account_id, room: nil, title: card[:name],
          minutes: meeting.minutes).first
      end

      # {[combination id, rung] => Core::Card::Named} of drills made for a rung, of what is planned.
      def drills(planned)
        planned.places.map { |place| [place.combination_id, place.rung] }.uniq.to_h { |id, rung|
          [[id, rung], kept_drills.find { |named| made_for?(named, id, rung) }]
        }.compact
      end

      # The club's drills as Core::Card::Named, read once for all days.
      def kept_drills
        @kept_drills ||= begin
          rounds = @club.drills.all.map { |row| {"drill_id" => row[:id]} }
          @club.plans.shelf_of([{"rounds" => rounds}]).drills.values
        end
      end

      def made_for?(named, id, rung)
        Core::Bench::Progression.made_for?(named.what, rung) && named.member_at(rung) == id
      end
    end
  end
end
