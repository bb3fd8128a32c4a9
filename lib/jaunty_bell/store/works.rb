module JauntyBell
  module Store
    # What classes added up to (Core::Book::ClassWork), kept from when they were closed, what of it each student was
    # there for, and who really worked with whom.
    class Works
      include OfStudents

      Round = Core::Book::ClassWork::Round
      Seat = Core::Book::ClassWork::Seat
      There = Core::Book::ClassWork::There
      LEAST = Core::Book::ClassWork::LEAST

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Keeps what a class added up to: `rounds` of the core; and who worked with whom in it.
      def keep(class_id, rounds)
        stored = rounds.map { |round| round.to_h.merge(pair: round.pair.to_h, trio: round.trio.to_h) }
        @db[:class_works].insert_conflict(target: %i[club_id class_id], update: {rounds: Sequel.pg_jsonb(stored)})
          .insert(club_id: @club_id, class_id: class_id, rounds: Sequel.pg_jsonb(stored))
        keep_partners(class_id, rounds)
      end

      # {index of the run => seconds it was worked} as the Floor recorded it.
      def worked(class_id)
        @db[:round_runs].where(club_id: @club_id, class_id: class_id, counts: true).group(:round)
          .select_hash(:round, Sequel.function(:sum, :worked_s).cast(Integer).as(:worked_s))
      end

      # What one student did in each class since a day, newest first: [[day, class id, Core::Book::ClassWork::Tally]]:
      # of each round as much as rang while they were there. Six queries.
      def of_student(student, since:)
        rows = classes(student[:id], since).all
        attended = Attended.new(@db, @club_id, rows.map { |row| row[:class_id] })
        rows.map do |row|
          rang = attended.rang(row[:class_id])
          theirs = row[:rounds].map { |round| read(round) }.map do |round|
            there(attended, row[:class_id], student[:id], round, rang.fetch(round.index, []))
          end
          [row[:on], row[:class_id], Core::Book::ClassWork.sum(theirs, southpaw: student[:stance] == "southpaw")]
        end
      end

      private

      def classes(student_id, since)
        on_day(of(:presences, student_id).join(:classes, club_id: :club_id, id: :class_id)
          .join(:class_works, club_id: Sequel[:classes][:club_id], class_id: Sequel[:classes][:id]))
          .where { Sequel[:classes][:starts_at] >= Sequel.lit("?::date", since) }.order(Sequel.desc(:starts_at))
          .select_append(Sequel[:classes][:id].as(:class_id), :rounds, :starts_at)
      end

      # How much of a round that rang in these stretches somebody was there for, and how much of that with their
      # partner.
      def there(attended, class_id, student_id, round, stretches)
        company, presence = attended.company(class_id), attended.presence(class_id, student_id)
        worked = stretches.sum { |from, to| to - from }
        return There.new(round: round, share: 0) unless worked.positive?
        at = stretches.last.last
        partners = company.with(student_id, at).map { |id| attended.presence(class_id, id) & presence }
        seconds = ->(whose) { stretches.sum { |from, to| whose.seconds(from, to) } }
        There.new(round: round, share: seconds.call(presence) / worked, seats: company.seats(student_id, at),
          together: partners.any? ? partners.map(&seconds).max / worked : nil)
      end

      # Who worked with whom: a shared round rang while both were there, for so long that it counts.
      def keep_partners(class_id, rounds)
        attended = Attended.new(@db, @club_id, [class_id])
        rang, company = attended.rang(class_id), attended.company(class_id)
        met = rounds.select(&:shared).flat_map { |round| rang.fetch(round.index, []) }
          .each_with_object(Hash.new(0)) do |(from, to), seconds|
          attended.came(class_id).each do |one|
            company.with(one, to).each do |two|
              if one < two
                seconds[[one, two]] += (attended.presence(class_id, one) & attended.presence(class_id, two))
                  .seconds(from, to)
              end
            end
          end
        end
        @db[:partners].where(club_id: @club_id, class_id: class_id).delete
        @db[:partners].multi_insert(met.select { |_, seconds| seconds >= LEAST }
          .map { |(one, two), seconds|
            {club_id: @club_id, class_id: class_id, one_id: one, two_id: two, seconds: seconds.round}
          })
      end

      def read(data)
        facts = data.to_h.transform_keys(&:to_sym)
        Round.new(**facts, pair: seat(facts[:pair]), trio: seat(facts[:trio]))
      end

      def seat(data) =
        Seat.new(**data.to_h.transform_keys(&:to_sym).transform_values { |value|
          value.respond_to?(:to_h) ? value.to_h : value
        })
    end
  end
end
