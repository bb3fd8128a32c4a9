require_relative "../../measure/cores"

# A virtual machine can get next to nothing of its cores for minutes, because others have them: a browser is not begun
# in a minute, nothing comes within the time it is waited for, and what fails says nothing of the program. A test that
# fails while more than MUCH of what was wanted was withheld is tried again when the machine has its cores back, and the
# run says so. Every other failure stays.
class Starved
  MUCH = 0.7 # of what was wanted; tests that share the cores with each other know a half
  TIMES = 3 # a test is tried again
  LOOK = 5 # seconds between two looks whether the cores are back
  LONGEST = 900 # seconds they are waited for

  # In place of Minitest's own, of which this asks for each try.
  module Minitest
    def run_one_method(klass, name) = Starved.new.try("#{klass}##{name}") { super }
  end
  ::Minitest.singleton_class.prepend(Minitest)

  # `cores` gives Cores as they stand, `pause` waits for so many seconds.
  def initialize(cores: -> { Cores.now }, pause: ->(seconds) { sleep seconds }, output: $stderr)
    @cores = cores
    @pause = pause
    @output = output
  end

  # What the block gives (a Minitest::Result), or gives at last.
  def try(name)
    TIMES.times do
      before = @cores.call
      result = yield
      withheld = @cores.call.withheld(before)
      return result if result.failures.grep_v(::Minitest::Skip).empty? || withheld <= MUCH
      tell(name, result, withheld)
      wait
    end
    yield
  end

  private

  def tell(name, result, withheld)
    @output.puts "Tried again: #{name}, which failed while #{(withheld * 100).round} % of the cores' time it wanted " \
      "was withheld: #{result.failures.first.message.lines.first}"
  end

  def wait
    (LONGEST / LOOK).times do
      before = @cores.call
      @pause.call(LOOK)
      return if @cores.call.withheld(before) <= MUCH
    end
  end
end
