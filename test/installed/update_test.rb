require "test_helper"
require "tmpdir"
require "stringio"
require "jaunty_bell/installed/command_line"

# A new release in place of the old one, and the way back: files are really copied and chosen, commands are told.
class UpdateTest < Minitest::Test
  Installed = JauntyBell::Installed

  # A machine on which only copying is done.
  class Bench < Installed::Machine
    def initialize = super(output: StringIO.new, only_tells: true)

    def run(*command, **options)
      super
      system(*command, exception: true) if command.first == "rsync"
      File.write(command.last[/\S+\.dump/], "kept") if command.last.to_s.include?("bin/backup")
      ""
    end
  end

  def setup
    @folder = Dir.mktmpdir("update")
    @layout = Installed::Layout.new(@folder)
    @from = File.join(@folder, "from")
    FileUtils.mkdir_p([@from, @layout.releases, @layout.backups])
    File.write(File.join(@from, "VERSION"), "1")
    @machine = Bench.new
    release.choose(release.bring(@from, "20260101000000"))
    File.write(File.join(@from, "VERSION"), "2")
  end

  def teardown = FileUtils.rm_rf(@folder)

  def release = Installed::Release.new(@layout, @machine)

  def version = File.read(File.join(@layout.current, "VERSION"))

  def update(answers) = Installed::Update.new(@layout, @machine, from: @from, answers: -> { answers })

  def test_what_answers_stays
    update(true).run
    assert_equal "2", version
    told = @machine.told.join("\n")
    assert_operator told.index("bin/backup"), :<, told.index("systemctl stop"), "a backup comes first"
    assert_equal "20260101000000", File.basename(release.before)
  end

  def test_what_does_not_answer_goes_and_the_database_comes_back
    error = assert_raises(Installed::Machine::Failed) { update(false).run }
    assert_match(/runs again/, error.message)
    assert_equal "1", version
    told = @machine.told
    restored = told.index { |line| line.include?("bin/restore") }
    assert restored, "the database as it was"
    assert_match(/--replace/, told[restored])
    assert_equal "systemctl start jaunty-bell", told.last
  end

  def test_the_way_back
    update(true).run
    update(true).back
    assert_equal "1", version
  end

  def test_nothing_to_go_back_to
    assert_raises(Installed::Machine::Failed) { update(true).back }
    FileUtils.rm_f(@layout.current)
    assert_raises(Installed::Machine::Failed) { update(true).run }
  end

  def test_old_releases_go
    %w[20260102000000 20260103000000 20260104000000].each { |id| release.choose(release.bring(@from, id)) }
    release.tidy
    assert_equal %w[20260102000000 20260103000000 20260104000000], Dir.children(@layout.releases).sort
  end

  def test_what_is_left_out_of_a_release
    FileUtils.mkdir_p([File.join(@from, ".git"), File.join(@from, "web/node_modules/x")])
    folder = release.bring(@from, "20260105000000")
    refute File.exist?(File.join(folder, ".git"))
    refute File.exist?(File.join(folder, "web/node_modules"))
  end
end
