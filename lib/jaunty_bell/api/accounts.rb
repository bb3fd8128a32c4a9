require "roda"
require "rodauth"

module JauntyBell
  module Api
    # Signing in and out, by Rodauth: argon2, lockout after wrong passwords, sessions that expire. JSON only, under
    # /api/account. Later middleware reads the signed-in account from env["jaunty_bell.account_id"].
    module Accounts
      LONGEST = 30 * 86_400 # seconds a session may last
      IDLE = 7 * 86_400 # seconds it may lie unused
      NOTED_EVERY = 3_600 # seconds; how exactly the last use of a session is known
      WRONG_PASSWORDS = 6
      LOCKED_FOR = {minutes: 15}.freeze
      ACCOUNT = "jaunty_bell.account_id"

      # A Roda middleware on this database.
      def self.for(db)
        Class.new(Roda) do
          plugin :middleware
          plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
          plugin :rodauth, json: :only do
            enable :login, :logout, :lockout, :change_password, :active_sessions, :session_expiration, :argon2, :json
            db db
            prefix "/account"
            hmac_secret Settings.secret
            account_password_hash_column :password_hash
            password_minimum_length 10
            max_invalid_logins WRONG_PASSWORDS
            set_deadline_values? true
            account_lockouts_deadline_interval LOCKED_FOR
            unlock_account_route nil
            unlock_account_request_route nil
            domain Settings.host
            already_logged_in { nil }
            require_mail? false
            require_password_confirmation? false
            require_bcrypt? false
            session_inactivity_timeout IDLE
            max_session_lifetime LONGEST
            session_inactivity_deadline IDLE
            session_lifetime_deadline LONGEST
            no_matching_login_message "Email or password is wrong."
            invalid_password_message "Email or password is wrong."
            login_error_flash "Email or password is wrong."
            login_lockout_error_flash "Too many wrong passwords. Try again in a quarter of an hour."
            change_password_error_flash "The password was not changed."
            json_response_custom_error_status? true
          end

          route do |r|
            r.on("account") { r.rodauth }
            rodauth.check_session_expiration if rodauth.logged_in?
            env[ACCOUNT] = rodauth.session_value if rodauth.logged_in? && (Accounts.lately_used?(db, rodauth) || rodauth.currently_active_session?)
          end
        end
      end

      # Whether this session is active and was noted as used within the hour: one look, nothing written. Older ones go the
      # whole way through Rodauth, which drops those that lay unused too long and notes the use.
      def self.lately_used?(db, rodauth)
        key = rodauth.session[rodauth.session_id_session_key] or return false
        ids = rodauth.compute_hmacs(key)
        used = db[:account_active_session_keys].where(account_id: rodauth.session_value, session_id: ids).get(:last_use)
        !used.nil? && used > Time.now - NOTED_EVERY
      end

      # A password's argon2 hash, as Rodauth would make it (for the demo club).
      def self.hash(password)
        require "argon2"
        Argon2::Password.new(t_cost: 2, m_cost: 15).create(password)
      end
    end
  end
end
