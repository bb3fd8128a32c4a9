require "sinatra/base"
require "json"

module JauntyBell
  module Api
    # What every room shares: who is asking, in which club, and how refusals are said.
    class Room < Sinatra::Base
      disable :show_exceptions, :raise_errors, :protection, :logging, :dump_errors, :static, :sessions
      set :host_authorization, {}

      attr_reader :db

      def initialize(app, db)
        super(app)
        @db = db
      end

      before do
        content_type :json
        halt Errors.response(401, "Sign in first.") unless account || open_to_all?
      end

      error(Core::InvalidInput) { |e| halt Errors.response(422, e.message, path: e.path) }
      error(Store::Missing) { |e| halt Errors.response(404, e.message) }
      error(Store::Conflict) { |e| halt Errors.response(409, e.message, path: e.path) }
      error(Store::Stale) { |e| halt Errors.response(409, e.message, current: shown(e.current)) }
      error do |e|
        warn "#{request.request_method} #{request.path}: #{e.class}: #{e.message}\n  #{e.backtrace.first(8).join("\n  ")}"
        halt Errors.response(500, "Something broke on the server. What you typed is still here; try once more.")
      end
      not_found { halt Errors.response(404, "There is nothing at this address.") }

      private

      # Rooms that answer without anyone signed in say so themselves.
      def open_to_all? = false

      def account
        return @account if defined?(@account)
        id = env[Accounts::ACCOUNT]
        @account = id && Store::School.account(db, id)
      end

      def club_id = account.fetch(:club_id)

      def people = @people ||= Store::People.new(db, club_id)

      def school = @school ||= Store::School.new(db, club_id, account)

      def combinations = @combinations ||= Store::Combinations.new(db, club_id, school.techniques)

      def masteries = @masteries ||= Store::Masteries.of(db, club_id, school: school)

      # Assistants run classes and look; they do not change what is planned.
      def coaches_only
        halt Errors.response(403, "Only a coach can change this; ask one of yours.") if assistant?
      end

      def assistant? = account[:role] == "assistant"

      def audit = @audit ||= Store::Audit.new(db, club_id, account_id: account[:id])

      # Notes that somebody read what is about the health of the student of this page. Assistants are not shown it.
      def read_health(what) = (audit.note(id, "read #{what}") unless assistant?)

      # The checked request: body with string keys, parameters from the path, the query.
      def asked = env.fetch(OpenapiFirst::REQUEST)

      def body_given = asked.body

      def id = params.fetch("id")

      def answer(data, status: 200)
        self.status(status)
        JSON.generate(data)
      end

      # A name as a file's: "Tuesday's hands" becomes "tuesday-s-hands".
      def file_name(name) = name.downcase.gsub(/[^a-z0-9]+/, "-").delete_prefix("-").delete_suffix("-")

      # How a row is shown, where a room keeps rows that can be edited.
      def shown(row) = row

      # How this coach reads and writes notation: in their own numbering, or the club's.
      def reading(stance: nil, partner: nil)
        numbering = school.numbering(account[:numbering] || school.settings.numbering)
        Core::Bench::Notation::Reading.new(techniques: school.techniques, numbering: numbering, stance: (stance || "orthodox").to_sym, partner: (partner || "same").to_sym)
      end
    end
  end
end
