module JauntyBell
  module Api
    # The Bench: what is typed is read and judged; what is kept goes on the shelf.
    class Bench < Room
      post "/analysis" do
        question = body_given
        how = reading(stance: question["stance"], partner: question["partner"])
        answer(analysed(question, how))
      end

      get "/lexicon" do
        how = reading
        speech = Core::Bench::Notation::Speech.new
        techniques = how.lexicon.reject { |technique| technique.exercise? || technique.pause? }
        answer({techniques: techniques.map { |technique| {id: technique.id, name: technique.plain, family: technique.family, sides: technique.sides, names: technique.written_names} },
          numbers: how.scheme.entries.map { |digit, entry|
            action = Core::Bench::Action.new(technique: entry.technique, side: entry.side, level: entry.level || entry.technique.level)
            {digit: digit, spoken: speech.action(action)}
          }})
      end

      get "/combinations" do
        how = reading
        answer(combinations.all(archived: params["archived"] == "true").map { |row| Files::CombinationJson.of(row, how) })
      end

      post "/combinations" do
        coaches_only
        given = body_given
        row = combinations.add(id: given["id"], name: given["name"], combination: read(given["notation"]))
        answer(shown(row), status: 201)
      end

      get("/combinations/:id") { answer(shown(combinations.find(id))) }

      put "/combinations/:id" do
        coaches_only
        given = body_given
        answer(shown(combinations.change(id, version: given["version"], name: given["name"], combination: read(given["notation"]))))
      end

      put "/combinations/:id/archived" do
        coaches_only
        answer(shown(combinations.archive(id, version: body_given["version"], archived: body_given["archived"])))
      end

      post "/combinations/:id/copies" do
        coaches_only
        original = combinations.find(id)
        row = combinations.add(id: body_given["id"], name: combinations.free_name(original[:name]), combination: Core::Bench::Combination.from_data(original[:meaning]))
        answer(shown(row), status: 201)
      end

      private

      def shown(row) = Files::CombinationJson.of(row, reading)

      def read(notation) = Core::Bench::Notation.read(notation, reading)

      def analysed(question, how)
        analysis = Core::Bench.analyse(question["notation"], reading: how, **paced(question))
        {reading: Files::AnalysisJson.new(analysis).to_h, unreadable: nil, **pace(analysis, question)}
      rescue Core::Bench::Notation::Unreadable => e
        {reading: nil, pace: nil, unreadable: e.to_h, infeasible: nil}
      end

      def paced(question) = {tempo: question["tempo"], pause: question["pause"]}.compact.transform_values { |number| exact(number) }

      def pace(analysis, question)
        given = {work: question["work"], tempo: question["tempo"], pause: question["pause"]}.transform_values { |number| exact(number) }
        {pace: Files::PaceJson.new(analysis, sets: question["sets"], solve: question["solve"]&.to_sym, **given).to_h, infeasible: nil}
      rescue Core::Bench::Pace::Infeasible => e
        {pace: nil, infeasible: {message: e.message, path: e.path}}
      end

      # A decimal as it was written, exactly: 0.6 is 3/5.
      def exact(number) = number && Rational(number.to_s)
    end
  end
end
