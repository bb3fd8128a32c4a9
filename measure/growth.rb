# Draws how an evening answers as the clubs grow in number (docs/growth.svg), from what bin/measure evening printed last
# of each number of clubs (docs/growth.json). Run with bin/measure growth.
require "json"

module Growth
  FOLDER = File.expand_path("../docs", __dir__)
  DATA = File.join(FOLDER, "growth.json")
  WIDE, HIGH, EDGE = 720, 360, 60
  RIGHT = WIDE - 270 # where lines end; their names stand beside it
  LINES = {"half of the answers" => ["median", "#1f5f5b", ""], "95 of a hundred" => ["p95", "#b4532a", ""],
           "half of them, one club busy" => ["busy_median", "#1f5f5b", "5 4"],
           "95 of a hundred, one club busy" => ["busy_p95", "#b4532a", "5 4"]}.freeze
  BETWEEN = 15 # from one line's name to the next
  TICKS_MS = [1, 3, 10, 30, 100, 300, 1000].freeze

  class << self
    # Keeps what an evening came to: {"clubs" =>, "median" =>, …}.
    def keep(evening)
      all = kept.reject { |each| each["clubs"] == evening["clubs"] } + [evening]
      File.write(DATA, "#{JSON.pretty_generate(all.sort_by { |each| each["clubs"] })}\n")
    end

    def draw
      abort "Fewer than two evenings are kept: bin/measure evening 10, 100 and 1000 first." if kept.size < 2
      File.write(File.join(FOLDER, "growth.svg"), svg(kept))
    end

    private

    def kept = File.exist?(DATA) ? JSON.parse(File.read(DATA)) : []

    def svg(all)
      clubs = all.map { |each| each["clubs"] }
      x = ->(count) { scaled(count, clubs.min, clubs.max, EDGE, RIGHT) }
      y = ->(ms) { scaled(ms, TICKS_MS.first, TICKS_MS.last, HIGH - EDGE, 20) }
      <<~SVG
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{WIDE} #{HIGH}" font-family="sans-serif" font-size="12">
        <rect width="#{WIDE}" height="#{HIGH}" fill="#fbf7ef"/>
        #{TICKS_MS.map { |ms| across(y.call(ms), ms) }.join("\n")}
        #{all.map { |each| below(x.call(each["clubs"]), each) }.join("\n")}
        #{LINES.map { |_, look| line(all, look, x, y) }.join("\n")}
        #{names(all.last, y).join("\n")}
        </svg>
      SVG
    end

    # Both axes are logarithmic.
    def scaled(value, least, most, from, to)
      share = Math.log(value.fdiv(least)) / Math.log(most.fdiv(least))
      (from + share * (to - from)).round(1)
    end

    def across(y, ms) =
      "<line x1=\"#{EDGE}\" x2=\"#{RIGHT}\" y1=\"#{y}\" y2=\"#{y}\" stroke=\"#ddd3c0\"/>" \
        "<text x=\"#{EDGE - 6}\" y=\"#{y + 4}\" text-anchor=\"end\">#{ms} ms</text>"

    def below(x, each) =
      "<text x=\"#{x}\" y=\"#{HIGH - EDGE + 18}\" text-anchor=\"middle\">#{each["clubs"]} clubs</text>" \
        "<text x=\"#{x}\" y=\"#{HIGH - EDGE + 33}\" text-anchor=\"middle\" fill=\"#666\">" \
        "#{each["classes"]} classes at once</text>"

    def line(all, (key, colour, dashes), x, y)
      points = all.map { |each| [x.call(each["clubs"]), y.call(each[key])].join(",") }
      "<polyline fill=\"none\" stroke=\"#{colour}\" stroke-width=\"2\" stroke-dasharray=\"#{dashes}\" " \
        "points=\"#{points.join(" ")}\"/>"
    end

    # What each line is, where it ends; those that end close together stand one below the other.
    def names(last, y)
      free = 0
      LINES.sort_by { |_, (key, _, _)| -last[key] }.map do |name, (key, colour, _)|
        at = [y.call(last[key]) + 4, free].max
        free = at + BETWEEN
        "<text x=\"#{RIGHT + 8}\" y=\"#{at}\" fill=\"#{colour}\">#{name}: #{last[key].round} ms</text>"
      end
    end
  end
end

Growth.draw if $PROGRAM_NAME == __FILE__
