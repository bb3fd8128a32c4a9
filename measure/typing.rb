# Types on the Bench in headless Chromium and prints how long it takes from a key to the drawing that answers it.
require "support/system"

class Typing < SystemTest
  TEXT = (%w[1 2 3b 2 4 5b 6 3 1 2 4 3b] * 3).join("-") + "-slip rear-2-rear kick"

  def test_typing
    sign_in
    visit "/bench"
    find_field("Combination").click
    page.execute_script(<<~JS)
      window.waits = [];
      let pressed = 0;
      document.querySelector("#notation").addEventListener("input", () => { pressed = performance.now(); });
      const drawn = (change) => change.type === "attributes" && change.target.getAttribute("aria-label")?.startsWith("Wrap:");
      new MutationObserver((changes) => { if (pressed && changes.some(drawn)) { window.waits.push(performance.now() - pressed); pressed = 0; } })
        .observe(document.querySelector("main"), {subtree: true, childList: true, attributes: true, attributeFilter: ["aria-label"]});
    JS
    TEXT.each_char do |char|
      find_field("Combination").send_keys(char)
      page.driver.browser.execute_async_script("setTimeout(arguments[0], 120)")
    end
    waits = page.evaluate_script("window.waits").sort
    puts format("%-58s median %7.2f ms   95 %% %7.2f ms   target 100 ms",
      "browser: from a key to the drawing (#{waits.size} keys)", waits[waits.size / 2], waits[waits.size * 95 / 100])
  end
end
