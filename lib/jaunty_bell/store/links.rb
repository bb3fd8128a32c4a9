module JauntyBell
  module Store
    # The links that broke in each student's marks, pooled over combinations (Core::Book::WeakLinks) and kept, so that
    # nobody has to go through every mark.
    class Links
      def initialize(db, club_id, techniques)
        @db = db
        @club_id = club_id
        @techniques = techniques
      end

      # Works them out again for {student id => half-life in days}. Links that never broke are not kept: they cannot be
      # weak.
      def rewrite(half_lives)
        rows.where(student_id: half_lives.keys).delete
        broken = broken(half_lives)
        return if broken.empty?
        combinations = Combinations.new(@db, @club_id, @techniques)
        whole = combinations.by_id(broken.values.flatten.map(&:combination_id))
          .transform_values { |row| combinations.meaning(row) }
        @db[:links].multi_insert(broken.flat_map { |id, tries| kept(id, tries, whole, half_lives.fetch(id)) })
      end

      # {student id => [Link]} of the weak ones on a day, the weakest first.
      def weak(day, half_lives)
        rows.where(student_id: half_lives.keys).order(:student_id, :nth).all.group_by { |row| row[:student_id] }
          .to_h { |id, list|
            [id, list.map { |row| link(row).fade(day, half_lives.fetch(id)) }.select(&:weak?).sort_by(&:score)]
          }.reject { |_, links| links.empty? }
      end

      private

      def rows = @db[:links].where(club_id: @club_id)

      # Tries of those who ever broke at a link, as far back as they still weigh something.
      def broken(half_lives)
        who = @db[:marks].where(club_id: @club_id, student_id: half_lives.keys, taken_back_at: nil)
          .exclude(broke_at: nil).distinct.select_map(:student_id)
        if who.empty?
          {}
        else
          Book.new(@db, @club_id).tries(students: who,
            since: Clock.today - Core::Book::WeakLinks.days(half_lives.values.max))
        end
      end

      def kept(id, tries, whole, half_life)
        day = tries.map(&:on).max
        Core::Book::WeakLinks.new(tries, whole, on: day, half_life: half_life).all
          .select { |link| link.broke.positive? }.each_with_index.map do |link, nth|
          {club_id: @club_id, student_id: id, nth: nth, pair: Sequel.pg_jsonb(link.pair.to_data), on: link.on,
           passed: link.passed, broke: link.broke, spoils: Sequel.pg_array(link.spoils, :uuid)}
        end
      end

      def link(row)
        Core::Book::WeakLinks::Link.new(pair: Core::Bench::Combination.from_data(row[:pair].to_h, @techniques),
          on: row[:on], passed: row[:passed], broke: row[:broke], spoils: row[:spoils].to_a)
      end
    end
  end
end
