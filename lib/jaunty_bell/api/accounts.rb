require "roda"
require "rodauth"

module JauntyBell
  module Api
    # Signing in and out, by Rodauth: argon2, sessions that expire; wrong passwords are counted by SignIns. JSON only,
    # under /api/account. Later middleware reads the signed-in account from env["jaunty_bell.account"].
    module Accounts
      LONGEST = 30 * 86_400 # seconds a session may last
      IDLE = 7 * 86_400 # seconds it may lie unused
      NOTED_EVERY = 3_600 # seconds; how exactly the last use of a session is known
      ACCOUNT = "jaunty_bell.account"

      # A Roda middleware on this database.
      def self.for(db)
        Class.new(Roda) do
          plugin :middleware
          plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
          plugin :rodauth, json: :only do
            enable :login, :logout, :change_password, :active_sessions, :argon2, :json
            db db
            prefix "/account"
            hmac_secret Settings.secret
            account_password_hash_column :password_hash
            password_minimum_length Passwords::LEAST
            domain Settings.host
            already_logged_in { nil }
            skip_status_checks? false # who is closed out does not come in
            require_password_confirmation? false
            require_bcrypt? false
            session_inactivity_deadline IDLE
            session_lifetime_deadline LONGEST
            no_matching_login_message "Email or password is wrong."
            invalid_password_message "Email or password is wrong."
            login_error_flash "Email or password is wrong."
            change_password_error_flash "The password was not changed."
            json_response_custom_error_status? true
            # Nobody is to tell by the time of an answer who has an account.
            account_from_login do |login|
              super(login) || (argon2_password_hash_match?(Accounts.nobody, param("password")) && nil)
            end
            password_meets_requirements? do |password|
              why = Passwords.refusal(password, about: [account[:email], account[:name]]) or next true
              set_password_requirement_error_message(:too_easily_guessed, why)
              false
            end
            password_does_not_meet_requirements_message do
              @password_requirement_message || "This password will not do."
            end
          end

          route do |r|
            r.on("account") { r.rodauth }
            env[ACCOUNT] = Accounts.of(db, rodauth) if rodauth.logged_in?
            # Who only reads keeps the cookie they have
            env["rack.session.options"][:skip] = true if env[ACCOUNT] && r.get?
          end
        end
      end

      # The account (Store::School.account) of an active session, or nil. One that was noted as used within the hour
      # takes one look and nothing is written; others go the whole way through Rodauth, which drops those that lay
      # unused too long and notes the use.
      def self.of(db, rodauth)
        key = rodauth.session[rodauth.session_id_session_key] or return
        account = Store::School.account(db, rodauth.session_value, rodauth.compute_hmacs(key)) or return
        lately = account[:last_use] > Time.now - NOTED_EVERY && account[:began] > Time.now - LONGEST
        account if lately || rodauth.currently_active_session?
      end

      # Whether somebody is signed in still: their account is open and one of their sessions goes on.
      def self.signed_in?(db, account_id) =
        !db[:account_active_session_keys].where(account_id: account_id).join(:accounts, id: :account_id)
          .where(status_id: 2).empty?

      # The hash of nobody's password.
      def self.nobody = @nobody ||= hash(SecureRandom.hex(16))

      # A password's argon2 hash, as Rodauth would make it (for the demo club).
      def self.hash(password)
        require "argon2"
        Argon2::Password.new(t_cost: 2, m_cost: 15).create(password)
      end
    end
  end
end
