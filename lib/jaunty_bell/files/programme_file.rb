module JauntyBell
  module Files
    # A programme with its combinations and students in one JSON file: what bin/jaunty plan reads. The shape is in docs/formats.md.
    module ProgrammeFile
      class << self
        # A Core::Weeks::Layout and the seed from a file's text. Raises Core::InvalidInput.
        def read(text, reading)
          data = JSON.parse(text)
          shelf = data.fetch("combinations").to_h { |name, notation| [name, Core::Card::Named.new(id: name, name: name, what: Core::Bench::Notation.read(notation, reading))] }
          today = data.key?("today") ? day(data["today"], "today") : Date.iso8601(data.fetch("start"))
          learners = data.fetch("students").each_with_index.map { |student, i| learner(student, i, today) }
          [Core::Weeks::Layout.new(programme(data), shelf: shelf, learners: learners, today: today, juniors: data.fetch("juniors", false)), data.fetch("seed", 0)]
        rescue JSON::ParserError, KeyError, TypeError, NoMethodError, ArgumentError => e
          raise Core::InvalidInput, "This is no programme: #{e.message.lines.first.strip}"
        end

        # A Core::Weeks::Programme from plain data (string keys); goals, pins and the rest name combinations as `named` has them.
        def programme(data, named: ->(each) { each.fetch("combination") })
          facts = data.slice("weeks", "slots", "seconds", "effort", "usual").transform_keys(&:to_sym)
          Core::Weeks::Programme.new(**facts, start: day(data.fetch("start"), "start"), times: data.fetch("times").map { |time| Core::Weeks::MeetingTime.new(**time.slice("weekday", "at", "minutes").transform_keys(&:to_sym)) },
            holidays: data.fetch("holidays", []).map { |each| day(each, "holidays") }, goals: data.fetch("goals").map { |goal| Core::Weeks::Goal.new(combination_id: named.call(goal), rung: goal.fetch("rung"), importance: goal.fetch("importance", 3)) },
            pins: data.fetch("pins", []).map { |pin| Core::Weeks::Pin.new(combination_id: named.call(pin), on: day(pin.fetch("on"), "pins"), rung: pin["rung"]) },
            not_before: data.fetch("not_before", []).to_h { |each| [named.call(each), day(each.fetch("on"), "not_before")] }, never: data.fetch("never", []).map { |each| [named.call(each), day(each.fetch("on"), "never")] },
            limits: Core::Weeks::Limits.new(**data.fetch("limits", {}).transform_keys(&:to_sym)))
        end

        private

        def learner(student, i, today)
          half_life = student.fetch("half_life", Core::Book::Mastery::HALF_LIFE)
          known = student.fetch("marks", []).group_by { |mark| [mark.fetch("combination"), mark.fetch("rung")] }.transform_values do |marks|
            Core::Book::Evidence.of(marks.map { |mark| Core::Book::Mastery::Mark.new(on: day(mark.fetch("on"), "students/#{i}/marks"), attempted: mark.fetch("attempted"), clean: mark.fetch("clean")).checked }.select { |mark| mark.on <= today }, half_life: half_life)
          end
          holds = student.fetch("holds", []).map { |hold| Core::Care::Hold.new(matter: hold.fetch("matter", "other"), blocks: hold.fetch("blocks"), from: day(hold.fetch("from"), "students/#{i}/holds"), to: hold["until"] && day(hold["until"], "students/#{i}/holds")).checked }
          Core::Weeks::Learner.new(id: student.fetch("name"), name: student.fetch("name"), keen: student.fetch("keen", 0.8), known: known.compact, half_life: half_life, held_back: holds, stance: student.fetch("stance", "orthodox").to_sym)
        end

        def day(text, path)
          Date.iso8601(text.to_s)
        rescue Date::Error
          raise Core::InvalidInput.new("\"#{text}\" is not a date; write it as 2026-11-25.", path: path)
        end
      end
    end
  end
end
