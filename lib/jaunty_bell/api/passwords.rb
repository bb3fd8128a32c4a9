module JauntyBell
  module Api
    # Which passwords will not do: what is guessed first.
    module Passwords
      LEAST = 10 # characters
      MOST = 200
      DIFFERENT = 5 # characters that are not alike
      GUESSED = %w[password passwort passw0rd qwerty qwertz letmein welcome boxing kickboxing admin iloveyou sunshine
        football].freeze
      # The ten thousand most common ones, as Rodauth ships them
      DICTIONARY = File.join(Gem.loaded_specs.fetch("rodauth").full_gem_path, "dict/top-10_000-passwords.txt")
      COMMON = File.readlines(DICTIONARY, chomp: true).to_set(&:downcase).freeze
      RUNS = %w[01234567890123456789 98765432109876543210 abcdefghijklmnopqrstuvwxyz qwertyuiop qwertzuiop
        asdfghjkl].freeze

      # Why a password will not do, or nil. `about` are words that anybody may know of whoever it is: email, name, club.
      def self.refusal(password, about: [])
        return "A password has from #{LEAST} to #{MOST} characters." unless password.length.between?(LEAST, MOST)
        plain = password.downcase
        if plain.chars.uniq.size < DIFFERENT
          return "This is too easily guessed: use at least #{DIFFERENT} different characters."
        end
        if COMMON.include?(plain) || COMMON.include?(plain.sub(/[^a-z]+\z/, ""))
          return "This is too easily guessed: it is one of the passwords that are tried first."
        end
        left = (GUESSED + known(about)).reduce(plain) { |text, word| text.gsub(word, "") }
        if left.gsub(/[^[:alnum:]]/, "").length < LEAST / 2
          return "This is too easily guessed: it is little more than a word everybody tries, or your own name or email."
        end
        if RUNS.any? { |run| (run * 2).include?(plain.gsub(/[^[:alnum:]]/, "")[0, LEAST]) }
          "This is too easily guessed: it is a run of keys."
        end
      end

      # Raises Core::InvalidInput for a password that will not do.
      def self.check(password, about: [])
        why = refusal(password, about: about) or return
        raise Core::InvalidInput.new(why, path: "password")
      end

      # Whose sign-in an email with a password is, as Store::Logins#place has it: that of somebody who is here already,
      # or one to be made. Raises Core::InvalidInput for a password that will not do, or that is not theirs.
      def self.login(db, email:, password:, about: [])
        there = Store::Logins.new(db).of(email)
        if there.nil?
          check(password, about: [email, *about])
          return {email: email, hash: Accounts.hash(password)}
        end
        return there.slice(:id) if Accounts.match?(there[:password_hash], password)
        raise Core::InvalidInput.new("There is an account of #{email.strip} on this server already, and this is not " \
          "its password. Give that one, and the club is added to what they have.", path: "password")
      end

      def self.known(about) =
        about.compact.flat_map { |text| [text.downcase, *text.downcase.split(/[^[:alnum:]]+/)] }
          .select { |word| word.length > 3 }.uniq.sort_by { |word| -word.length }
      private_class_method :known
    end
  end
end
