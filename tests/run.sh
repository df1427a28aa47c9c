#!/usr/bin/env bash
# Installs what the tests need, runs every suite, and ends with one line that counts them all.
set -uo pipefail
here="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
cd "$here"
export DOTNET_NOLOGO=1 DOTNET_CLI_TELEMETRY_OPTOUT=1
passed=0; failed=0; skipped=0
amiss=() # what failed, said once more at the end

count() { # passed failed skipped
  passed=$((passed + $1)); failed=$((failed + $2)); skipped=$((skipped + $3))
}
check() { # name, command...
  local name="$1"; shift
  if "$@"; then echo "ok: $name"; count 1 0 0; else fail "$name"; return 1; fi
}
fail() { echo "FAILED: $1"; amiss+=("FAILED: $1"); count 0 1 0; }
took() { echo "$1: ended after $((SECONDS / 60)) min $((SECONDS % 60)) s of the whole"; }
finish() {
  if [ "$skipped" -gt 0 ]; then echo "$passed passed, $failed failed, $skipped skipped"; else echo "$passed passed, $failed failed"; fi
  [ "$failed" -eq 0 ]
}

missing=()
# Chromium without its windows, where Debian has it by itself; it asks half as much of the machine.
has_chromium() { command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null; }
command -v nginx >/dev/null || missing+=(nginx-light)
command -v mmdebstrap >/dev/null || missing+=(mmdebstrap)
command -v java >/dev/null || missing+=(default-jre-headless)
ls /usr/lib/*/faketime/libfaketimeMT.so.1 >/dev/null 2>&1 || missing+=(libfaketime)
install() {
  local root=""; [ "$(id -u)" -eq 0 ] || root="sudo"
  echo "Installing $*"
  $root apt-get update -qq >/dev/null && $root apt-get install -y -qq "$@" >/dev/null 2>&1
}
[ "${#missing[@]}" -eq 0 ] || install "${missing[@]}"
command -v chromium-headless-shell >/dev/null || install chromium-headless-shell || has_chromium || install chromium
has_chromium || { echo "Chromium could not be installed; install the Debian package chromium"; count 0 1 0; finish; exit 1; }
for folder in tests/browser tests/style; do
  (cd "$folder" && npm ci --ignore-scripts --no-audit --no-fund --silent) || { echo "npm packages could not be installed"; count 0 1 0; finish; exit 1; }
done

# Whole, since ./oat demo builds without looking the code over.
dotnet build OatPath.slnx -c Release -v quiet --nologo --no-incremental || { echo "the build failed"; count 0 1 0; finish; exit 1; }
check "scripts, styles and tests are formatted, and nothing in them is amiss" tests/style/check.sh
took "build and style"

# One processor's work, beside the first suite.
layout="$(mktemp)"
dotnet format OatPath.slnx --verify-no-changes --no-restore >"$layout" 2>&1 &
looks=$!
laid_out() { wait "$looks"; local code=$?; tail -40 "$layout"; rm -f "$layout"; return "$code"; }

for suite in Core Pictures Store Web; do
  # From here on a program lives for seconds: what it would learn of itself by watching costs more than it brings.
  [ "$suite" = Web ] && export DOTNET_TieredPGO=0
  log="$(mktemp)"
  timeout -k 30 1800 dotnet test "tests/OatPath.$suite.Tests" -c Release --no-build --nologo 2>&1 | tee "$log" | grep --line-buffered -vE '^\s*$|^Test run for|^VSTest|^A total of|^Starting test' || true
  line="$(grep -E 'Failed: +[0-9]+, Passed: +[0-9]+' "$log" | tail -1)"
  if [ -z "$line" ]; then fail "the $suite suite did not finish"; else
    count "$(sed -E 's/.*Passed: +([0-9]+).*/\1/' <<<"$line")" "$(sed -E 's/.*Failed: +([0-9]+).*/\1/' <<<"$line")" "$(sed -E 's/.*Skipped: +([0-9]+).*/\1/' <<<"$line")"
    amiss+=("$(grep -E '^  Failed ' "$log")")
  fi
  rm -f "$log"
  took "$suite"
  if [ "$suite" = Core ]; then check "code is formatted" laid_out; fi
done

# Each result, and all that is said of one that failed.
told='/^ *not ok/ { amiss = 1; print; next } /^ *ok/ { amiss = 0 } /^ *\.\.\.$/ { amiss = 0 }
amiss || /^(    )?ok/ || /^# (pass|fail)/ { print; fflush() }'
as_root=()
node_files() { # log, folder, seconds, words of node --test and files
  # A file that hangs is a failure of that file, not of the whole run.
  (cd "$2" && timeout -k 30 "$3" "${as_root[@]}" node --test --test-force-exit --test-timeout=900000 --test-reporter=tap "${@:4}") 2>&1 \
    | tee "$1" | awk "$told" || true
}
tally() { sed -nE "s/^# $2 ([0-9]+)/\1/p" "$1" | tail -1; }
node_suite() { # name, folder, seconds, words of node --test and files
  local log again fell; log="$(mktemp)"; again="$(mktemp)"
  node_files "$log" "${@:2}"
  if [ -z "$(tally "$log" pass)" ]; then fail "the $1 suite did not finish"; rm -f "$log" "$again"; return; fi
  # Where a browser was held up by a busy machine its files are driven once more, by themselves; what fell first stays said.
  mapfile -t fell < <(awk '/^ *not ok/ { amiss = 1 } amiss && /^ *location:/ { print; amiss = 0 }' "$log" | sed -E "s/.*'(.*):[0-9]+:[0-9]+'.*/\1/" | sort -u)
  if [ "${#fell[@]}" -gt 0 ] && [ "${#fell[@]}" -le 3 ]; then
    echo "Once more, by themselves: ${fell[*]##*/}"
    node_files "$again" "$2" "$3" --test-concurrency=1 "${fell[@]}"
    amiss+=("$(grep -E '^ *not ok' "$log" | sed -E 's/^ *not ok/first time not ok/')")
  fi
  if [ "$(tally "$again" fail)" = 0 ] && [ "$(tally "$again" cancelled)" = 0 ]; then
    count "$(($(tally "$log" tests) - $(tally "$log" skipped)))" 0 "$(tally "$log" skipped)"
  else
    count "$(tally "$log" pass)" "$(($(tally "$log" fail) + $(tally "$log" cancelled)))" "$(tally "$log" skipped)"
    amiss+=("$(grep -E '^ *not ok' "$log" "$again" -h)")
  fi
  took "$1"
  rm -f "$log" "$again"
}

# What a studio installs is what browsers are driven against.
packages="$(mktemp -d)"
made=""
took "format"
if check "the package is made" ./oat package --for x64 --to "$packages"; then
  made=yes
  took "package"
  mkdir "$packages/program" && tar xzf "$packages"/*.tar.gz -C "$packages/program" --strip-components=1
  export OATPATH_PROGRAM="$packages/program"
fi

export OATPATH_LAID_OUT="$packages/demo"
# A server that lives for seconds need not compile again what it has compiled; the runtime reads this as hexadecimal.
export DOTNET_TC_CallCountingDelayMs=20000
(cd tests/browser && node lay-out.mjs) || fail "the demo is laid out"

# Two files at a time, each with a server of its own; what measures how soon a hand is answered runs alone.
alone="asleep.test.mjs"
mapfile -t files < <(cd tests/browser && find . -maxdepth 1 -name '*.test.mjs' ! -name "$alone" | sort)
node_suite browser tests/browser 2700 --test-concurrency=2 "${files[@]}"
node_suite "hand over" tests/browser 600 "$alone"

# Into a Debian without an SDK, which needs the rights of its root.
if [ -n "$made" ]; then
  [ "$(id -u)" -eq 0 ] || as_root=(sudo -E env "PATH=$PATH" "HOME=$HOME")
  OATPATH_PACKAGES="$packages" node_suite package tests/package 1200 package.test.mjs
fi
rm -rf "$packages"

printf '%s\n' "${amiss[@]}" | grep -v '^$' || true
finish
