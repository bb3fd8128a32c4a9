module JauntyBell
  module Api
    # The built interface: its files, and its page for every other address (the page finds its own place).
    class Interface
      FOREVER = "public, max-age=31536000, immutable"

      def initialize(root)
        @files = Rack::Files.new(root)
        @root = root
      end

      def call(env)
        return Errors.response(405, "This address is only read.") unless %w[GET HEAD].include?(env["REQUEST_METHOD"])
        asset = env["PATH_INFO"].start_with?("/assets/")
        path = (asset || kept?(env["PATH_INFO"])) ? env["PATH_INFO"] : page(env["PATH_INFO"])
        status, headers, body = @files.call(env.merge("PATH_INFO" => path))
        headers["cache-control"] = (asset && status == 200) ? FOREVER : "no-cache"
        [status, headers, body]
      end

      private

      # The page of an address: a student's own is another than the club's.
      def page(path) = (path == "/corner") ? "/corner.html" : "/index.html"

      # A file of the build beside its page, or a spoken word.
      def kept?(path) = path.match?(%r{\A/(voice/)?[\w.-]+\z}) && File.file?(File.join(@root, path))
    end
  end
end
