module JauntyBell
  module Api
    # Where passwords and codes are tried: signing in, changing one's own, time codes and passkeys. Wrong ones are
    # counted (Throttle), and the answer is the same whether there is such an account or not, in words and in time. What
    # Rodauth says is put in the shape of every answer here.
    class SignIns
      LOGIN = "/account/login"
      LOGOUT = "/account/logout" # whatever went wrong before, nobody is kept from leaving
      WITHOUT = %w[/account/login /account/webauthn-login].freeze # for who is not signed in yet
      GUESSED = %w[password otp recovery-code].freeze # fields in which somebody might be guessing
      # With these Rodauth asks for what a browser or a phone has to do first
      QUESTIONS = %w[otp_secret webauthn_setup webauthn_auth].freeze
      WRONG = "Email or password is wrong.".freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        return @app.call(env) unless env["REQUEST_METHOD"] == "POST" && tries?(env["PATH_INFO"])
        who, address = account(env), env["REMOTE_ADDR"]
        return Errors.response(429, Throttle::SLOW_DOWN, path: "password") unless Throttle.may_try?(who, address)
        tried(*@app.call(env), who: who, address: address, path: env["PATH_INFO"], asked: env[Body::READ].to_h)
      end

      private

      def tries?(path) = path.start_with?("/account/") && path != LOGOUT

      def account(env)
        return env["rack.session"]&.[]("account_id").to_s unless WITHOUT.include?(env["PATH_INFO"])
        env[Body::READ].to_h["login"].to_s.strip
      end

      # The answer as it is told, and counted.
      def tried(status, headers, body, who:, address:, path:, asked:)
        return right(who, address, asked) && [status, headers, body] if status == 200
        said = JSON.parse(body.each.to_a.join)
        if question?(said, asked)
          return [200, headers.except("content-length"), [JSON.generate(said.slice(*questions(said)))]]
        end
        refused(status, said, who: who, address: address, login: path == LOGIN)
      end

      def refused(status, said, who:, address:, login:)
        field, why = said.values_at("field-error", "error").then { |error, all| error || [nil, all] }
        Throttle.wrong(who, address) if login || GUESSED.include?(field)
        return Errors.response(401, WRONG, path: "password") if login
        Errors.response(status,
          (field == "password") ? "That is not your password now." : "#{why.to_s.delete_suffix(".")}.", path: field)
      end

      # What was wrong before counts no more where a secret was told rightly.
      def right(who, address, asked)
        Throttle.right(who, address) if (asked.keys & ["password", *GUESSED]).any?
        true
      end

      def questions(said) = said.keys.select { |key| key.start_with?(*QUESTIONS, "otp_raw_secret") }

      # Whether nothing was tried yet: Rodauth says what to do.
      def question?(said, asked) = questions(said).any? && (asked.keys & %w[otp webauthn_setup webauthn_auth]).empty?
    end
  end
end
