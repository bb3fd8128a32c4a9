require "roda"
require "rodauth"

module JauntyBell
  module Api
    # Signing in and out, by Rodauth: argon2 passwords, passkeys, time codes with recovery codes, sessions that expire;
    # what is wrong is counted by SignIns. JSON only, under /api/account. Later middleware reads whoever is signed in,
    # and their place in a club, from env["jaunty_bell.account"].
    module Accounts
      LONGEST = 30 * 86_400 # seconds a session may last
      IDLE = 7 * 86_400 # seconds it may lie unused
      NOTED_EVERY = 3_600 # seconds; how exactly the last use of a session is known
      ACCOUNT = "jaunty_bell.account"
      HALFWAY = "jaunty_bell.halfway" # whether a password was right and a code is waited for
      SECOND = %w[totp recovery_code webauthn].freeze # ways to sign in that time codes are content with
      WRONG_CODE = "This code is not right, or has been used.".freeze

      # A Roda middleware on this database.
      def self.for(db)
        Class.new(Roda) do
          plugin :middleware
          plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
          plugin :rodauth, json: :only do
            enable :login, :logout, :change_password, :active_sessions, :argon2, :json, :otp, :recovery_codes,
              :webauthn_autofill
            db db
            accounts_table :logins
            prefix "/account"
            hmac_secret Settings.secret
            account_password_hash_column :password_hash
            password_minimum_length Passwords::LEAST
            domain { request.host }
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

            # Wrong codes are counted as wrong passwords are (SignIns); they shut nobody out for good.
            otp_auth_failures_limit 1_000_000
            otp_issuer "Jaunty Bell"
            otp_invalid_auth_code_message WRONG_CODE
            invalid_recovery_code_message WRONG_CODE
            auto_add_recovery_codes? true
            auto_remove_recovery_codes? true
            recovery_codes_limit 10
            new_recovery_code { Store::Secret.code }
            recovery_code_match? { |code| super(code.to_s.upcase.delete("^A-Z0-9").scan(/.{1,4}/).join("-")) }
            webauthn_user_verification "required"
            webauthn_rp_name "Jaunty Bell"
            webauthn_key_insert_hash { |key| super(key).merge(name: Device.name(request.user_agent)) }

            # Which device signs in, and whether it is a strange one
            active_sessions_insert_hash { super().merge(device: Device.sign_in(self)) }

            # Nobody is to tell by the time of an answer who has an account.
            account_from_login do |login|
              super(login) || (argon2_password_hash_match?(Accounts.nobody, param("password")) && nil)
            end
            password_meets_requirements? do |password|
              why = Passwords.refusal(password, about: Store::Logins.new(db).known(account_id)) or next true
              set_password_requirement_error_message(:too_easily_guessed, why)
              false
            end
            password_does_not_meet_requirements_message do
              @password_requirement_message || "This password will not do."
            end
            auth_class_eval do
              # Whoever has no place in any club any more does not come in.
              def open_account? =
                super && db[:accounts].where(login_id: account_id, status_id: Store::Logins::OPEN).any?

              # A passkey is a way in of its own; a second factor is asked for where there are time codes.
              def two_factor_authentication_setup? = possible_authentication_methods.include?("totp")

              def two_factor_authenticated? = (authenticated_by.to_a & SECOND).any?
            end
          end

          route do |r|
            r.on("account") { r.rodauth }
            env[ACCOUNT], env[HALFWAY] = Accounts.of(db, rodauth) if rodauth.logged_in?
            # Who only reads keeps the cookie they have
            env["rack.session.options"][:skip] = true if env[ACCOUNT] && r.get?
            nil
          end
        end
      end

      # Whoever is signed in (Store::School.account), or nil; and whether they are half in. A session that was noted as
      # used within the hour takes one look and nothing is written; others go the whole way through Rodauth, which drops
      # those that lay unused too long and notes the use. Where there are time codes, a password alone is not in yet.
      def self.of(db, rodauth)
        key = rodauth.session[rodauth.session_id_session_key] or return
        account = Store::School.account(db, rodauth.session_value, rodauth.compute_hmacs(key)) or return
        return [nil, true] if account[:time_codes] && !rodauth.two_factor_authenticated?
        lately = account[:last_use] > Time.now - NOTED_EVERY && account[:began] > Time.now - LONGEST
        [account, false] if lately || rodauth.currently_active_session?
      end

      # Whether somebody is signed in still: their place in the club is open and one of their sessions goes on.
      def self.signed_in?(db, account_id) =
        !db[:accounts].where(id: account_id, status_id: Store::Logins::OPEN)
          .join(:account_active_session_keys, account_id: :login_id).empty?

      # The hash of nobody's password.
      def self.nobody = @nobody ||= hash(SecureRandom.hex(16))

      # Whether a password is the one of a hash.
      def self.match?(hash, password)
        require "argon2"
        Argon2::Password.verify_password(password, hash)
      end

      # A password's argon2 hash, as Rodauth would make it (for the demo club).
      def self.hash(password)
        require "argon2"
        Argon2::Password.new(t_cost: 2, m_cost: 15).create(password)
      end
    end
  end
end
