# Sourced by the scripts beside it: the root of the house, where the gems and a new enough Node are, how Ruby runs fast.
called=$PWD
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export npm_config_update_notifier=false
kept="${HOME:-/root}/.local/share/jaunty-bell"

# Room for Ruby to collect its garbage less often: answers come more evenly.
export MALLOC_ARENA_MAX=2 # threads share what they have freed: the memory of a process stays flat
export RUBY_GC_HEAP_INIT_SLOTS=600000 RUBY_GC_MALLOC_LIMIT=67108864 RUBY_GC_MALLOC_LIMIT_MAX=134217728 RUBY_GC_OLDMALLOC_LIMIT=134217728

# A Node of our own, where the system's is too old for the interface's tools (bin/setup puts it there).
if [ -x "$kept/node/node_modules/node/bin/node" ]; then export PATH="$kept/node/node_modules/node/bin:$PATH"; fi

# Gems live where Ruby looks by itself; where that cannot be written and they are not there yet, under the home folder.
use_gems() {
  if [ -z "${BUNDLE_PATH:-}" ] && [ ! -w "$(ruby -e 'print Gem.default_dir')" ] && ! bundle check >/dev/null 2>&1; then
    export BUNDLE_PATH="$kept/gems"
  fi
}

# Ruby's compiler, where this build has one, for whatever is run from here. It takes the memory for what it makes at
# once: 256 MB of each process where it is told nothing. An evening of many clubs fills six.
with_compiler() {
  local compiler="--yjit --yjit-exec-mem-size=64"
  case "${RUBYOPT:-}" in *"$compiler"*) return ;; esac
  if ruby $compiler -e '' 2>/dev/null; then export RUBYOPT="${RUBYOPT:-} $compiler"; fi
}

# ruby, fast.
fast_ruby() {
  (with_compiler && bundle exec ruby "$@")
}

# The same, in place of the shell, so that signals reach it.
exec_ruby() {
  with_compiler
  exec bundle exec ruby "$@"
}

# Where the club's own data lives; root's must be where PostgreSQL's own user can reach it.
data_folder() {
  if [ "$(id -u)" = 0 ]; then export JAUNTY_DATA="${JAUNTY_DATA:-/var/lib/jaunty-bell}"; fi
}

# backup, restore or club, with paths as they are meant where it was called.
keeping() {
  use_gems
  data_folder
  JAUNTY_CALLED_FROM=$called exec_ruby -Ilib -e 'require "jaunty_bell/keeping"; Dir.chdir(ENV["JAUNTY_CALLED_FROM"]); exit JauntyBell::Keeping.run(ARGV.shift, ARGV)' -- "$@"
}
