require "json"
require "open3"

module Rehearsal
  # Coaches who run classes at the same time (devices.ts, in a process of its own), and what came of it.
  #
  #   evening = Evening.new(service, coaches, seed: 1).begin
  #   …
  #   found = evening.end            # => {"classes" =>, "answers" =>, "told" =>}
  class Evening
    WEB = File.expand_path("../web", __dir__)
    PAGES = ["/api/book/squad?group=GROUP", "/api/book/students/STUDENT", "/api/floor/classes", "/api/session"].freeze
    DRAIN = 90 # seconds for which what still waits may be sent at the end

    def initialize(service, coaches, seed:, think: 1.5, ramp_up: 4, browse: PAGES)
      @service = service
      @found = File.join(service.folder, "devices.json")
      @given = {base: service.base, host: Service::NAME, password: Clubs::PASSWORD, coaches: coaches, drain: DRAIN,
                think: think, rampUp: ramp_up, seed: seed, browse: browse}
    end

    def begin
      program = File.join(@service.folder, "devices.mjs")
      said, status = Open3.capture2e("npx", "--no-install", "rolldown", "../rehearsal/devices.ts", "--format", "esm",
        "--platform", "node", "--file", program, chdir: WEB)
      raise said unless status.success?
      given = File.join(@service.folder, "given.json")
      File.write(given, JSON.generate(@given))
      @pid = spawn("node", program, given, @found)
      self
    end

    def end
      Process.kill(:TERM, @pid)
      Process.wait(@pid)
      raise "the devices broke" unless $?.success?
      JSON.parse(File.read(@found))
    end
  end
end
