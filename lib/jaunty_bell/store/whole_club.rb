module JauntyBell
  module Store
    # A whole club out and in again: every row of every table, but what belongs to a server (passwords, sessions) or can
    # be worked out again.
    #
    #   file = WholeClub.of(db, club_id)            # JSON-ready
    #   WholeClub.new(db).put(file) { |email| hash } # => the id of a club that is equal to it
    class WholeClub
      FORMAT = "jaunty-bell club"
      VERSION = 1
      # In an order in which each may refer to those before it.
      TABLES = %i[techniques exercises groups group_hours students past_memberships also_in pauses
        kept_apart voices combinations series
        series_combinations
        drills drill_combinations flows
        cards card_versions closures
        classes class_guests attendances departures pairings leads bells round_runs calls marks
        efforts tallies notes comings asked_again wellbeings homeworks tidings
        knocks recordings retractions class_works partners holds return_steps clearances corrections health_audit
        erasures programmes programme_plans].freeze
      PEOPLE = %i[coach_id account_id set_by seen_by].freeze # name an account; a file says its email
      OF_CLUB = %i[name time_zone country region].freeze
      PLACE = %i[name role numbering status_id].freeze

      def self.of(db, club_id) = new(db).file(club_id)

      def initialize(db)
        @db = db
      end

      def file(club_id)
        club = @db[:clubs].first(id: club_id) || raise(Missing, "There is no such club.")
        emails = accounts(club_id).select_hash(Sequel[:accounts][:id], :email)
        {format: FORMAT, version: VERSION,
         club: {**club.slice(*OF_CLUB), settings: club[:settings].to_h},
         accounts: accounts(club_id).order(:email)
           .select(:email, *PLACE.map { |column| Sequel[:accounts][column] }).all.map { |row| plain_row(row) },
         tables: TABLES.to_h { |table| [table, rows(table, club_id).map { |row| plain_row(named(row, emails)) }] }}
      end

      # Makes the club of a file, all or nothing, under an id of its own or the one that is given (a club that has
      # nothing but its row may stand there). Yields the email of each who has no account on this server yet, and takes
      # the hash of its password. Raises Core::InvalidInput.
      def put(file, id: SecureRandom.uuid)
        data = checked(file)
        refuse_again(data, id)
        @db.transaction(savepoint: true) do
          club = data["club"].transform_keys(&:to_sym).slice(*OF_CLUB)
            .merge(settings: Sequel.pg_jsonb(data["club"]["settings"]))
          @db[:clubs].insert_conflict(target: :id, update: club).insert(id: id, **club)
          accounts = data["accounts"].to_h do |row|
            login = Logins.new(@db).of(row["email"]) || {email: row["email"], hash: yield(row["email"])}
            [row["email"], Logins.new(@db).place(club_id: id, login: login.slice(:id, :email, :hash),
              **facts(:accounts, row).slice(*PLACE))]
          end
          TABLES.each { |table| insert(table, data["tables"].fetch(table.to_s, []), id, accounts) }
          Masteries.of(@db, id).rewrite_all
          id
        end
      rescue Sequel::ConstraintViolation, Sequel::DatabaseError => e
        raise Core::InvalidInput, "The file does not hold together: #{e.message.lines.first.strip}"
      end

      private

      # Taken in twice it would be there twice.
      def refuse_again(data, id)
        emails = data["accounts"].map { |row| row["email"] }
        there = @db[:clubs].where(name: data["club"]["name"], id: @db[:accounts].join(:logins, id: :login_id)
          .where(email: emails).select(:club_id)).exclude(id: id)
        return if there.empty?
        raise Core::InvalidInput.new("A club called \"#{data["club"]["name"]}\" with these people is on this server " \
          "already.", path: "club/name")
      end

      def accounts(club_id) = @db[:accounts].where(club_id: club_id).join(:logins, id: :login_id)

      # Ordered by what identifies a row, so that the same club makes the same file.
      def rows(table, club_id)
        key = @db.schema(table).filter_map { |column, facts| column if facts[:primary_key] && column != :club_id }
        key = %i[at student_id did] if generated(table).any?
        @db[table].where(club_id: club_id).order(*key).all.map { |row| row.except(:club_id, *generated(table)) }
      end

      # Columns the server numbers itself.
      def generated(table) = (table == :health_audit) ? [:id] : []

      def named(row, emails) = row.merge(row.slice(*PEOPLE).transform_values { |id| emails[id] })

      def plain_row(row) = row.transform_values { |value| Plain.of(value) }

      def checked(file)
        data = file.is_a?(String) ? JSON.parse(file) : file
        sound = data.is_a?(Hash) && data["format"] == FORMAT && data["version"] == VERSION && data["tables"].is_a?(Hash)
        unless sound
          raise Core::InvalidInput, "This is no file of a whole club (format \"#{FORMAT}\", version #{VERSION})."
        end
        strange = data["tables"].keys - TABLES.map(&:to_s)
        if strange.any?
          raise Core::InvalidInput.new("The file has a table \"#{strange.first}\" that this version does not know.",
            path: "tables")
        end
        data
      rescue JSON::ParserError
        raise Core::InvalidInput, "This file is not JSON."
      end

      def insert(table, list, club_id, accounts)
        list.each_slice(500) do |slice|
          @db[table].multi_insert(slice.map { |row| facts(table, row, accounts).merge(club_id: club_id) })
        end
      end

      # A row of the file as the table takes it: only columns it has.
      def facts(table, row, accounts = {})
        types = types(table)
        row.transform_keys(&:to_sym).slice(*types.keys).to_h do |column, value|
          next [column, accounts[value]] if PEOPLE.include?(column)
          [column, typed(value, types[column])]
        end
      end

      def typed(value, type)
        return value if value.nil?
        case type
        when /jsonb/ then Sequel.pg_jsonb_wrap(value)
        when /\A(.*)\[\]/ then Sequel.pg_array(value, Regexp.last_match(1))
        when "bytea" then Sequel.blob(value.fetch("base64").unpack1("m0"))
        else value
        end
      end

      def types(table) = (@types ||= {})[table] ||= @db.schema(table).to_h { |column, facts| [column, facts[:db_type]] }
    end
  end
end
