require "rack"
require "rack/protection"
require "rack/session"
require "openapi_first"

module JauntyBell
  module Api
    # The whole program as one Rack application: headers, sessions, accounts, contract, rooms and the interface's files.
    #
    #   run JauntyBell::Api::Server.build(db, secret: JauntyBell::Settings.secret)
    module Server
      CONTRACT = File.join(Settings.root, "openapi/openapi.yaml")
      INTERFACE = File.join(Settings.root, "web/dist")

      # {where under /api => the room}
      ROOMS = {"/session" => Session, "/openings" => Openings, "/bench" => Bench, "/drills" => Drills,
               "/flows" => Flows, "/series" => Series,
               "/card" => Card,
               "/paper" => Paper, "/calendar" => Calendar, "/care" => Care, "/floor" => Floor, "/book" => Book,
               "/records" => Records, "/weeks" => Weeks, "/weeks/programmes" => Programmes, "/school" => School,
               "/crew" => Crew, "/groups" => Groups, "/club" => ClubHouse, "/mine" => Mine, "/health" => Health,
               "/corner" => Corner, "/corners" => Corners,
               "/resets" => Resets}.freeze

      # What is worth compressing; sound is compressed already.
      COMPRESSED = {sync: false, if: ->(_env, _status, headers, _body) {
        headers["content-length"].to_i > 1400 && !headers["content-type"].to_s.start_with?("audio/")
      }}.freeze

      def self.contract = @contract ||= Contract::Kept.load(CONTRACT)

      # `secret` signs the sessions; `https` marks cookies secure; `copies` is on how many machines a change must lie
      # (Store::Copies). `around_api` may wrap the API (tests check responses there).
      def self.build(db, secret:, https: false, copies: "one", around_api: nil)
        api = Beside.new(api(db), db)
        api = around_api.call(api) if around_api
        accounts = Accounts.for(db)
        interface, trust = Interface.new(INTERFACE), Trust.new
        Rack::Builder.app do
          use Rack::Deflater, **COMPRESSED
          use Headers
          use Rack::ContentLength
          use Entrance, https: https
          use Rack::Session::Cookie, key: "jaunty_bell", secrets: secret, same_site: :strict, httponly: true,
            secure: https, expire_after: Accounts::LONGEST
          use Throttle.middleware(db)
          use Rack::Protection::HttpOrigin
          use Body
          map("/api") do
            use Reach, db
            use Acknowledged, db, copies
            use Contract, Server.contract
            use SignIns
            use accounts
            use PassedOn, db
            use SameClub
            use Connected, db
            use Watch
            run api
          end
          %w[/trust /root.crt].each { |path| map(path) { run trust } }
          run interface
        end
      end

      def self.api(db) = Rack::URLMap.new(ROOMS.transform_values { |room| room.new(nil, db) })

      # The API for large work (Beside), which is compressed where it is done: what has an encoding is left as it is
      # afterwards.
      def self.large(db) =
        Contract.new(Rack::Deflater.new(Rack::ContentLength.new(api(db)), COMPRESSED), contract)
      private_class_method :api
    end
  end
end
