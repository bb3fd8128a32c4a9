module JauntyBell
  module Api
    # How a tablet of a hall comes to trust the hall's own authority: a page that may be read without HTTPS, and the
    # certificate itself. Nothing where there is no such authority.
    class Trust
      PAGE = File.join(__dir__, "trust.html")

      def call(env)
        return Errors.response(404, "There is nothing at this address.") unless Settings.authority
        return certificate if env["SCRIPT_NAME"] == "/root.crt"
        [200, {"content-type" => "text/html; charset=utf-8", "cache-control" => "no-cache"}, [page(env)]]
      end

      private

      def certificate =
        [200, {"content-type" => "application/x-x509-ca-cert", "cache-control" => "no-cache",
               "content-disposition" => 'attachment; filename="hall-authority.crt"'}, [File.read(Settings.authority)]]

      def page(env) =
        File.read(PAGE).gsub("{{host}}", Rack::Utils.escape_html(Rack::Request.new(env).host))
          .gsub("{{print}}", print_of(File.read(Settings.authority)))

      # By which somebody can see that it is the right one.
      def print_of(pem) =
        OpenSSL::Digest::SHA256.hexdigest(OpenSSL::X509::Certificate.new(pem).to_der).upcase.scan(/../).join(" ")
    end
  end
end
