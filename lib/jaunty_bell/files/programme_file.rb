module JauntyBell
  module Files
    # A programme with its combinations and students in one JSON file: what bin/jaunty plan reads. The shape is in
    # docs/formats.md.
    module ProgrammeFile
      class << self
        # A Core::Weeks::Layout and the seed from a file's text. Raises Core::InvalidInput.
        def read(text, reading)
          data = JSON.parse(text)
          shelf = data.fetch("combinations").to_h do |name, notation|
            [name, Core::Card::Named.new(id: name, name: name, what: Core::Bench::Notation.read(notation, reading))]
          end
          today = data.key?("today") ? Core::Weeks.day(data["today"], "today") : Date.iso8601(data.fetch("start"))
          learners = data.fetch("students").each_with_index.map { |student, i| learner(student, i, today) }
          model = Core::Learning::Model.new(marked(data, today), shelf: shelf.transform_values(&:what))
          [Core::Weeks::Layout.new(programme(data), shelf: shelf, learners: learners, model: model, today: today,
            juniors: data.fetch("juniors", false)), data.fetch("seed", 0)]
        rescue JSON::ParserError, KeyError, TypeError, NoMethodError, ArgumentError => e
          raise Core::InvalidInput, "This is no programme: #{e.message.lines.first.strip}"
        end

        private

        def programme(data) = Core::Weeks::Programme.from_data(data) { |each| each.fetch("combination") }

        # Core::Learning::Marked of all students, in order of days.
        def marked(data, today)
          data.fetch("students").each_with_index.flat_map { |student, i|
            student.fetch("marks", []).map { |mark|
              on = Core::Weeks.day(mark.fetch("on"), "students/#{i}/marks")
              [on, Core::Learning::Marked.new(student.fetch("name"), mark.fetch("combination"),
                Core::Bench::Rungs.rank(mark.fetch("rung")) ||
                  raise(Core::InvalidInput.new("\"#{mark["rung"]}\" is no rung.", path: "students/#{i}/marks")),
                on.jd, mark.fetch("attempted"), mark.fetch("clean"), mark["coach"], mark["broke_at"])]
            }
          }.select { |on, _| on <= today }.sort_by.with_index { |(on, _), at| [on, at] }.map(&:last)
        end

        def learner(student, i, today)
          half_life = student.fetch("half_life", Core::Book::Mastery::HALF_LIFE)
          known = student.fetch("marks", []).group_by { |mark| [mark.fetch("combination"), mark.fetch("rung")] }
            .transform_values do |marks|
            Core::Book::Evidence.of(marks.map { |mark|
              Core::Book::Mastery::Mark.new(on: Core::Weeks.day(mark.fetch("on"), "students/#{i}/marks"),
                attempted: mark.fetch("attempted"), clean: mark.fetch("clean")).checked
            }.select { |mark| mark.on <= today }, half_life: half_life)
          end
          holds = student.fetch("holds", []).map do |hold|
            Core::Care::Hold.new(matter: hold.fetch("matter", "other"), blocks: hold.fetch("blocks"),
              from: Core::Weeks.day(hold.fetch("from"), "students/#{i}/holds"),
              to: hold["until"] && Core::Weeks.day(hold["until"], "students/#{i}/holds")).checked
          end
          Core::Weeks::Learner.new(id: student.fetch("name"), name: student.fetch("name"),
            keen: student.fetch("keen", 0.8), known: known.compact, half_life: half_life, held_back: holds,
            stance: student.fetch("stance", "orthodox").to_sym)
        end
      end
    end
  end
end
