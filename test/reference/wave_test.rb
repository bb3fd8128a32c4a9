require "support/cards"
require "jaunty_bell/files"
require "wavefile"
require "stringio"

# Sound files read back by a general-purpose reader (the gem wavefile): the spoken words that ship, and a class as one
# track. The format is Microsoft and IBM's RIFF WAVE (Multimedia Programming Interface and Data Specifications 1.0,
# 1991).
class WaveReferenceTest < Minitest::Test
  include CardTest

  Floor = JauntyBell::Core::Floor
  Files = JauntyBell::Files
  WORDS = Dir[File.expand_path("../../web/public/voice/*.wav", __dir__)].freeze

  def read_wave(io)
    WaveFile::Reader.new(io) do |reader|
      return [reader.native_format.channels, reader.native_format.bits_per_sample, reader.native_format.sample_rate],
        reader.read(reader.total_sample_frames).samples
    end
  end

  def test_every_word_is_there_as_long_as_it_is_said_to_be
    assert_equal Floor::Voice.shipped.map { |word| Files::Speech.file(word) }.sort,
      WORDS.map { |path| File.basename(path) }.sort
    WORDS.each do |path|
      format, samples = read_wave(path)
      assert_equal [1, 16, 16_000], format, path
      word = File.basename(path, ".wav").tr("-", " ")
      assert_in_delta Floor::Voice::LENGTHS.fetch(word), samples.size / 16.0, 1, word
      assert_operator samples.map(&:abs).max, :>, 20_000, "#{word} can be heard"
    end
  end

  # One level for all, so that no word is lost among others, and nothing clipped.
  def test_words_are_equally_loud_and_none_is_clipped
    levels = WORDS.to_h do |path|
      _, samples = read_wave(path)
      assert_operator samples.map(&:abs).max, :<, 32_000, path
      [path, 10 * Math.log10(samples.sum { |sample| sample * sample }.fdiv(samples.size))]
    end
    assert_operator levels.values.max - levels.values.min, :<, 1.5, "decibels"
  end

  # What is called is said before the fastest pool wants the next one (the club's shortest time between two calls).
  def test_calls_are_short_enough_for_the_fastest_pool
    shortest = Lexicon::School.default.calls_apart.values.min * 1_000
    striking = Lexicon::Techniques.default.select(&:strike?).map { |each| Floor::Voice.plain(each.spoken) }
    striking.each { |word| assert_operator Floor::Voice.default.length([word]), :<, shortest, word }
  end

  def track(*rounds)
    sheet = Floor::CueSheet.new(plan(block("bag", *rounds)))
    bytes = StringIO.new("")
    made = Files::ClassTrack.new(sheet)
    made.each { |part| bytes << part }
    assert_equal made.size, bytes.string.bytesize
    bytes.rewind
    [sheet, read_wave(bytes).last]
  end

  # The first sound after a silence, in ms.
  def onsets(samples)
    loud = samples.each_index.select { |i| samples[i].abs > 1_500 }
    loud.each_with_index.select { |at, i| i.zero? || at - loud[i - 1] > 3_200 }.map { |at, _| at / 16.0 }
  end

  def test_the_track_sounds_where_the_sheet_says
    sheet, samples = track(round("1-2", work: 30, rest: 20), round("3-2", work: 30, rest: 0))
    assert_equal (80 + 2) * 16_000, samples.size
    due = Floor::Ring.new(segments: sheet.segments).resume(0).due(0, 1_000_000).map(&:last)
    assert_operator due.size, :>=, 8
    heard = onsets(samples)
    due.each { |at| assert heard.any? { |onset| (onset - at).between?(-1, 40) }, "#{at} ms: #{heard.inspect}" }
  end

  # A tone of so many hertz crosses zero upwards as often a second.
  def test_a_tone_has_its_pitch
    samples = Files::Bells.samples(:get_ready)
    crossings = samples.each_cons(2).count { |one, two| one <= 0 && two > 0 }
    assert_in_delta 440 * samples.size / 16_000.0, crossings, 2
  end

  def test_every_sound_of_the_sheet_is_made
    Floor::Cue::SOUNDS.each { |kind| refute_empty Files::Bells.samples(kind), kind }
  end
end
