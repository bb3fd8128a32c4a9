module JauntyBell
  module Api
    # The school: what a club teaches and how it writes, its own techniques, and each coach's own numbering.
    class School < Room
      get("/?", who: :all) { answer(shown) }

      put "/settings", who: :coach do
        school.change(body_given["settings"])
        answer(shown)
      end

      put "/numbers", who: :coach do
        school.change_numbers(body_given["numbers"])
        answer(shown)
      end

      # The coach's own way to read; null goes back to the club's.
      put "/my-numbering", who: :all do
        wanted = body_given["numbering"]
        school.numbering(wanted) if wanted
        db[:accounts].where(id: account[:id], club_id: club_id).update(numbering: wanted)
        account[:numbering] = wanted
        answer(shown)
      end

      # "We teach it so" of a finding of the corner, for all combinations, or no longer.
      put "/taught-so", who: :coach do
        given = body_given
        school.teach_so(given["rule"], given["taught"] ? says_so : nil)
        answer(shown)
      end

      # What an example says with a technique that is not kept yet.
      post "/techniques/trials", who: :coach do
        given = body_given
        how = reading.but(techniques: school.techniques.and([entry(given["technique"])]))
        answer(Files::AnswerJson.of(given["notation"], how))
      end

      post "/techniques", who: :coach do
        entry = entry(body_given)
        db.transaction do
          school.add_technique(entry)
          speech.say(entry.dig("names", "spoken"))
        end
        answer(shown, status: 201)
      end

      delete "/techniques/:id", who: :coach do
        school.remove_technique(id)
        answer(shown)
      end

      post "/exercises", who: :coach do
        db.transaction do
          exercise = school.add_exercise(body_given)
          speech.say(exercise.spoken)
        end
        answer(shown, status: 201)
      end

      delete "/exercises/:id", who: :coach do
        school.remove_exercise(id)
        answer(shown)
      end

      # A word of the club's own as the Floor plays it.
      get "/voice/:word", who: :all do
        content_type "audio/wav"
        cache_control :private, max_age: 86_400
        school.spoken_word(params["word"])
      end

      private

      # A technique as the lexicon holds it, from what a coach says of it. Raises InvalidInput for what must be said.
      def entry(given)
        name = given["name"].strip.downcase
        Core::Lexicon::EntryRules.told(
          {"id" => name.gsub(/[^a-z0-9]+/, "-"), "names" => {"plain" => name, "short" => name, "spoken" => name},
           **given.except("name")}
        )
      end

      def shown
        uses, words = school.uses, school.own_words
        {settings: school.settings.to_h, problems: school.problems, choices: Core::Lexicon::School.choices,
         my_numbering: account[:numbering],
         numberings: school.numberings.map { |numbering|
           {id: numbering.id, name: numbering.name, numbers: numbers(numbering)}
         },
         own_techniques: school.own_techniques.map { |entry|
           {id: entry["id"], name: entry.dig("names", "plain"), family: entry["family"],
            spoken: spoken?(entry.dig("names", "spoken"), words), used_in: uses.fetch(entry["id"], [])}
         }, own_exercises: own_exercises(words)}
      end

      def own_exercises(words)
        own = school.exercises.select { |each| Core::Lexicon::Exercises.own?(each) }
        return [] if own.empty?
        uses = school.exercise_uses
        own.map { |each|
          {id: each.id, name: each.name, for: each.purpose, spoken: spoken?(each.spoken, words),
           used_in: uses.fetch(each.id, [])}
        }
      end

      def spoken?(text, own)
        word = Core::Floor::Voice.plain(text)
        own.include?(word) || Core::Floor::Voice::LENGTHS.key?(word)
      end

      def numbers(numbering)
        numbering.entries.map do |digit, entry|
          {digit: digit, technique: entry.technique.id, side: entry.side, level: entry.level}
        end
      end
    end
  end
end
