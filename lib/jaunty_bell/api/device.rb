module JauntyBell
  module Api
    # The device that somebody signs in from: known again by a cookie of its own, which opens nothing.
    module Device
      COOKIE = "jaunty_device"
      LASTS = 400 * 86_400 # seconds; browsers keep none longer
      BROWSERS = {"Edg" => "Edge", "OPR" => "Opera", "SamsungBrowser" => "Samsung's browser", "Firefox" => "Firefox",
                  "FxiOS" => "Firefox", "CriOS" => "Chrome", "Chrome" => "Chrome", "Safari" => "Safari"}.freeze
      SYSTEMS = {"iPhone" => "an iPhone", "iPad" => "an iPad", "Android" => "Android", "CrOS" => "ChromeOS",
                 "Windows" => "Windows", "Mac OS X" => "a Mac", "Linux" => "Linux"}.freeze

      # How a browser calls itself, in words: "Firefox on Windows".
      def self.name(user_agent)
        browser, system = [BROWSERS, SYSTEMS].map { |names|
          names.find { |word, _| user_agent.to_s.include?(word) }&.last
        }
        return "a browser" unless browser || system
        [browser || "a browser", system].compact.join(" on ")
      end

      # Notes that whoever `rodauth` signs in does so from here; a strange device is told to them. The device's id.
      def self.sign_in(rodauth)
        request = rodauth.request
        secret = request.cookies[COOKIE].to_s[/\A\h{64}\z/] || SecureRandom.hex(32)
        from = {name: name(request.user_agent), address: request.env["REMOTE_ADDR"].to_s}
        noted = Store::SignInDevices.new(rodauth.db, rodauth.session_value).sign_in(secret, **from)
        Rack::Utils.set_cookie_header!(rodauth.response.headers, COOKIE,
          {value: secret, path: "/", httponly: true, same_site: :strict, secure: request.ssl?, max_age: LASTS})
        tell(rodauth, at: noted[:at], **from) if noted[:strange]
        noted[:id]
      end

      def self.tell(rodauth, **what)
        email = rodauth.db[:logins].where(id: rodauth.session_value).get(:email)
        Letters.send_later(Letters.strange_device(to: email, **what))
      end
      private_class_method :tell
    end
  end
end
