require "json"
require "open3"

module Rehearsal
  # Coaches who run classes at the same time (devices.ts, in a process of its own), and what came of it.
  #
  #   evening = Evening.new(coaches, base: "http://127.0.0.1:4000", host: "127.0.0.1", folder: folder, seed: 1).begin
  #   …
  #   found = evening.end            # => {"classes" =>, "answers" =>, "told" =>}
  class Evening
    WEB = File.expand_path("../web", __dir__)
    PAGES = ["/api/book/squad?group=GROUP", "/api/book/students/STUDENT", "/api/floor/classes", "/api/session"].freeze
    DRAIN = 90 # seconds for which what still waits may be sent at the end

    # `base` and `host` are where they ask, `folder` where what they say is kept; `think` seconds on average between two
    # taps of a coach, `ramp_up` seconds in which all begin.
    def initialize(coaches, base:, host:, folder:, seed:, think: 1.5, ramp_up: 4, browse: PAGES, walls: false)
      @folder = folder
      @found = File.join(folder, "devices.json")
      @given = {base: base, host: host, password: Clubs::PASSWORD, coaches: coaches, drain: DRAIN, think: think,
                rampUp: ramp_up, seed: seed, browse: browse, walls: walls}
    end

    def begin
      program = File.join(@folder, "devices.mjs")
      said, status = Open3.capture2e("npx", "--no-install", "rolldown", "../rehearsal/devices.ts", "--format", "esm",
        "--platform", "node", "--file", program, chdir: WEB)
      raise said unless status.success?
      given = File.join(@folder, "given.json")
      File.write(given, JSON.generate(@given))
      alive, @alive = IO.pipe # which ends with this process, however it does
      @pid = spawn("node", program, given, @found, in: alive)
      alive.close
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
