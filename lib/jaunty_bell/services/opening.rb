module JauntyBell
  module Services
    # A club opened on this server with its owner's account: both or neither.
    #
    #   Opening.new(db).open(club: "Harbour boxing", time_zone: "Europe/Vienna", name: "Ines",
    #     email: "ines@example.org", hash: "…") # => the club's id
    class Opening
      EMAIL = /\A[^,;@ \r\n]+@[^,@; \r\n]+\z/ # as the table of accounts has it

      # Raises Core::InvalidInput for an account that nobody could have.
      def self.check_account(name:, email:)
        raise Core::InvalidInput.new("Say who you are.", path: "name") if name.strip.empty?
        return if email.strip.match?(EMAIL)
        raise Core::InvalidInput.new("\"#{email}\" is no email address.", path: "email")
      end

      def initialize(db)
        @clubs = Store::Clubs.new(db)
      end

      # `login` is whose the club is, as Store::Logins#place has it. Raises Core::InvalidInput or Store::Conflict.
      def open(club:, time_zone:, name:, email:, login:, country: nil)
        check(club: club, time_zone: time_zone, name: name, email: email)
        @clubs.add(name: club, time_zone: time_zone, country: country, owner: name, login: login)
      end

      # Ends a demo club with all that is in it. Raises Core::InvalidInput for any other.
      def put_away(club_id)
        return if @clubs.put_away(club_id)
        raise Core::InvalidInput, "Only a demo club can be put away; this one is real."
      end

      private

      def check(club:, time_zone:, name:, email:)
        raise Core::InvalidInput.new("Give the club a name.", path: "club") if club.strip.empty?
        Store::Clubs.known_zone(time_zone)
        Opening.check_account(name: name, email: email)
      end
    end
  end
end
