module JauntyBell
  module Store
    # Takes a name out of everything a club has written: notes, reasons, titles. "Somebody" stands in its place, so that
    # what was said of others still reads.
    class Unnamed
      INSTEAD = "somebody"
      OWN_WORDS = %w[notes knocks holds corrections efforts].freeze # where people are called by their first name alone
      # Names of other people and things
      NOBODY_S = %i[accounts students groups clubs techniques exercises voices].freeze

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # The whole name everywhere; the first name alone in what was written down in classes, unless somebody else here
      # has it.
      def take_out(name)
        first = name.split.first
        mine = first.length > 1 && students.where(Sequel.ilike(:name, "#{@db.dataset.escape_like(first)}%")).empty?
        columns.each do |table, column, type|
          replace(table, column, type, name)
          replace(table, column, type, first) if mine && OWN_WORDS.include?(table.to_s)
        end
      end

      private

      def students = @db[:students].where(club_id: @club_id)

      # [[table, column, type]] of a club's texts.
      def columns
        Database.tables(@db).reject { |table| NOBODY_S.include?(table) }.flat_map do |table|
          schema = @db.schema(table).to_h
          next [] unless schema.key?(:club_id)
          schema.filter_map do |column, facts|
            [table, column, facts[:db_type]] if %w[text jsonb].include?(facts[:db_type])
          end
        end
      end

      # A word as a pattern of PostgreSQL that means itself, however it is spaced.
      def escaped(word) = word.gsub(/[^[:alnum:][:space:]]/) { |sign| "\\#{sign}" }.gsub(/\s+/, "\\s+")

      def replace(table, column, type, word)
        pattern = "(^|[^[:alnum:]])#{escaped(word)}(?![[:alnum:]])"
        text = Sequel.cast(column, String)
        changed = Sequel.function(:regexp_replace, text, pattern, "\\1#{INSTEAD}", "gi")
        @db[table].where(club_id: @club_id).where(Sequel.lit("? ~* ?", text, pattern))
          .update(column => Sequel.cast(changed, type))
      end
    end
  end
end
