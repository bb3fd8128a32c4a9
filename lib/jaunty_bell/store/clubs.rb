module JauntyBell
  module Store
    # The clubs of a server, and whether it begins with a demo.
    class Clubs
      NO_DEMO = "no demo".freeze # a note of the server

      # Every time zone by its name, as a club may have it.
      def self.time_zones = @time_zones ||= TZInfo::Timezone.all_data_zones.map(&:identifier).sort.freeze

      # Raises Core::InvalidInput.
      def self.known_zone(name)
        return if time_zones.include?(name)
        raise Core::InvalidInput.new("\"#{name}\" is no time zone; choose one as Europe/Vienna.", path: "time_zone")
      end

      def initialize(db)
        @db = db
      end

      # A club with its owner, both or neither: the club's id. `owner` is a name, `login` as Logins#place has it. Raises
      # Conflict.
      def add(name:, time_zone:, country:, owner:, login:)
        @db.transaction(savepoint: true) do
          refuse_again(name, login)
          id = SecureRandom.uuid
          @db[:clubs].insert(id: id, name: name.strip, time_zone: time_zone, country: country,
            opening: Sequel.pg_jsonb({}))
          Logins.new(@db).place(club_id: id, login: login, name: owner.strip, role: "owner")
          id
        end
      end

      # Ends a demo club with all that is in it: whether it was one.
      def put_away(id)
        @db.transaction(savepoint: true) do
          gone = @db[:clubs].where(id: id, demo: true).delete.positive?
          gone && Logins.new(@db).sweep.then { no_demo } && true
        end
      end

      # Ids of the clubs of which something that can be worked out is not there: what students with marks own, what
      # classes came to, what cards add up to; found at once, however many clubs there are.
      def behind
        theirs = ->(owner, key) { {:club_id => Sequel[owner][:club_id], key => Sequel[owner][:id]} }
        students = @db[:students].where(@db[:marks].where(theirs.call(:students, :student_id)).exists)
          .exclude(@db[:masteries].where(theirs.call(:students, :student_id)).exists)
        classes = @db[:classes].exclude(ended_at: nil).exclude(card_id: nil)
          .exclude(@db[:class_works].where(theirs.call(:classes, :class_id)).exists)
        [students, classes, @db[:cards].where(rope: nil)].map { |set| set.select(:club_id) }.reduce(:union)
          .select_order_map(:club_id)
      end

      # Ids of the clubs with more students than so many; not of those that have gone or just go elsewhere.
      def larger_than(count)
        here = @db[:clubs].where(moved_to: nil, moving_at: nil).select(:id)
        @db[:students].where(left_on: nil, club_id: here).group(:club_id).having { Sequel.function(:count).* > count }
          .select_order_map(:club_id)
      end

      # Whether a server that has no club yet begins with the demo: not where it was put away, or never wanted.
      def demo? = @db[:clubs].empty? && @db[:server_notes].where(name: NO_DEMO).empty?

      def no_demo = @db[:server_notes].insert_conflict.insert(name: NO_DEMO)

      private

      # Others may have a club of that name; whoever opens it twice meant one.
      def refuse_again(name, login)
        there = login[:id] && @db[:clubs].where(Sequel.function(:lower, :name) => name.strip.downcase,
          :id => @db[:accounts].where(login_id: login[:id]).select(:club_id)).get(:name)
        raise Conflict.new("You have a club called \"#{there}\" already: sign in to it.", path: "club") if there
      end
    end
  end
end
