require "support/system"
require "support/interface"
require "support/ring_cases"
require "base64"

# The device's side of the algebra of a running class, in the browser, compared with the core's table of cases; and the
# spoken words, which the browser must be able to play.
class RingCasesSystemTest < SystemTest
  def test_every_case_in_the_browser
    code = Base64.strict_encode64(File.read(InterfaceTest.bundled("floor/ring")))
    page.driver.browser.navigate.to("about:blank")
    run = lambda do |chains|
      answer = page.driver.browser.execute_async_script(<<~JS, code, chains)
        const [code, chains, done] = arguments;
        import("data:text/javascript;base64," + code).then((module) =>
          done(JSON.stringify(chains.map((steps) => steps.reduce((value, [name, ...given]) => module[name](...(value === undefined ? [] : [value]), ...given), undefined)))));
      JS
      JSON.parse(answer, symbolize_names: true)
    end
    RingCases.found(run).each do |part, answers|
      RingCases::TABLE[part].zip(answers) { |row, answer| assert_equal row["is"], answer, row.inspect }
    end
  end

  def test_the_browser_plays_every_word
    visit "/"
    files = JauntyBell::Core::Floor::Voice.shipped.map { |word| JauntyBell::Files::Speech.file(word) }
    lengths = page.evaluate_async_script(<<~JS, files)
      const [files, done] = arguments;
      const audio = new OfflineAudioContext(1, 1, 16000);
      Promise.all(files.map(async (file) => (await audio.decodeAudioData(await (await fetch("/voice/" + file)).arrayBuffer())).duration * 1000)).then(done, (error) => done(String(error)));
    JS
    JauntyBell::Core::Floor::Voice.shipped.zip(lengths) do |word, length|
      assert_in_delta JauntyBell::Core::Floor::Voice::LENGTHS[word], length, 2, word
    end
  end
end
