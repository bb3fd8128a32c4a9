module JauntyBell
  module Api
    # The Floor: a class held from a card, and the facts of it.
    class Floor < Room
      include Planning
      include Doorway

      MOST = 60 # students, up to whom it is told what is short, and who can be paired without the server where nobody is expected

      LOOKED_BACK = 7 * Ledger::WEEKS # days
      REVIEWED = 4 # classes

      WHAT_HAPPENED = %i[round_runs attendances departures pairings taken_back].freeze # facts that change what a class came to

      FOLLOWERS = Followers.new

      get "/classes", who: :all do
        from = Clock.now - 12 * 3600
        answer(classes.between(from, from + (params["days"] || 14).to_i * 86_400).map { |row| Files::ClassJson.line(row) })
      end

      # Everybody who may come, and their groups.
      get "/people", who: :all do
        answer({groups: people.groups.map { |group| group.slice(:id, :name, :juniors) }, students: Files::StudentJson.all(people)})
      end

      post "/classes", who: :all do
        card = cards.find(body_given["card_id"])
        opened = classes.open(id: body_given["id"], card_id: card[:id], group_id: body_given["group_id"], coach_id: account[:id],
          title: card[:name], minutes: card[:minutes], starts_at: Clock.now)
        answer(shown(opened), status: 201)
      end

      get("/classes/:id", who: :all) { answer(shown(classes.find(id))) }

      post "/classes/:id/facts", who: :all do
        facts = body_given.to_h { |table, list| [table.to_sym, list.map { |fact| fact.respond_to?(:to_h) ? fact.transform_keys(&:to_sym) : fact }] }
        check(facts)
        fresh = classes.record(id, facts, coach_id: account[:id])
        classes.find(id).then { |row| keep_work(row) if row[:ended_at] } if WHAT_HAPPENED.any? { |table| facts[table]&.any? }
        answer({new: fresh, now: Clock.now.iso8601(3)})
      end

      # What sensors felt, round by round, held against what was planned.
      get "/classes/:id/reviews", who: :all do
        row = classes.find(id)
        runs = whole(row, classes.expected_students(row)).runs
        stances = people.students.to_h { |student| [student[:id], student[:stance]] }
        heard = classes.recordings(row[:id])
        audit.note_all(heard.select { |recording| recording[:kind] == "heart" }.map { |recording| recording[:student_id] }, "read what the heart said in class")
        answer(heard.filter_map { |recording| reviewed(recording, runs[recording[:round]], stances[recording[:student_id]]) })
      end

      # The same of one student, over the last classes in which they wore one, for the Book.
      get "/students/:id/reviews", who: :all do
        student = people.student(id)
        heard = Store::Book.new(db, club_id).recordings(student[:id], since: people.today - LOOKED_BACK).group_by { |row| row[:class_id] }.first(REVIEWED)
        read_health("what the heart said in class") if heard.flat_map(&:last).any? { |row| row[:kind] == "heart" }
        answer(heard.flat_map do |class_id, recordings|
          row = classes.find(class_id)
          runs = whole(row, classes.expected_students(row)).runs
          recordings.map { |recording| reviewed(recording.merge(student_id: student[:id]), runs[recording[:round]], student[:stance]).merge(class_id: class_id, on: recording[:on].iso8601) }
        end)
      end

      # The whole class as one track for a loudspeaker.
      get "/classes/:id/track.wav", who: :all do
        row = classes.find(id)
        expected = classes.expected_students(row)
        whole = whole(row, expected)
        day = classes.day_of(row)
        owned = owned(Files::RunsJson.of(whole), expected, day)
        track = Files::ClassTrack.new(sheet(row, whole, expected, day, owned), own: school.spoken_words)
        content_type "audio/wav"
        attached(row[:title], "wav")
        headers "content-length" => track.size.to_s
        track
      end

      # Pairs of those who are here, on the given terms.
      post "/classes/:id/pairs", who: :all do
        row = classes.find(id)
        students = people.students.select { |student| body_given["present"].include?(student[:id]) }
        pairs = pairs(students, known_at_door(row, students), locked: body_given["locked"], contact: body_given["contact"], holding: body_given["holding"])
        answer(Files::PairsJson.of(pairs.made))
      end

      get "/classes/:id/live", who: :all do
        now = aged(classes.find(id)[:live])
        content_type "text/event-stream"
        next FOLLOWERS.event(now) unless env["rack.hijack?"]
        who, base = account[:id], db
        FOLLOWERS.add([club_id, id], env["rack.hijack"].call, now) { Accounts.signed_in?(base, who) }
        ""
      end

      put "/classes/:id/live", who: :all do
        live = body_given.except("take").merge("name" => account[:name])
        classes.go_on(id, live.merge("told" => Clock.now.to_f), take: body_given["take"])
        answer({told: FOLLOWERS.tell([club_id, id], live.except("card_version")), now: Clock.now.iso8601(3)})
      end

      put "/classes/:id/ended", who: :all do
        closed = classes.close(id, ended_at(classes.find(id)))
        keep_work(closed)
        answer(shown(closed))
      end

      private

      # When a class ended: since it was to begin, and not later than now.
      def ended_at(row)
        told = Time.iso8601(body_given["ended_at"])
        return told if told.between?(row[:starts_at] - EARLY, Clock.now + EARLY)
        raise Core::InvalidInput.new("A class ends after it has begun and not in time to come.", path: "ended_at")
      end
      EARLY = 6 * 3_600 # seconds by which a class may begin before its time, and a device's clock may be ahead

      def pairs(students, known, **terms)
        Core::Floor::Pairs.new(students.map { |student| partner(student, known) }, apart: known[:apart], met: known[:met], school: school.settings, **terms)
      end

      def reviewed(recording, run, stance)
        told = recording.slice(:student_id, :round, :kind).merge(title: run&.title || "A round that is not on the card any more")
        return told.merge(heart: Files::ReviewJson.heart(recording[:samples].to_a)) if recording[:kind] == "heart"
        task = run&.task
        return told unless task&.combination
        plan = Core::Floor::Review::Planned.of(task.combination, reading(stance: stance), tempo: task.tempo, pause: task.pause)
        told.merge(strikes: Files::ReviewJson.of(Core::Floor::Review.new(recording[:samples].map { |sample| Core::Floor::Strike.read(sample.to_a) }, plan: plan)))
      end

      # What was said some time ago, as it stands now.
      def aged(live)
        return live unless live&.dig("ring", "running")
        since = ((Clock.now.to_f - live["told"]) * 1000).round
        live.to_h.merge("ring" => live["ring"].to_h.merge("gone" => live["ring"]["gone"] + since))
      end

      # What the class came to, from its card as it is now and the bells that rang.
      def keep_work(row)
        works = Store::Works.new(db, club_id)
        works.keep(row[:id], Core::Book::ClassWork.of(whole(row, classes.expected_students(row)), works.worked(row[:id])))
      end

      def classes = @classes ||= Store::Classes.new(db, club_id)

      AHEAD = 86_400 # seconds by which what a device tells may lie in time to come: its clock is wrong

      # The core's own rules for what a device sends, with the place of what is wrong.
      def check(facts)
        facts.except(:taken_back, :guests).each do |table, list|
          late = list.index { |fact| Time.iso8601(fact[:at].to_s) > Clock.now + AHEAD }
          raise Core::InvalidInput.new("This is dated in time to come: put the clock of this device right.", path: "#{table}/#{late}/at") if late
        end
        facts.fetch(:marks, []).each_with_index do |mark, i|
          at("marks/#{i}") { Core::Book::Mastery::Mark.new(on: mark[:on], attempted: mark[:attempted], clean: mark[:clean]).checked }
        end
        facts.fetch(:recordings, []).each_with_index do |recording, i|
          reader = (recording[:kind] == "strikes") ? Core::Floor::Strike : Core::Book::HeartRate
          at("recordings/#{i}") { recording[:samples].each { |sample| reader.read(sample) } }
        end
        facts.fetch(:efforts, []).each_with_index do |effort, i|
          at("efforts/#{i}") { Core::Book::Effort.new(effort[:effort], effort[:minutes]) }
        end
      end

      def at(place)
        yield
      rescue Core::InvalidInput => e
        raise Core::InvalidInput.new(e.message, path: "#{place}/#{e.path}")
      end

      # The plan of a class for those who are expected: of its card as it is, or from the first bell on as it was then.
      def whole(row, expected)
        blocks = row[:card_id] ? cards.drilled(row[:card_id], row[:card_version])[:blocks] : []
        reckoned(blocks, row[:minutes], expected.size.nonzero?)
      end

      def shown(row)
        expected, students = classes.expected_students(row), people.students
        whole = whole(row, expected)
        rounds = Files::RunsJson.of(whole)
        known = known_at_door(row, students)
        audit.note_all(known[:held].keys, "read at the door what they are held back from")
        owned = owned(rounds, expected, known[:day])
        terms = terms(whole)
        rows = combinations.by_id((rounds.filter_map { |round| round[:combination_id] } + pools(whole)).uniq)
        how = reading
        row.slice(:id, :title, :card_id, :group_id, :minutes).merge(
          card_version: row[:card_version] || (row[:card_id] && cards.version_of(row[:card_id])),
          starts_at: row[:starts_at].utc.iso8601, ended_at: row[:ended_at]&.utc&.iso8601, rounds: with_holds(with_versions(rounds, expected, known[:day]), whole, students, known[:held]),
          combinations: rows.transform_values { |found| Files::CombinationJson.of(found, how) },
          segments: sheet(row, whole, expected, known[:day], owned).segments.map { |segment| Files::SegmentJson.of(segment) },
          students: doors(students, known, owned, rows.transform_values { |found| found[:name] }), expected: expected.map { |student| student[:id] },
          short: Files::KitJson.short(whole, MOST), first_aid: school.settings.first_aid, matters: Core::Care::MATTERS, red_flags: Core::Care::HeadKnock::RED_FLAGS,
          **terms, pairing: pairs(expected.empty? ? students.first(MOST) : expected, known, **terms).table, own_words: school.own_words,
          facts: facts(row[:id])
        )
      end

      # Whether a class has contact, and whether somebody holds in it.
      def terms(plan) = {contact: plan.tasks.values.any? { |task| task.round.contact && task.held? }, holding: plan.tasks.values.any?(&:held_kit)}

      def pools(plan) = called(plan).flat_map { |task| task.round.drill.members }

      def called(plan) = plan.tasks.values.select { |task| task.manner == "called" }

      def doors(students, known, owned, names)
        groups = people.groups.to_h { |group| [group[:id], group[:name]] }
        due = due_of(owned, names)
        students.map { |student| at_door(student, known, groups, due) }
      end

      # What is called is drawn from the class's own seed, so that every device has the same.
      def sheet(row, plan, expected, day, owned)
        pool = called(plan).flat_map { |task| task.round.drill.members.zip(task.drill.facts.pool) }.to_h
        Core::Floor::CueSheet.new(plan, seed: row[:id].delete("-").to_i(16) % 1_000_003, weights: weights(pool, owned, expected, day), voice: school.voice)
      end

      OURS = %i[club_id class_id coach_id].freeze # columns a device does not need

      # What happened at a knock is for coaches.
      def facts(class_id)
        known = classes.facts(class_id)
        audit.note_all(known[:knocks].map { |knock| knock[:student_id] }, "read what happened at a knock") unless assistant?
        known.to_h do |table, list|
          hidden = (table == :knocks && assistant?) ? [*OURS, :text] : OURS
          [table, list.map { |fact| fact.except(*hidden).transform_values { |value| Files::StudentJson.plain(value) } }]
        end
      end
    end
  end
end
