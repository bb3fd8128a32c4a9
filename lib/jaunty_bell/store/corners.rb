require "securerandom"

module JauntyBell
  module Store
    # Students' own pages: each opened by a code, on up to three devices, until it ends. Codes and devices' tokens are
    # kept as their digests. A junior's page, their own or a guardian's, wants a guardian's consent on file.
    class Corners
      LASTS = 365 * 86_400 # seconds
      DEVICES = 3
      SHUT = "This link does not open anything any more: it has been replaced or has ended. Ask a coach for another."
        .freeze
      ENOUGH = "This page is open on three devices already. End one of them there, or ask a coach for another link."
        .freeze
      NO_CONSENT = "A junior's page wants a guardian's consent on file first: who gave it, and on which day.".freeze
      NOT_A_JUNIOR = "A guardian has a page of a junior; an adult has their own.".freeze
      LEFT = "They have left the club.".freeze

      # Who is at a page: the club's id, the student's row, whether it is a guardian's, and which device it is.
      Visit = Struct.new(:club_id, :student, :guardian, :corner_id, :device_id, :country, keyword_init: true)

      class << self
        # A device that opens a page by its code: its token, told this once. Raises Missing, or Conflict where it is
        # open on enough of them.
        def enter(db, code, device:)
          db.transaction(savepoint: true) do
            row = found(db).lock_style("FOR UPDATE OF corners")
              .first(Sequel[:corners][:digest] => Secret.digest(code))
            raise Missing, SHUT unless row && student_of(db, row)
            devices = db[:corner_devices].where(club_id: row[:club_id], corner_id: row[:id])
            raise Conflict.new(ENOUGH, path: "code") if devices.count >= DEVICES
            token = SecureRandom.urlsafe_base64(32)
            db[:corner_devices].insert(club_id: row[:club_id], id: SecureRandom.uuid, corner_id: row[:id],
              digest: digest(token), name: device, opened_at: Clock.now, last_at: Clock.now)
            token
          end
        end

        # The Visit a token is, or nil.
        def visit(db, token)
          return if token.to_s.empty?
          row = found(db)
            .join(:corner_devices, club_id: Sequel[:corners][:club_id], corner_id: Sequel[:corners][:id])
            .select_append(Sequel[:corner_devices][:id].as(:device_id), Sequel[:corner_devices][:last_at],
              Sequel[:clubs][:country]).first(Sequel[:corner_devices][:digest] => digest(token))
          student = row && student_of(db, row) or return
          seen(db, row)
          Visit.new(**row.slice(:club_id, :guardian, :device_id, :country), student: student, corner_id: row[:id])
        end

        # The club (moving_at, moved_to, moved_key) of the page of a code or a token that is going, or has gone, to
        # another server; nil of any other.
        def club_that_moves(db, digest)
          going = db[:corners].where(digest: digest).select(:club_id).union(db[:corner_devices].where(digest: digest)
            .select(:club_id)).union(db[:moved_tokens].where(digest: digest).select(:club_id))
          db[:clubs].where(id: going).where(Sequel.|(Sequel.~(moved_to: nil), Sequel.~(moving_at: nil)))
            .select(Sequel[:id].as(:club_id), :moving_at, :moved_to, :moved_key).first
        end

        # Tokens are long: their digest is enough.
        def digest(token) = Digest::SHA256.hexdigest(token)

        # Those of a set of pages that stand.
        def standing(set) = set.where(ended_at: nil).where { ends_at > Clock.now }

        private

        NOTED_EVERY = 3_600 # seconds; how exactly the last use of a device is known
        private_constant :NOTED_EVERY

        def found(db) = standing(db[:corners]).join(:clubs, id: :club_id).select_all(:corners)

        # The student (a row) whose page it is; nil where it may not be looked at any more.
        def student_of(db, row)
          student = People.new(db, row[:club_id]).student(row[:student_id])
          student unless new(db, row[:club_id]).refusal(student, row[:guardian])
        end

        def seen(db, row)
          return if row[:last_at] > Clock.now - NOTED_EVERY
          db[:corner_devices].where(club_id: row[:club_id], id: row[:device_id]).update(last_at: Clock.now)
        end
      end

      def initialize(db, club_id)
        @db = db
        @club_id = club_id
      end

      # Why a student (a row) may not have a page, or their guardian not one of theirs; or nil.
      def refusal(student, guardian)
        return LEFT if student[:left_on]
        junior = people.junior?(student, today)
        return NOT_A_JUNIOR if guardian && !junior
        NO_CONSENT if junior && student[:consent_on].nil?
      end

      # Makes a page, or replaces the one there was, whose devices are out at once: {id:, code:, ends_at:}; the code is
      # told this once. Raises Missing or Conflict.
      def make(id:, student_id:, guardian:, by:)
        why = refusal(people.student(student_id), guardian)
        raise Conflict.new(why, path: "student_id") if why
        code = Secret.code
        @db.transaction(savepoint: true) do
          finish(rows.where(student_id: student_id, guardian: guardian))
          row = {id: id, ends_at: Clock.now + LASTS}
          @db[:corners].insert(**row, club_id: @club_id, student_id: student_id, guardian: guardian,
            digest: Secret.digest(code), made_by: by, made_at: Clock.now)
          row.merge(code: code)
        end
      rescue Sequel::UniqueConstraintViolation
        raise Conflict.new("This page has been made; its code was told then.", path: "id")
      end

      # Raises Missing.
      def end(id)
        raise Missing, "There is no such page." if rows.where(id: id).empty?
        finish(rows.where(id: id))
      end

      # Of a student, those that stand: [{id:, guardian:, made_at:, made_by:, ends_at:, devices: [{id:, name:,
      # last_at:}]}].
      def of(student_id)
        pages = Corners.standing(rows).where(student_id: student_id).left_join(:accounts, id: :made_by).order(:guardian)
          .select(Sequel[:corners][:id], :guardian, :made_at, :ends_at, Sequel[:accounts][:name].as(:made_by)).all
        pages.map { |row| row.merge(devices: devices(row[:id])) }
      end

      # [[student id, whether it is a guardian's]] of every page that stands.
      def standing = Corners.standing(rows).select_map(%i[student_id guardian])

      # Devices a page is open on, the one used last first.
      def devices(corner_id) =
        @db[:corner_devices].where(club_id: @club_id, corner_id: corner_id).order(Sequel.desc(:last_at), :id)
          .select(:id, :name, :last_at).all

      # Takes a device away from a page. Raises Missing.
      def close(corner_id, device_id)
        return unless @db[:corner_devices].where(club_id: @club_id, corner_id: corner_id, id: device_id).delete.zero?
        raise Missing, "This device is not on this page any more."
      end

      # What a guardian has consented to: who and when, or neither. Without it no page of a junior's stands. Raises
      # Missing.
      def consent(student_id, by:, on:)
        people.student(student_id)
        if by.to_s.empty? ^ on.nil?
          raise Core::InvalidInput.new("Say which guardian consents, and on which day.", path: on ? "by" : "on")
        end
        if on && on > today
          raise Core::InvalidInput.new("A consent is given today or was given before.", path: "on")
        end
        @db[:students].where(club_id: @club_id, id: student_id).update(consent_by: (by if on), consent_on: on)
      end

      private

      def rows = @db[:corners].where(Sequel[:corners][:club_id] => @club_id)

      def people = @people ||= People.new(@db, @club_id)

      def today = @today ||= people.today

      def finish(set)
        ids = set.where(ended_at: nil).select_map(Sequel[:corners][:id])
        @db[:corner_devices].where(club_id: @club_id, corner_id: ids).delete
        rows.where(id: ids).update(ended_at: Clock.now)
      end
    end
  end
end
