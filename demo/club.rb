require "yaml"
require "zlib"
require "jaunty_bell/services"
require "jaunty_bell/files"
require "jaunty_bell/stand_ins"
require_relative "own_pages"
require_relative "season"

module JauntyBell
  # The demo club, made by code from a fixed seed and dated relative to a day: its people, shelf and cards, and
  # weeks of classes with their attendance, efforts and marks.
  module Demo
    class Club
      SEED = 1898
      FACTS = YAML.safe_load_file(File.join(__dir__, "club.yml")).freeze
      PASSWORD = FACTS.fetch("password")
      OWNER = FACTS.fetch("coaches").first.fetch("email")

      # `today` is the last day of history, `weeks` how many there are, `now` the time up to which classes have been
      # held.
      def initialize(db, today:, now: nil, weeks: 8, seed: SEED)
        @db = db
        @today = today
        @now = now ||
          ((today == Clock.today(FACTS["time_zone"])) ? Clock.now : Time.utc(today.year, today.month, today.day, 12))
        @weeks = weeks
        @seed = seed
        draw_for("the club")
      end

      # Writes everything in one transaction. `hash` turns the password into what accounts keep. Returns the club's id.
      def load(hash:)
        @db.transaction do
          @club_id = uuid
          @db[:clubs].insert(id: @club_id, name: FACTS["name"], time_zone: FACTS["time_zone"],
            country: FACTS["country"], demo: true,
            settings: Sequel.pg_jsonb(FACTS["settings"]))
          accounts(hash)
          people
          shelf
          drills
          flows
          cards
          closures
          classes
          draw_for("what follows")
          holds
          knock
          elsewhere
          plan_on(@today)
          close_days
          hours
          named_series
          own_pages
        end
        @club_id
      end

      private

      # A version 4 UUID drawn from the seed.
      def uuid = uuid_of(@random.bytes(16))

      # From here on chance is of this part of the story alone, so that what happened in a class is the same whatever
      # weekday today is.
      def draw_for(*part)
        @random = Random.new(Zlib.crc32([@seed, *part].join("/")))
        @told = Random.new(@random.seed + 1) # of what is written down, so that it does not disturb the rest
      end

      def uuid_of(bytes)
        hex = bytes.unpack1("H*")
        hex[12] = "4"
        hex[16] = %w[8 9 a b][hex[16].to_i(16) % 4]
        [hex[0, 8], hex[8, 4], hex[12, 4], hex[16, 4], hex[20, 12]].join("-")
      end

      def accounts(hash)
        logins = Store::Logins.new(@db).tap(&:sweep)
        @coaches = FACTS["coaches"].to_h do |coach|
          [coach["email"],
            logins.place(club_id: @club_id, login: {email: coach["email"], hash: hash}, name: coach["name"],
              role: coach["role"])]
        end
      end

      def people
        @groups = FACTS["groups"].to_h { |group| [group["name"], uuid] }
        FACTS["groups"].each do |group|
          @db[:groups].insert(club_id: @club_id, id: @groups[group["name"]], name: group["name"],
            juniors: group.fetch("juniors", false))
        end
        @students = FACTS["students"].map { |student| student.merge("id" => uuid) }
        @students.each do |student|
          @db[:students].insert(club_id: @club_id, id: student["id"], group_id: @groups.fetch(student["group"]),
            name: student["name"], stance: student["stance"], level: student["level"],
            trains_elsewhere: student.fetch("elsewhere", false), **on_file(student))
        end
        apart
        comings_and_goings
      end

      # Who trains with a second group, who has paused, who has left.
      def comings_and_goings
        @students.each do |student|
          membership = ->(ago) { Store::Membership.new(@db, @club_id, student["id"], today: @today - ago) }
          student["also"]&.then { |also| membership.call(also["since"]).also([@groups.fetch(also["group"])]) }
          student["paused"]&.then do |paused|
            membership.call(0).pause(id: told_id, from: @today - paused["since"], to: @today + paused["for"])
          end
          student["left"]&.then { |ago| membership.call(ago).leave }
        end
      end

      # Numbers of the kind kept free for stories; nobody answers them.
      def on_file(student)
        {kg: student["kg"], born_on: @today - (student["age"] * 365.25).round - 40, stance_wish: student["wish"],
         guardian: student.fetch("guardian", ""),
         emergency_name: student["call"], **heart(student),
         emergency_phone: format("07700 900%03d",
           100 + FACTS["students"].index { |each| each["name"] == student["name"] } * 7)}
      end

      def heart(student) =
        FACTS["hearts"].find { |heart| heart["student"] == student["name"] }
          .then do |heart|
            heart ? {heart_rest: heart["rest"], heart_max: heart["max"], heart_weights: heart["weights"]} : {}
          end

      def apart
        ids = @students.to_h { |student| [student["name"], student["id"]] }
        FACTS["apart"].each do |names|
          ids.values_at(*names).sort.then do |one, two|
            @db[:kept_apart].insert(club_id: @club_id, one_id: one, two_id: two)
          end
        end
      end

      def stock = @stock ||= Services::Bench::Stock.new(Services::Club.new(@db, @club_id), id: method(:uuid))

      def shelf = @combinations = stock.combinations(FACTS.values_at("combinations", "footwork", "answers").flatten)

      def named_series
        FACTS["series"].each do |name, combinations|
          Store::Series.new(@db, @club_id).add(id: uuid, name: name,
            combination_ids: combinations.map { |each| @combinations.dig(each, :id) })
        end
      end

      def own_pages
        draw_for("their own pages")
        OwnPages.new(@db, @club_id, facts: FACTS["own_pages"], coaches: @coaches, today: @today, random: @random,
          students: @students.to_h { |student| [student["name"], student] }) { told_id }.load
      end

      def drills = stock.drills(FACTS["drills"])

      # Flows, each from a line as a coach writes it.
      def flows = stock.flows(FACTS["flows"])

      def cards = @cards = stock.cards(FACTS["cards"], groups: @groups)

      # Who is held back at the moment.
      def holds
        store = Store::Care.new(@db, @club_id, account_id: @coaches[OWNER])
        FACTS["holds"].each do |hold|
          store.add(id: uuid, student_id: student(hold["student"])["id"], matter: hold["matter"],
            blocks: hold["blocks"], from: @today - hold["since"], to: hold["for"] && @today + hold["for"],
            note: hold["note"])
        end
      end

      # A knock to the head some time ago, and how far the return has come.
      def knock
        facts, club = FACTS["knock"], Services::Club.new(@db, @club_id, {id: @coaches[OWNER]})
        row = club.care.add(id: told_id, student_id: student(facts["student"])["id"],
          matter: Core::Care::HeadKnock::MATTER, blocks: ["all"],
          from: @today - facts["ago"], to: nil, note: facts["note"])
        returns = Services::Care::Returns.new(club, today: @today)
        facts["steps"].each_with_index do |after, i|
          returns.step(told_id, row[:id], step: i + 1, on: @today - facts["ago"] + after, symptoms: false)
        end
      end

      # Sessions that are no class of the club, and days of rest.
      def elsewhere
        FACTS["elsewhere"].each do |facts|
          record = Store::Record.new(@db, @club_id, student(facts["student"])["id"], account_id: nil)
          facts["days"].each do |ago|
            record.add_effort(id: told_id, on: @today - ago, effort: facts["effort"], minutes: facts["minutes"],
              title: facts["title"], at: evening(@today - ago))
          end
          facts["rest"].each do |ago|
            unless trained?(facts["student"], @today - ago)
              record.add_effort(id: told_id, on: @today - ago, effort: 0, minutes: 0, title: "rest",
                at: evening(@today - ago))
            end
          end
        end
      end

      def evening(day) = Time.utc(day.year, day.month, day.day, 20)

      # Days to come on which the club is closed, far enough off that no class of this week is called off.
      def closures
        store, soon = Store::Closures.new(@db, @club_id), @today + 7
        FACTS["closures"].each do |each|
          from = each["in"] ? soon + (each["day"] - soon.cwday) % 7 + 7 * each["in"] : coming(each["from"], soon)
          to = each["to"] ? coming(each["to"], from) : from
          store.add(id: told_id, name: each["name"], from: from, to: to) if from < @today + 84
        end
      end

      # When each group trains in an ordinary week.
      def hours
        store = Store::Groups.new(@db, @club_id)
        FACTS["groups"].each do |group|
          store.keep_hours(@groups[group["name"]], group["slots"].map { |slot|
            {id: told_id, day: slot["day"], at: slot["at"], minutes: slot["minutes"],
             room: slot.fetch("room", "Main hall"), coach_id: @coaches[group["coach"]]}
          })
        end
      end

      # Classes that fall on them.
      def close_days
        Store::Closures.new(@db, @club_id).settle
        @db[:classes].where(club_id: @club_id).exclude(closure_id: nil).update(cancelled_at: @now, changed_at: @now)
      end

      # The next day of that name ("12-24") from a day on.
      def coming(day, from) =
        [from.year, from.year + 1].map { |year| Date.iso8601("#{year}-#{day}") }.find { |date| date >= from }

      # The programme under way.
      def season
        @season ||= begin
          facts = FACTS["programme"]
          group = FACTS["groups"].find { |each| each["name"] == facts["group"] }
          Season.new(@db, @club_id, facts: facts, slots: group["slots"], group_id: @groups[group["name"]],
            goals: facts["goals"].map { |name, *wanted| [@combinations.dig(name, :id), *wanted] },
            template: @cards.fetch(facts["card"]), shelf: named, today: @today, id: method(:told_id)) do |day|
              learners(group, day)
            end
        end
      end

      def plan_on(day)
        draw_for("the programme", day - @today)
        season.plan_on(day)
      end

      def learners(group, day)
        of_group = @students.select { |student| keen(student, group, day) && about?(student, day) }
        holds = Store::Care.new(@db, @club_id).holds(day, of_group.map { |student| student["id"] })
        of_group.map do |student|
          Core::Weeks::Learner.new(id: student["id"], name: student["name"], keen: keen(student, group, day),
            stance: student["stance"].to_sym, held_back: holds.fetch(student["id"], []))
        end
      end

      def named =
        @combinations.values.to_h { |row|
          [row[:id], Core::Card::Named.new(id: row[:id], name: row[:name], what: meaning(row[:id]))]
        }

      def student(name) = @students.find { |each| each["name"] == name }

      def trained?(name, day) = @db[:efforts].where(club_id: @club_id, student_id: student(name)["id"], on: day).any?

      # How often somebody comes to the classes of a group, 0 to 1; nil where they do not belong to it.
      def keen(student, group, day)
        return student["keen"] if student["group"] == group["name"]
        also = student["also"]
        also["keen"] if also && also["group"] == group["name"] && @today - day < also["since"]
      end

      # Whether somebody was to be seen at all on a day.
      def about?(student, day)
        return false if student["away"] && @today - day < student["away"]
        return false if student["left"] && @today - day <= student["left"]
        return false if student["paused"] && @today - day <= student["paused"]["since"]
        FACTS["knock"]["student"] != student["name"] || @today - day >= FACTS["knock"]["ago"]
      end

      # Every slot of the week took place so many weeks running, and stands in the calendar four weeks on.
      def classes
        slots = FACTS["groups"].flat_map do |group|
          group["slots"].each_with_index.map { |slot, i| [group, slot, group["cards"][i % group["cards"].size]] }
        end
        dated = slots.flat_map do |group, slot, card|
          last = last_class_of(slot)
          (last - 7 * (@weeks - 1)).step(@today + 28, 7).map { |day| [day, group, slot, card, (last - day).to_i / 7] }
        end
        dated.sort_by { |day, group, slot, *| [day, slot["at"], group["name"]] }
          .each { |day, group, slot, card, ago| run_class(group, slot, card, day, ago) }
      end

      # The last day on which a slot's class is over by now.
      def last_class_of(slot) =
        (@today - 7..@today).select { |day|
          day.cwday == slot["day"] && starts(slot, day) + slot["minutes"] * 60 <= @now
        }.max

      def starts(slot, day) =
        TZInfo::Timezone.get(FACTS["time_zone"])
          .local_to_utc(Time.utc(day.year, day.month, day.day, *slot["at"].split(":").map(&:to_i)))

      # A class in the calendar, and what happened in it where it is over. `ago` says how many weeks after it there was
      # a later one.
      def run_class(group, slot, card_name, day, ago)
        starts = starts(slot, day)
        ends = starts + slot["minutes"] * 60
        over = ends <= @now
        card = card_of(group, card_name, day, over)
        draw_for(group["name"], slot["day"], ago)
        id = uuid
        @db[:classes].insert(club_id: @club_id, id: id, card_id: card[:id], group_id: @groups[group["name"]],
          coach_id: @coaches[group["coach"]], title: card[:name], minutes: slot["minutes"], starts_at: starts,
          room: slot.fetch("room", "Main hall"), series_id: series(group, slot))
        return unless over
        record(id, group, card, day, starts, slot["minutes"], @weeks - 1 - ago)
        close(id, card, ends)
      end

      # What the programme lays out, of its classes that are over; else the group's card.
      def card_of(group, name, day, over)
        return @cards.fetch(name) unless over && group["name"] == FACTS["programme"]["group"] && day >= season.start
        season.card(plan_on(day))
      end

      def record(class_id, group, card, day, starts, minutes, week)
        there = @students.select do |student|
          often = keen(student, group, day)
          often && @random.rand < often && about?(student, day)
        end
        pairings = pairs(there).map { |ids| {id: uuid, student_ids: ids, at: starts} }
        Services::Floor::Facts.new(coached(group), class_id, now: @now).take({pairings: pairings,
          attendances: there.map { |student| {id: uuid, student_id: student["id"], at: starts} },
          round_runs: runs(card, starts),
          efforts: there.map { |student| effort(student, card, day, starts, minutes, week) },
          marks: there.flat_map { |student| marks(student, card, day, starts, week) } + lost(there, card, day, starts),
          notes: notes(there, starts), knocks: knocks(there, starts), recordings: recordings(there, card, day, starts),
          bells: bells(starts, minutes)})
      end

      # The plan of its card is worked out once for all its classes.
      def close(class_id, card, ends)
        @club ||= Services::Club.new(@db, @club_id)
        @club.classes.close(class_id, ends)
        @club.works.keep(class_id, Core::Book::ClassWork.of(card[:plan], @club.works.worked(class_id)))
      end

      # The club as the coach of a group works with it.
      def coached(group)
        (@coached ||= {})[group["coach"]] ||= Services::Club.new(@db, @club_id, {id: @coaches[group["coach"]]})
      end

      # What the straps of some heard in the last classes, round by round.
      def recordings(there, card, day, starts)
        FACTS["hearts"].flat_map do |heart|
          wearer = there.find { |student| student["name"] == heart["student"] && @today - day <= 5 * heart["worn"] } or
            next []
          runs, form = card[:plan].runs, @told.rand(0.82..1.02) # no evening is like another
          strap = StandIns::HeartStrap.new(runs.flat_map { |run|
            [[run.change + run.explain, 1.5], [run.work, [run.effort * form + @told.rand(-0.7..0.7), 1].max],
              [run.rest, 2]]
          },
            seed: @told.rand(100_000), rest: heart["rest"], most: heart["max"] || 208 - 0.7 * wearer["age"],
            dropouts: 0.02)
          heard = strap.samples
          runs.each_with_index.select { |run, _| run.task&.strikes? }.map do |run, i|
            bell = run.bell * 1_000
            samples = heard.select { |at, _| at.between?(bell, bell + run.work * 1_000) }
              .map { |at, beats| [at - bell, beats] }
            {id: told_id, student_id: wearer["id"], round: i, kind: "heart", samples: samples,
             at: starts + run.bell_end}
          end
        end
      end

      # The clock was started when the class began, and stopped at its end.
      def bells(starts, minutes) =
        [[true, starts], [false, starts + 60 * minutes]].map { |running, at| {id: told_id, running: running, at: at} }

      # Somebody worked with somebody.
      def pairs(there)
        groups = there.map { |student| student["id"] }.shuffle(random: @random).each_slice(2).to_a
        if groups.any?
          groups.pop.then do |last|
            (last.size == 2 || groups.empty?) ? groups.push(last) : groups.push(groups.pop + last)
          end
        end
        groups.select { |ids| ids.size > 1 }
      end

      # One series for each slot of the week.
      def series(group, slot) = (@series ||= {})[[group["name"], slot["day"]]] ||= uuid

      def runs(card, starts)
        Core::Floor::Rounds.of(card[:plan]).each_with_index.map do |run, i|
          {id: uuid, round: i, title: run[:title], combination_id: run[:combination_id], worked_s: run[:work_s],
           outcome: "done", at: starts + 60 * 5 * i}
        end
      end

      # The card's planned effort, more for beginners and in the later weeks, and a little by the day.
      def effort(student, card, day, starts, minutes, week)
        felt = card[:plan].mean_effort + {"foundation" => 0.8, "building" => 0.2,
                                          "advanced" => -0.5}[student["level"]] + 0.08 * week + @random.rand(-1.2..1.2)
        {id: uuid, student_id: student["id"], on: day, effort: (felt * 2).round.clamp(2, 20) / 2.0,
         minutes: minutes - @random.rand(0..8), estimated: @random.rand < 0.12, at: starts + minutes * 60 + 1200}
      end

      # Marks on three of the card's combinations, cleaner with talent and with the weeks; often it is said where the
      # rough ones broke.
      def marks(student, card, day, starts, week)
        does(student, card).sample(3, random: @random).map do |combination_id, rung|
          attempted = @random.rand(8..16)
          chance = (0.54 + 0.44 * student["talent"] + 0.04 * week - complexity(combination_id) * 0.02).clamp(0.2, 0.97)
          clean = attempted.times.count { @random.rand < chance }
          {id: uuid, student_id: student["id"], combination_id: combination_id, rung: rung, on: day,
           attempted: attempted,
           clean: clean, broke_at: (broke_at(combination_id) if clean < attempted), at: starts + 1800}
        end
      end

      # [[combination id, rung], …] of a class: by the lanes where it was planned.
      def does(student, card)
        if card[:planned]
          return card[:planned].places.filter_map { |place|
            lane = [*place.instead, *place.lanes].find { |each| each.student_ids.include?(student["id"]) } or next
            [lane.combination_id || place.combination_id, lane.rung]
          }.uniq
        end
        card[:plan].tasks.values.filter_map { |task|
          [task.combination_id, task.round.rung] if task.combination_id && task.round.rung != "air"
        }.uniq
      end

      # The last link, or nobody said.
      def broke_at(combination_id)
        size = meaning(combination_id).actions.size
        size - 2 if size > 2 && @told.rand < 0.4
      end

      def meaning(id) =
        (@meanings ||= {})[id] ||= Store::Combinations.new(@db, @club_id)
          .meaning(@combinations.values.find { |row| row[:id] == id })

      # Some lose a set now and then, most at the same link.
      def lost(there, card, day, starts)
        drilled = card[:plan].tasks.values.select do |task|
          task.combination_id && task.round.rung != "air" && task.combination.actions.size > 2
        end
        there.select { @told.rand < 0.55 && drilled.any? }.map do |student|
          task = drilled.sample(random: @told)
          {id: told_id, student_id: student["id"], combination_id: task.combination_id, rung: task.round.rung, on: day,
           attempted: 1, clean: 0, broke_at: [task.combination.actions.size - 2, @told.rand(3)].min, at: starts + 2400}
        end
      end

      def notes(there, starts)
        return [] unless @told.rand < 0.4 && there.any?
        [{id: told_id, student_id: there.sample(random: @told)["id"], text: FACTS["notes"].sample(random: @told),
          at: starts + 2700}]
      end

      def knocks(there, starts)
        return [] unless @told.rand < 0.06 && there.any?
        [{id: told_id, student_id: there.sample(random: @told)["id"],
          text: "Shin on an elbow; ice, went on after a round.", matter: "knee or shin", at: starts + 2000}]
      end

      def told_id = uuid_of(@told.bytes(16))

      def complexity(id) = @combinations.values.find { |row| row[:id] == id }[:complexity].to_f
    end
  end
end
