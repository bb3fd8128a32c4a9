require "jaunty_bell/settings"
require "jaunty_bell/said"

module JauntyBell
  # What the server writes by mail, where it has a mail server (JAUNTY_MAIL): a way back in, a sign-in from a strange
  # device. The stand-in keeps letters where a page shows them (stand_ins/mail_server.rb).
  module Letters
    class Unsent < StandardError; end

    Letter = Struct.new(:to, :subject, :text, keyword_init: true)
    PATIENCE = 5 # seconds for which a mail server is waited for

    class << self
      # The stand-in, where the house has one.
      attr_accessor :stand_in

      def can? = !!(stand_in || Settings.mail)

      # Whether the mail server answers at all.
      def reachable?
        Socket.tcp(server[:address], server[:port], connect_timeout: PATIENCE, &:close)
        true
      rescue SystemCallError, SocketError
        false
      end

      # Raises Unsent.
      def send_now(letter)
        require "mail"
        mail = Mail.new(from: Settings.mail_from, to: letter.to, subject: letter.subject, body: letter.text,
          charset: "UTF-8")
        mail.delivery_method(:smtp, open_timeout: PATIENCE, read_timeout: PATIENCE, **server)
        mail.deliver!
      rescue SystemCallError, SocketError, IOError, Net::ProtocolError, OpenSSL::SSL::SSLError, Timeout::Error => e
        raise Unsent, "The mail server does not take letters at the moment (#{e.class})."
      end

      # Not waited for; where it cannot be sent the log says so. Nothing where there is no mail.
      def send_later(letter)
        return unless can?
        Thread.new do
          send_now(letter)
        rescue Unsent => e
          Said.error("letter", e)
        end
      end

      # The letters of the stand-in, newest first: [{to:, subject:, text:, at:}].
      def kept
        require "mail"
        stand_in.letters.reverse.map do |raw|
          mail = Mail.read_from_string(raw)
          {to: mail.to.to_a.join(", "), subject: mail.subject.to_s, text: mail.decoded.gsub("\r\n", "\n"),
           at: mail.date&.to_time&.utc&.iso8601}
        end
      end

      def reset(to:, code:, address:)
        Letter.new(to: to, subject: "A new password for Jaunty Bell", text: <<~TEXT)
          Somebody, we hope you, asked for a new password.

          Open this within an hour and choose one:
          #{address}/#reset=#{code}

          or type this code where you sign in, under "Forgot it?": #{code}

          It works once. If it was not you, do nothing: your password stays as it is.
        TEXT
      end

      # Of what a student told on their own page; no word of what.
      def hurt(to:, name:, matter:)
        Letter.new(to: to, subject: "#{name} is held back", text: <<~TEXT)
          #{name} told on their own page: #{matter}. They are held back from now on; open their page in the Book to see
          what was said and to decide what they may do.
        TEXT
      end

      def strange_device(to:, name:, address:, at:)
        Letter.new(to: to, subject: "A new device is signed in to Jaunty Bell", text: <<~TEXT)
          #{name}, from #{address}, signed in to your account on #{at.utc.strftime("%-d %B %Y, %H:%M")} UTC. \
          It has not done so before.

          If it was you, there is nothing to do. If not: sign in, open "Your account", end that sign-in and \
          change your password.
        TEXT
      end

      private

      def server
        return {address: "127.0.0.1", port: stand_in.port, enable_starttls: false} if stand_in
        url = URI(Settings.mail)
        {address: url.host, port: url.port || 587, user_name: url.user && URI.decode_www_form_component(url.user),
         password: url.password && URI.decode_www_form_component(url.password),
         **((url.scheme == "smtps") ? {tls: true} : {enable_starttls_auto: true})}
      end
    end
  end
end
