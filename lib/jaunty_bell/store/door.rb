module JauntyBell
  module Store
    # What the club knows of students as they come to a class: when they came before, and whom they worked with lately.
    class Door
      include OfStudents

      DAY = 86_400 # seconds
      SAME_DAY = DAY / 2 # seconds: classes that begin so long after it may still be of its day

      # `row` of a class, `ids` of students.
      def initialize(db, club_id, row, ids)
        @db = db
        @club_id = club_id
        @row = row
        @ids = ids
      end

      # The club's own day of the class.
      def day = @day ||= Classes.new(@db, @club_id).day_of(@row)

      # {student id => {before: the last day they came a fortnight ago or earlier, since: days they came since,
      # minutes: what they trained at the club on the day already}}
      def came
        @came ||= days.to_hash(:student_id).tap do |found|
          attended = Attended.new(@db, @club_id, found.values.flat_map { |each| each[:today].to_a }.uniq,
            students: @ids)
          found.each do |id, each|
            each[:minutes] = each[:today].to_a.sum { |class_id| attended.minutes(class_id, id).to_i }
          end
        end
      end

      # {student id => {word:, minutes:}} of what they told of coming on their own pages.
      def said
        @said ||= of(:comings, @ids).where(class_id: @row[:id]).select(:student_id, :word,
          :minutes).to_hash(:student_id)
      end

      # {[id, id] in order => days since they last worked together}, as far back as it matters for who works with whom.
      def met
        @db[:partners].where(Sequel[:partners][:club_id] => @club_id, :one_id => @ids, :two_id => @ids)
          .join(:classes, club_id: :club_id, id: :class_id)
          .where(starts_at: (begins - Core::Floor::Pairs::MET_WITHIN * DAY)...begins)
          .order(:starts_at).select_map(%i[one_id two_id starts_at])
          .to_h { |one, two, at| [[one, two].sort, ((begins - at) / DAY).floor] }
      end

      private

      def begins = @row[:starts_at]

      # Days on which they were at other classes.
      def there
        on_day(of(:presences, @ids).exclude(class_id: @row[:id]).join(:classes, club_id: :club_id, id: :class_id))
          .where(starts_at: ...(begins + SAME_DAY)).select_append(:class_id, :student_id).from_self
      end

      def days
        long_ago = day - Core::Book::Away::FOR
        there.group(:student_id).select(:student_id,
          Sequel.lit("max(\"on\") FILTER (WHERE \"on\" <= ?) AS before", long_ago),
          Sequel.lit("array_agg(\"on\") FILTER (WHERE \"on\" > ? AND \"on\" < ?) AS since", long_ago, day),
          Sequel.lit("array_agg(class_id) FILTER (WHERE \"on\" = ?) AS today", day))
      end
    end
  end
end
