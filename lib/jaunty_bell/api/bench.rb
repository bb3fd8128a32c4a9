module JauntyBell
  module Api
    # The Bench: what is typed is read and judged; what is kept goes on the shelf.
    class Bench < Room
      post "/analysis", who: :all do
        question = body_given
        how = reading(stance: question["stance"], partner: question["partner"])
        answer(analysed(question, how))
      end

      post "/parts", who: :all do
        analysis = Core::Bench.analyse(body_given["notation"], reading: reading, setting: setting(body_given),
          **paced(body_given))
        answer(Files::PartsJson.new(analysis).to_a)
      end

      # What on the shelf is like it, and what is one step away.
      post "/near", who: :all do
        wanted = read(body_given["notation"])
        rows = combinations.all.reject { |row| row[:id] == body_given["except"] }
        shelf = Core::Bench::Likeness.new(rows.to_h { |row| [row[:id], combinations.meaning(row)] })
        names = rows.to_h { |row| [row[:id], row[:name]] }
        answer({like: shelf.like(wanted, most: 6).map { |id, share| {id: id, name: names[id], share: share.to_f} },
          one_step: shelf.one_step(wanted).map { |id, kind, at| {id: id, name: names[id], step: kind, at: at} }})
      end

      # What a partner does or shows, as a read drill takes it, and what usually answers it.
      post "/feeds", who: :all do
        answer(Files::FeedJson.of(Core::Bench::Feed.read(body_given["feed"], reading), reading, school.settings))
      end

      # Where the feet go, of a text or of a pattern by its name and length in cm.
      post "/paths", who: :all do
        given = body_given
        text = given["notation"] || Core::Bench::Path.shaped(given["shape"], given["size"])
        meaning = read(text)
        answer(Files::PathJson.of(Core::Bench::Path.new(meaning, reading))
          .merge(notation: Core::Bench::Notation.write(meaning, reading)))
      end

      # How the body does it, as far as the text can be read: poses over time, none where nothing can.
      post "/figures", who: :all do
        given = body_given
        how = reading(stance: given["stance"], partner: given["partner"])
        answer(Files::FigureJson.readable(given["notation"], how))
      end

      # A picture of it for paper and elsewhere: every pose in a row, or one action as it lands; from where one looks.
      get "/figures/drawing", who: :all do
        how = reading(stance: params["stance"], partner: params["partner"])
        part = Core::Bench::Notation.partly(params["notation"], how)
        combination = part.combination or raise part.error
        content_type "image/svg+xml"
        attached(params["notation"][0, 60], "svg")
        Files::FigureSvg.new(Core::Bench::Analysis.new(combination, reading: how), height: PICTURE, view: seen,
          only: action_of(combination)).to_s
      end

      get "/lexicon", who: :all do
        answer(Files::LexiconJson.new(reading, school.exercises, school.settings.seconds_per_rep).to_h)
      end

      get "/combinations", who: :all do
        how = reading
        search = Core::Bench::Search.new(params["search"].to_s, how)
        rows = combinations.all(archived: params["archived"] == "true")
        unless search.query.empty?
          rows = rows.select { |row| search.matches?(combinations.meaning(row), name: row[:name], tags: row[:tags]) }
        end
        answer(rows.map { |row| Files::CombinationJson.of(row, how) })
      end

      post "/combinations", who: :coach do
        given = body_given
        row = combinations.add(id: given["id"], name: given["name"], combination: read(given["notation"]),
          tags: given.fetch("tags", []), origin: given["origin_id"])
        answer(shown(row), status: 201)
      end

      get("/combinations/:id", who: :all) { answer(shown(combinations.find(id))) }

      put "/combinations/:id", who: :coach do
        given = body_given
        answer(shown(combinations.change(id, version: given["version"], name: given["name"],
          combination: read(given["notation"]), tags: given.fetch("tags", []))))
      end

      # Where it is drilled: what a change will change.
      get "/combinations/:id/uses", who: :all do
        combinations.find(id)
        answer({cards: combinations.cards_with(id).map { |card, name, rounds| {id: card, name: name, rounds: rounds} },
          drills: drills.with_combination(id).map { |drill, name| {id: drill, name: name} }})
      end

      put "/combinations/:id/archived", who: :coach do
        answer(shown(combinations.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      # "We teach it so" of a finding in this combination, or no longer.
      put "/combinations/:id/taught-so", who: :coach do
        given = body_given
        answer(shown(combinations.teach_so(id, given["rule"], version: given["version"],
          says: given["taught"] ? says_so : nil)))
      end

      post "/combinations/:id/copies", who: :coach do
        original = combinations.find(id)
        row = combinations.add(id: body_given["id"], name: combinations.free_name(original[:name]),
          combination: combinations.meaning(original), tags: original[:tags].to_a, origin: original[:id])
        answer(shown(row), status: 201)
      end

      # A list in plain text, or an export of ours, line by line; kept only where the coach says so, and then all that
      # can be kept or none.
      post "/imports", who: :coach do
        text = body_given["text"]
        json = text.lstrip.start_with?("{")
        form = json ? Files::CombinationExport : Files::CombinationList
        lines = form.read(text, reading, taken: combinations.all.map { |row| row[:name] })
        good = lines.reject(&:problem)
        if body_given["keep"]
          Services::Bench::ListImport.new(club).keep(good, series: body_given["series"],
            listed: json ? Files::CombinationExport.series(text) : [])
        end
        answer({kept: body_given["keep"] ? good.size : 0,
          lines: lines.map { |line| line.to_h.slice(:number, :name, :notation, :tags, :problem) }})
      end

      get "/exports/text", who: :all do
        content_type "text/plain; charset=utf-8"
        attachment "combinations.txt"
        Files::CombinationList.write(combinations.all, reading)
      end

      get "/exports/json", who: :all do
        attachment "combinations.json"
        answer(Files::CombinationExport.of(combinations.all, reading, series: series.all))
      end

      private

      PICTURE = 240.0 # points that a drawn body is high, with its words
      private_constant :PICTURE

      # From where a figure is looked at, or nil.
      def seen
        return unless params["turn"]
        {"turn" => Float(params["turn"]), "tilt" => Float(params.fetch("tilt", 0))}
      end

      # The index of the action that is asked for, or nil.
      def action_of(combination)
        return unless params["action"]
        at = Integer(params["action"], 10)
        return at if combination.actions[at]&.then { |action| action.own? && !action.pause? }
        raise Core::InvalidInput, "There is no body to draw of action #{at + 1} in this combination."
      end

      def shown(row) = Files::CombinationJson.of(row, reading)

      def read(notation) = Core::Bench::Notation.read(notation, reading)

      # What a question says of the drill.
      def setting(question)
        Core::Bench::Flow::Setting.new(school: school.settings,
          implement: question["implement"] && Core::Lexicon::Implements[question["implement"]],
          intensity: question["intensity"]&.to_sym, level: question["level"])
      end

      def analysed(question, how)
        judge = ->(combination) { judged(combination, question, how) }
        Files::AnswerJson.of(question["notation"], how, judge: judge) { |analysis| pace(analysis, question) }
      end

      def judged(combination, question, how)
        combination = combination.teaching(question.fetch("taught_so", []).to_h { |rule| [rule, {}] })
        Core::Bench::Analysis.new(combination, reading: how, setting: setting(question), **paced(question))
      end

      def paced(question) =
        {tempo: question["tempo"], pause: question["pause"]}.compact.transform_values { |number| exact(number) }

      def pace(analysis, question)
        given = {work: question["work"], tempo: question["tempo"], pause: question["pause"]}
          .transform_values { |number| exact(number) }
        {pace: Files::PaceJson.new(analysis, sets: question["sets"], solve: question["solve"]&.to_sym, **given).to_h,
         infeasible: nil}
      rescue Core::Bench::Pace::Infeasible => e
        {pace: nil, infeasible: {message: e.message, path: e.path}}
      end

      # A decimal as it was written, exactly: 0.6 is 3/5.
      def exact(number) = number && Rational(number.to_s)
    end
  end
end
