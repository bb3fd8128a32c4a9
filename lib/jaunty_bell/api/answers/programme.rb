module JauntyBell
  module Api::Answers
    # A programme as its page shows it: what is wanted, what can be, what is planned, what is proposed instead and how
    # forecasts came out.
    class Programme
      # One line of the list (a row of Store::Programmes#lines).
      def self.line(row)
        row.slice(:id, :name, :group_id, :revision, :start, :weeks, :goals)
          .merge(group: row[:group_name], archived: !row[:archived_at].nil?)
      end

      # The same of a whole row.
      def self.line_of(row) =
        line(row.merge(start: row[:settings]["start"], weeks: row[:settings]["weeks"],
          goals: row[:settings]["goals"].size))

      # `view` a Services::Weeks::ProgrammeBook; `plan` and `proposed` rows of Store::Programmes or nil; `moves`
      # [Core::Weeks::Move]; `classes` the group's in the calendar.
      def initialize(row, view, plan:, proposed:, moves:, history:, classes:)
        @row = row
        @view = view
        @plan = plan
        @proposed = proposed
        @moves = moves
        @history = history
        @classes = classes
      end

      def to_h
        Programme.line_of(@row).merge(
          template_id: @row[:template_id], settings: @row[:settings], today: @view.today.iso8601,
          from: @view.from.iso8601, slots: programme.slots, seconds: programme.seconds, effort: programme.effort.to_f,
          ends: programme.ends.iso8601, ladder: @view.ladder, students: students, left_out: @view.left_out,
          held_back: held_back, names: @view.combination_names,
          meetings: programme.meetings.map { |meeting| meeting(meeting) }, loads: loads, wishes: wishes,
          plan: plan(@plan), proposed: plan(@proposed), moves: @moves.map { |move| move(move) },
          classes_since: @view.classes_since, scores: scores, history: @history.map { |each| history(each) }
        )
      end

      private

      def programme = @view.programme

      # Who is held back and from what, until when; the matter stays on their own page.
      def held_back
        @view.learners.reject { |learner| learner.held_back.empty? }.map do |learner|
          {id: learner.id, name: learner.name,
           holds: learner.held_back.map { |hold| {from: hold.blocked, until: hold.to&.iso8601} }}
        end
      end

      def students
        @view.learners.map { |learner| {id: learner.id, name: learner.name, keen: learner.keen.round(2)} }
      end

      def meeting(meeting)
        row = @classes.find { |each| each[:on] == meeting.on && each[:cancelled_at].nil? }
        {index: meeting.index, on: meeting.on.iso8601, at: meeting.at, minutes: meeting.minutes, week: meeting.week,
         past: meeting.on < @view.from, class_id: row && row[:id], took_place: !!row&.fetch(:ended_at),
         card_id: row && row[:card_id], title: row && row[:title], drilled: @view.drilled.fetch(meeting.on, [])}
      end

      def loads
        @view.layout.loads(came: @view.came).weeks.each_with_index
          .map do |week, i|
            {ceiling: week.ceiling&.to_f&.round, planned: week.load.to_f.round, easy: week.easy,
             came: @view.came[i]&.round}
          end
      end

      # What is plain to see now; what trying showed stands in each plan.
      def wishes
        if @view.layout.meetings.any?
          Core::Weeks::Obstacles.new(@view.layout).plain.map { |wish| Core::Weeks::PlanData.wish(wish) }
        else
          []
        end
      end

      def plan(row)
        return unless row
        days = row[:plan]["classes"].map { |planned| planned["on"] }
        {id: row[:id], nth: row[:nth], planned_on: row[:planned_on].iso8601, made_at: row[:made_at].iso8601,
         stale: row[:revision] != @row[:revision], **row[:plan].transform_keys(&:to_sym),
         classes: @view.past_classes.reject { |planned| days.include?(planned["on"]) } + row[:plan]["classes"]}
      end

      def move(move) =
        {combination_id: move.combination_id, from: places(move.from), to: places(move.to), why: move.why}

      def places(list) = list.map { |day, rung| {on: day.iso8601, rung: rung} }

      def history(row) =
        {id: row[:id], nth: row[:nth], planned_on: row[:planned_on].iso8601, made_at: row[:made_at].iso8601,
         value: row[:value], state: state(row)}

      def state(row)
        return "left" if row[:left_at]
        row[:taken_at] ? "taken" : "proposed"
      end

      def scores
        scores = @view.scores
        {count: scores.count, enough: scores.enough?,
         **%i[error as_last_time of_the_same base].to_h { |name| [name, scores.public_send(name)&.round(4)] },
         bins: scores.bins.map { |bin|
           bin.to_h.transform_values { |value| value.is_a?(Float) ? value.round(3) : value }
         }}
      end
    end
  end
end
