module JauntyBell
  module Api
    # A page says of which club it is; where whoever is signed in has gone to another one meanwhile, in another window,
    # nothing of it is written there.
    class SameClub
      SAYS = "HTTP_JAUNTY_CLUB"
      FREE = %r{\A/(session|account|crew/places)} # by which one finds out, or goes elsewhere
      OTHER = "You went to another club in another window: reload this page.".freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        said, account = env[SAYS], env[Accounts::ACCOUNT]
        return @app.call(env) if said.nil? || account.nil? || said == account[:club_id] || env["PATH_INFO"].match?(FREE)
        Errors.response(412, OTHER)
      end
    end
  end
end
