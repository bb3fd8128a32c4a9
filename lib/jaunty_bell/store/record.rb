module JauntyBell
  module Store
    # The record of one student put right: sessions added by hand, efforts and marks corrected or taken back, each with
    # its trace (who, when, why, what it was before).
    class Record
      KINDS = {"efforts" => %i[on effort minutes estimated], "marks" => %i[attempted clean broke_at rubric]}.freeze

      def initialize(db, club_id, student_id, account_id:)
        @db = db
        @club_id = club_id
        @student_id = student_id
        @account_id = account_id
      end

      # A session elsewhere, one whose effort was not asked, or a day of rest (0 minutes). Sent twice it is kept once.
      # Raises Conflict.
      def add_effort(id:, on:, effort:, minutes:, title: nil, class_id: nil, estimated: false, at: Clock.now)
        row = {club_id: @club_id, id: id, student_id: @student_id, class_id: class_id, on: on, effort: effort,
               minutes: minutes, estimated: estimated, title: title, at: at}
        @db.transaction(savepoint: true) { @db[:efforts].insert_conflict(target: %i[club_id id]).insert(row) }
        id
      rescue Sequel::ForeignKeyConstraintViolation
        raise Conflict.new("This class or this student is not in your club.", path: "class_id")
      end

      # Changes a fact ("efforts" or "marks"): `facts` of KINDS. Raises Missing.
      def correct(what, id, facts, reason:)
        changed(what, id, reason) do |fact|
          facts.slice(*KINDS.fetch(what)).reject { |column, value| same?(fact[column], value) }
        end
      end

      # Takes a fact back: it stays on record and no longer counts. Raises Missing.
      def take_back(what, id, reason:) =
        changed(what, id, reason) { |fact| fact[:taken_back_at] ? {} : {taken_back_at: Clock.now} }

      # Counts a fact again that was taken back. Raises Missing.
      def give_back(what, id, reason:) =
        changed(what, id, reason) { |fact| fact[:taken_back_at] ? {taken_back_at: nil} : {} }

      # What was corrected of this student, newest first: [{what:, fact_id:, before:, after:, reason:, by:, at:}].
      def corrections
        @db[:corrections].where(Sequel[:corrections][:club_id] => @club_id, :student_id => @student_id)
          .left_join(:accounts, id: :account_id)
          .select(:what, :fact_id, :before, :after, :reason, Sequel[:accounts][:name].as(:by), :at)
          .order(Sequel.desc(:at)).limit(200).all
      end

      # Writes down that something was put right that another store has changed.
      def trace(what, id, before:, after:, reason:)
        @db[:corrections].insert(club_id: @club_id, id: SecureRandom.uuid, student_id: @student_id, what: what,
          fact_id: id, before: Sequel.pg_jsonb(before), after: after && Sequel.pg_jsonb(after),
          # In the order they were made, in one transaction too
          reason: reason.strip, account_id: @account_id, at: Clock.now)
      end

      private

      def changed(what, id, reason)
        @db.transaction(savepoint: true) do
          set = @db[what.to_sym].where(club_id: @club_id, student_id: @student_id, id: id)
          fact = set.for_update.first || raise(Missing, "This is not on record of this student.")
          change = yield(fact)
          next if change.empty?
          set.update(change.transform_values { |value| value.is_a?(Hash) ? Sequel.pg_jsonb(value) : value })
          trace(what, id, before: shown(what, fact),
            after: change[:taken_back_at] ? nil : shown(what, fact.merge(change)), reason: reason)
          Masteries.of(@db, @club_id).rewrite([@student_id], combinations: [fact[:combination_id]]) if what == "marks"
        end
      end

      def same?(one, two) = (one.respond_to?(:to_hash) ? one.to_hash : one) == two

      def shown(what, fact) = KINDS.fetch(what).to_h { |column| [column, Plain.of(fact[column])] }
    end
  end
end
