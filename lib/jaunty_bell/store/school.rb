module JauntyBell
  module Store
    # What a club teaches and how it writes: its settings, its numbering and its own techniques.
    class School
      # Somebody's open place in a club with its settings and own techniques, and when one of its sessions was used
      # last: all a request begins with, in one query.
      ACCOUNT = <<~SQL.freeze
        SELECT accounts.id, accounts.club_id, accounts.name, logins.id AS login_id, email, role, numbering, settings,
          country, moving_at, moved_to, moved_key, sessions.last_use, sessions.created_at AS began,
          sessions.session_id, sessions.device,
          EXISTS (SELECT FROM account_otp_keys WHERE account_otp_keys.id = logins.id) AS time_codes,
          (SELECT jsonb_agg(entry ORDER BY id) FROM techniques WHERE techniques.club_id = accounts.club_id)
            AS own_techniques
        FROM logins JOIN accounts ON accounts.login_id = logins.id JOIN clubs ON clubs.id = accounts.club_id
          JOIN account_active_session_keys AS sessions ON sessions.account_id = logins.id
        WHERE logins.id = ? AND logins.status_id = 2 AND accounts.status_id = 2 AND sessions.session_id IN ?
        ORDER BY accounts.club_id = sessions.club_id DESC NULLS LAST, chosen_at DESC NULLS LAST, accounts.id LIMIT 1
      SQL

      # The same of somebody whom another server knows; there is no session of theirs here.
      PLACE = <<~SQL.freeze
        SELECT accounts.id, accounts.club_id, accounts.name, logins.id AS login_id, email, role, numbering, settings,
          country, moving_at, moved_to, moved_key, NULL AS session_id, NULL AS device,
          (SELECT jsonb_agg(entry ORDER BY id) FROM techniques WHERE techniques.club_id = accounts.club_id)
            AS own_techniques
        FROM accounts JOIN logins ON logins.id = login_id JOIN clubs ON clubs.id = accounts.club_id
        WHERE email = ? AND accounts.club_id = ? AND accounts.status_id = 2
      SQL

      def self.place(db, email, club_id) = db.fetch(PLACE, email, club_id).first

      # The key of the server a club came from, or nil.
      def self.arrived_key(db, club_id) = db[:clubs].where(id: club_id).get(:arrived_key)

      # By the id of a login and the (hashed) ids its session may have; in the club that session is in, or the one they
      # chose last. Nil where there is no such session, or no place in any club.
      def self.account(db, id, sessions) = db.fetch(ACCOUNT, id, sessions).first

      # `known` may bring settings and own techniques that have been fetched already (from .account).
      def initialize(db, club_id, known = {})
        @db = db
        @club_id = club_id
        @stored = known[:settings]&.to_h
        @own_techniques = known[:own_techniques].to_a.map(&:to_h) if known.key?(:own_techniques)
      end

      # The club's settings, defaults included, as a Core::Lexicon::School. Where one that is kept will not do, its
      # default stands in (see #problems): a club is never shut out of the page that mends it.
      def settings = kept.first

      # What is wrong with settings that are kept: [sentence].
      def problems = kept.last

      # Changes some settings, of a table only the numbers that are given. Raises Core::InvalidInput and changes nothing
      # where one of them will not do.
      def change(changes)
        loads(changes["lead_kick_loads"]) if changes.key?("lead_kick_loads")
        numbering("own") if changes["numbering"] == "own"
        rewrite do |stored|
          settings.with(changes).to_h.slice(*stored.keys, *changes.keys.map(&:to_s)).merge(stored.slice("numbers"))
        end
      end

      # "We teach it so": the corner's finding stands small from now on. Raises Core::InvalidInput for no rule of ours.
      # `says` is who and when, {"by", "on"}; nil takes it back.
      def teach_so(rule, says)
        Core::Bench::Flow::Rules.known(rule)
        rewrite do |stored|
          taught = stored.fetch("taught_so", {})
          stored.merge("taught_so" => says ? taught.merge(rule => says) : taught.except(rule))
        end
      end

      # Every technique the club knows, the shipped ones and its own.
      def techniques = Core::Lexicon::Techniques.default.with_kept(own_techniques)

      # The club's own entries, in the shape of techniques.yml.
      def own_techniques = @own_techniques ||= rows.order(:id).select_map(:entry).map(&:to_h)

      # Raises Core::InvalidInput for an unsound entry, Conflict where the id is taken.
      def add_technique(entry)
        techniques.and([entry])
        @own_techniques = nil
        @db.transaction(savepoint: true) do
          rows.insert(club_id: @club_id, id: entry.fetch("id"), entry: Sequel.pg_jsonb(entry))
        end
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("Your club has a technique of that name already.", path: "names/plain")
      end

      # Raises Missing, or Conflict with the list of where it is used.
      def remove_technique(id)
        used = uses.fetch(id, [])
        raise Conflict.new("It is used in #{used.join(", ")}: change those first.", path: "id") if used.any?
        @own_techniques = nil
        raise Missing, "Your club has no technique of its own by that name." if rows.where(id: id).delete.zero?
      end

      # Every exercise the club knows, the shipped ones and its own.
      def exercises =
        @exercises ||= Core::Lexicon::Exercises.default
          .with(own_exercises.map { |entry| Core::Lexicon::Exercises.own(entry) })

      # The club's own, as they were told.
      def own_exercises = exercise_rows.order(:id).select_map(:entry).map(&:to_h)

      # Raises Core::InvalidInput for what will not do, Conflict where there is one of that name. The Exercise.
      def add_exercise(told)
        exercise = Core::Lexicon::Exercises.own(told)
        if exercises.key?(exercise.id) || exercises.named(exercise.name)
          raise Conflict.new("There is an exercise of that name already.", path: "name")
        end
        @db.transaction(savepoint: true) do
          exercise_rows.insert(club_id: @club_id, id: exercise.id, entry: Sequel.pg_jsonb(told))
        end
        @exercises = nil
        exercise
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("There is an exercise of that name already.", path: "name")
      end

      # Raises Missing, or Conflict with the list of where it is used.
      def remove_exercise(id)
        used = exercise_uses.fetch(id, [])
        raise Conflict.new("It is used in #{used.join(", ")}: change those first.", path: "id") if used.any?
        raise Missing, "Your club has no exercise of its own by that name." if exercise_rows.where(id: id).delete.zero?
        @exercises = nil
      end

      # Where exercises are used: {id => names of cards and flows that are not archived}.
      def exercise_uses
        held = %i[cards flows].flat_map do |table|
          data = (table == :cards) ? :blocks : :phases
          @db[table].where(club_id: @club_id, archived_at: nil)
            .select(:name, Sequel.lit("jsonb_path_query(#{data}, '$.**.exercise') #>> '{}'").as(:exercise))
            .from_self.exclude(exercise: nil).distinct.order(:name).select_map(%i[exercise name])
        end
        held.group_by(&:first).transform_values { |list| list.map(&:last) }
      end

      # How the Floor speaks in this club, with its own techniques' words.
      def voice
        families = own_techniques.to_h { |entry| [entry.dig("names", "spoken"), entry["family"]] }
        Core::Floor::Voice.new(own: voices.select_hash(:word, :ms), families: families)
      end

      # {word => WAV bytes} of the club's own words.
      def spoken_words = voices.select_hash(:word, :wave)

      # Which words those are.
      def own_words = voices.order(:word).select_map(:word)

      # The WAV of one of the club's own words. Raises Missing.
      def spoken_word(word) =
        voices.where(word: word).get(:wave) || raise(Missing, "Your club has no spoken word of that name.")

      # Keeps a word of the club's own as spoken.
      def keep_word(word, wave:, ms:)
        voices.insert_conflict(target: %i[club_id word], update: {wave: Sequel.blob(wave), ms: ms})
          .insert(club_id: @club_id, word: word, wave: Sequel.blob(wave), ms: ms)
      end

      # Where each of the club's own techniques is used: {id => names of combinations (archived ones too), our own
      # numbers}.
      def uses
        held = @db[:combinations].where(club_id: @club_id).select(:name,
          Sequel.lit("jsonb_path_query(meaning, '$.**.technique') #>> '{}'").as(:technique))
        found = @db.from(held.distinct.as(:held)).order(:name).select_hash_groups(:technique, :name)
        stored.fetch("numbers", {}).each_value { |number| (found[number["technique"]] ||= []) << "our own numbers" }
        found.transform_values(&:uniq)
      end

      # The scheme with this id: one that ships, or "own", the club's own numbers. Raises Core::InvalidInput.
      def numbering(id)
        return Core::Lexicon::Numberings[id] unless id == "own"
        numbers = stored["numbers"] or
          raise Core::InvalidInput.new("Your club has no numbering of its own yet.", path: "numbering")
        Core::Lexicon::Numbering.new({"id" => "own", "name" => "Our own", "numbers" => numbers}, techniques)
      end

      # The scheme a coach reads in: theirs, else the club's, else the default; the first of them that there is.
      def scheme(own)
        [own, settings.numbering].compact.each do |id|
          return numbering(id)
        rescue Core::InvalidInput
          next
        end
        Core::Lexicon::Numberings[Core::Lexicon::School.default.numbering]
      end

      # The schemes a coach of this club can choose from.
      def numberings = Core::Lexicon::Numberings.all + (stored["numbers"] ? [numbering("own")] : [])

      # Keeps the club's own numbers: {digit => {"technique", "side", "level"}}. Raises Core::InvalidInput.
      def change_numbers(numbers)
        Core::Lexicon::Numbering.new({"id" => "own", "name" => "Our own", "numbers" => numbers}, techniques)
        rewrite { |stored| stored.merge("numbers" => numbers) }
      end

      private

      def kept = @kept ||= Core::Lexicon::School.default.as_far_as_it_goes(stored.except("numbers"))

      # Raises InvalidInput where a lead kick would be loaded by what there is not.
      def loads(given)
        wanted = given.is_a?(Array) ? given : given.to_s.split(",").map(&:strip)
        strange = wanted.find { |load| !techniques.key?(load.to_s.split.first) }
        if strange
          raise Core::InvalidInput.new("\"#{strange}\" is no technique here: say switch, walk-up, slip lead and " \
            "the like.", path: "lead_kick_loads")
        end
      end

      def voices = @db[:voices].where(club_id: @club_id)

      def rows = @db[:techniques].where(club_id: @club_id)

      def exercise_rows = @db[:exercises].where(club_id: @club_id)

      def stored = @stored ||= @db[:clubs].where(id: @club_id).get(:settings).to_h

      # Two coaches may change the school at the same time: each change is made to what stands.
      def rewrite
        @db.transaction(savepoint: true) do
          row = @db[:clubs].where(id: @club_id)
          @stored = row.for_update.get(:settings).to_h
          row.update(settings: Sequel.pg_jsonb(yield(@stored)))
        end
      ensure
        @stored = @kept = nil
      end
    end
  end
end
