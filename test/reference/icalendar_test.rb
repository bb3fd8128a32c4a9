require "test_helper"
require "json"
require "open3"
require "jaunty_bell/files"

# A group's calendar file read back by a reader we did not write: ical.js, a general-purpose library for RFC 5545 that
# shares nothing with the writer.
class ICalendarReferenceTest < Minitest::Test
  READER = <<~JS.freeze
    import ICAL from "ical.js";
    const text = await new Promise((done) => { let all = ""; process.stdin.on("data", (part) => (all += part)).on("end", () => done(all)); });
    const calendar = new ICAL.Component(ICAL.parse(text));
    const events = calendar.getAllSubcomponents("vevent").map((part) => {
      const event = new ICAL.Event(part);
      return {uid: event.uid, sequence: event.sequence, summary: event.summary, location: event.location, description: event.description,
        start: event.startDate.toJSDate().toISOString(), minutes: event.duration.toSeconds() / 60, status: part.getFirstPropertyValue("status"),
        stamped: part.getFirstPropertyValue("dtstamp") !== null};
    });
    console.log(JSON.stringify({version: calendar.getFirstPropertyValue("version"), prodid: calendar.getFirstPropertyValue("prodid"), method: calendar.getFirstPropertyValue("method"),
      name: calendar.getFirstPropertyValue("x-wr-calname"), events}));
  JS

  WEB = File.expand_path("../../web", __dir__)

  def read_back(text)
    output, errors, status = Open3.capture3("node", "--input-type=module", "-e", READER, stdin_data: text, chdir: WEB)
    assert status.success?, errors
    JSON.parse(output, symbolize_names: true)
  end

  def row(id, **facts)
    {id: id, title: "Kicks, hands; and \"more\"\nof it", starts_at: Time.utc(2026, 3, 31, 17, 30), minutes: 75,
     room: "Main hall", coach: "Zoë Kai", revision: 0, cancelled_at: nil, changed_at: Time.utc(2026, 3, 1)}.merge(facts)
  end

  def file(*rows) = JauntyBell::Files::ClassesIcal.of(rows, club: {name: "Ticket Hall"}, group: {name: "Early, boxing"})

  def test_everything_comes_back_as_it_was
    calendar = read_back(file(row("a"), row("b", room: nil, coach: nil, starts_at: Time.utc(2026, 4, 7, 17, 30))))
    assert_equal %w[2.0 PUBLISH], calendar.values_at(:version, :method)
    # A property outside the standard is TEXT (RFC 5545, 3.8.8.2); this reader leaves its escapes as they are.
    assert_equal "Early, boxing, Ticket Hall", calendar[:name].gsub("\\,", ",")
    assert_equal({uid: "a@jaunty-bell", sequence: 0, summary: "Kicks, hands; and \"more\"\nof it",
      location: "Main hall", description: "With Zoë Kai.", start: "2026-03-31T17:30:00.000Z", minutes: 75,
      status: "CONFIRMED", stamped: true},
      calendar[:events].first)
    assert_equal ["Ticket Hall", nil], calendar[:events].last.values_at(:location, :description)
  end

  # An update keeps its id and raises its SEQUENCE (RFC 5545, 3.8.7.4); what is called off stays in the file as
  # CANCELLED.
  def test_updates_and_cancellations
    before = read_back(file(row("a")))[:events].first
    after = read_back(file(row("a", revision: 2, starts_at: Time.utc(2026, 3, 31, 18),
      cancelled_at: Time.utc(2026, 3, 2))))[:events].first
    assert_equal before[:uid], after[:uid]
    assert_operator after[:sequence], :>, before[:sequence]
    assert_equal ["CANCELLED", "2026-03-31T18:00:00.000Z"], after.values_at(:status, :start)
  end

  # RFC 5545, 3.1: lines end with CRLF and are no longer than 75 octets.
  def test_lines_are_folded
    text = file(row("a", title: "Ä" * 120))
    assert_equal text.scan("\n").size, text.scan("\r\n").size
    text.split("\r\n").each { |line| assert_operator line.bytesize, :<=, 75 }
    assert_equal "Ä" * 120, read_back(text)[:events].first[:summary]
  end

  def test_an_empty_calendar
    assert_empty read_back(file)[:events]
  end
end
