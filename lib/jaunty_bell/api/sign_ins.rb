module JauntyBell
  module Api
    # Where passwords are tried: signing in, and changing one's own. Wrong ones are counted (Throttle), and the answer
    # is the same whether there is such an account or not, in words and in time.
    class SignIns
      TRIED = %w[/account/login /account/change-password].freeze
      WRONG = "Email or password is wrong.".freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        return @app.call(env) unless env["REQUEST_METHOD"] == "POST" && TRIED.include?(env["PATH_INFO"])
        who, address = account(env), env["REMOTE_ADDR"]
        return Errors.response(429, Throttle::SLOW_DOWN, path: "password") unless Throttle.may_try?(who, address)
        tried(*@app.call(env), who: who, address: address, login: env["PATH_INFO"] == TRIED.first)
      end

      private

      def account(env)
        return env["rack.session"]&.[]("account_id").to_s unless env["PATH_INFO"] == TRIED.first
        env[Body::READ].to_h["login"].to_s.strip
      end

      # The answer as it is told, and counted.
      def tried(status, headers, body, who:, address:, login:)
        if status == 200
          Throttle.right(who, address)
          return [status, headers, body]
        end
        field, why = JSON.parse(body.each.to_a.join).values_at("field-error", "error")
          .then { |field, error| field || [nil, error] }
        Throttle.wrong(who, address) if login || field == "password"
        return Errors.response(401, WRONG, path: "password") if login
        Errors.response(status,
          (field == "password") ? "That is not your password now." : "#{why.to_s.delete_suffix(".")}.", path: field)
      end
    end
  end
end
