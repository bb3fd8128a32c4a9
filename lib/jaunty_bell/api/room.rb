require "sinatra/base"
require "json"
require "forwardable"

module JauntyBell
  module Api
    # What every room shares: who is asking, in which club, and how refusals are said.
    class Room < Sinatra::Base
      disable :show_exceptions, :raise_errors, :protection, :logging, :dump_errors, :static, :sessions
      set :host_authorization, {}

      # Who may call a route; each says so itself.
      #
      #   anybody  whoever asks, signed in or not
      #   corner   a student's own page, by its device's token (Corner); nobody who is signed in
      #   all      everybody in the club: assistants run classes and look
      #   coach    coaches and the owner, who change what is planned and kept
      #   owner    the owner of the club
      WHO = {anybody: nil, corner: %w[corner], all: %w[owner coach assistant], coach: %w[owner coach],
             owner: %w[owner]}.freeze
      REFUSALS = {coach: "Only a coach can do this; ask one of yours.",
                  owner: "Only the owner of the club can do this."}.freeze
      UNKEEPABLE = "There is something in this that cannot be kept: a date, a number or a text that is out of reason."
      BROKEN = "Something broke on the server. What you typed is still here; try once more."

      extend Forwardable

      class << self
        # [[method, path in the room, who]] of every route.
        def permissions = @permissions ||= []

        # [[method, path as the contract has it]] of those of every room that are made apart (Beside).
        def large
          @large ||= Server::ROOMS.flat_map do |where, room|
            room.apart.map { |verb, path| [verb.to_s, "/api#{where}#{path.gsub(/:(\w+)/, '{\1}')}"] }
          end.to_set
        end

        # [[method, path in the room]]
        def apart = @apart ||= []

        %i[get post put delete].each do |verb|
          define_method(verb) do |path, who:, old: false, beside: false, **options, &block|
            WHO.fetch(who)
            apart << [verb, path] if beside
            permissions << [verb, path, who]
            super(path, who: who, **options, &(old ? reading_old(block) : block))
          end
        end

        private

        # What such a route reads may be some seconds old, but for what whoever asks has changed (Store::Replica).
        def reading_old(block)
          proc do
            Store::Replica.read(db, seen: request.cookies[Acknowledged::SEEN]) { instance_exec(&block) }
          end
        end
      end

      set(:who) { |who| condition { permit(who) } }
      # What such a route keeps, whoever asks may then forget: it is on as many machines as are wanted, or was not taken
      set(:acknowledged) { |_| condition { env[Acknowledged::PROMISED] = true } }

      attr_reader :db

      def initialize(app, db)
        super(app)
        @db = db
      end

      before do
        content_type :json
        Core::Ways.go_by(account&.fetch(:country))
      end

      error(Core::InvalidInput) { |e| halt Errors.response(422, e.message, path: e.path) }
      error(Date::Error) { halt Errors.response(422, "There is a date in this that no calendar has.") }
      error(Store::Missing) { |e| halt Errors.response(404, e.message) }
      error(Store::Conflict) { |e| halt Errors.response(409, e.message, path: e.path) }
      error(Store::Stale) { |e| halt Errors.response(409, e.message, current: shown(e.current)) }
      error(*Store::Away::GONE) { |e| halt Errors.away(db, e) }
      error(Sequel::InvalidValue) { halt Errors.response(422, UNKEEPABLE) }
      error(Sequel::DatabaseError) do |e|
        halt Errors.away(db, e) if Store::Away === e
        halt Errors.response(422, UNKEEPABLE) if Store.unkeepable?(e)
        Said.error("#{request.request_method} #{request.path_info}", e)
        halt Errors.response(500, BROKEN)
      end
      error do |e|
        Said.error("#{request.request_method} #{request.path_info}", e)
        halt Errors.response(500, BROKEN)
      end
      not_found { halt Errors.response(404, "There is nothing at this address.") }

      private

      # Lets this request in, or halts with why not.
      def permit(who)
        roles = WHO.fetch(who) or return true
        halt Errors.response(401, "Sign in first.") unless account
        halt Errors.response(403, REFUSALS.fetch(who)) unless roles.include?(account[:role])
        true
      end

      # Halts where too much that opens nothing was tried from here.
      def slow_down(what)
        return if Throttle.may_try?(what, request.env["REMOTE_ADDR"])
        halt Errors.response(429, "Too many tries from here. Wait a quarter of an hour.")
      end

      # A try from here, counted whatever comes of it. Halts where there were too many.
      def trying(what)
        slow_down(what)
        Throttle.wrong(what, request.env["REMOTE_ADDR"])
      end

      # Tries from here that end in one of these errors are counted, and slowed down.
      def counting(what, *errors)
        slow_down(what)
        yield
      rescue *errors
        Throttle.wrong(what, request.env["REMOTE_ADDR"])
        raise
      end

      # From here on whoever is signed in is in another of their clubs. Raises Store::Missing.
      def go_to(club_id)
        Store::Logins.new(db).choose(account[:login_id], club_id, session: account[:session_id])
      end

      # Who is signed in, as a request begins with them (Store::School.account), or nil.
      def account = env[Accounts::ACCOUNT]

      # The club as whoever asks works with it (Services::Club).
      def club = @club ||= Services::Club.new(db, account.fetch(:club_id), account)

      def_delegators :club, :people, :groups, :school, :combinations, :series, :drills, :cards, :classes, :closures,
        :care,
        :book, :programmes,
        :plans, :masteries, :audit, :reading, :group_names, :assistant?

      def club_id = club.id

      # Notes that somebody read what is about the health of the student of this page.
      def read_health(what) = club.read_health(id, what)

      # The checked request: body with string keys, parameters from the path, the query.
      def asked = env.fetch(OpenapiFirst::REQUEST)

      def body_given = asked.body

      def id = params.fetch("id").downcase # ids are the same in capitals

      # What is said on the Floor in the club's own words.
      def speech = Services::Bench::Spoken.new(school, Files::Speech)

      # Who says so, and on which day.
      def says_so = {"by" => account[:name], "on" => club.today.iso8601}

      def answer(data, status: 200)
        self.status(status)
        JSON.generate(data)
      end

      # Answers with a file of this name: "Tuesday's hands" becomes "tuesday-s-hands.pdf"; other scripts stay as they
      # are written, with a plain name beside.
      def attached(name, extension)
        own = name.unicode_normalize(:nfkc).downcase.gsub(/[^[:alnum:]]+/, "-").delete_prefix("-").delete_suffix("-")
        plain = own.unicode_normalize(:nfkd).gsub(/[^a-z0-9-]/, "").delete_prefix("-").delete_suffix("-")
        fallback = plain.empty? ? "jaunty-bell" : plain
        own = fallback if own.empty?
        also = "; filename*=UTF-8''#{URI.encode_www_form_component("#{own}.#{extension}")}" unless own == fallback
        headers "content-disposition" => "attachment; filename=\"#{fallback}.#{extension}\"#{also}"
      end

      # How a row is shown, where a room keeps rows that can be edited.
      def shown(row) = row
    end
  end
end
