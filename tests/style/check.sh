#!/usr/bin/env bash
# Own scripts, styles and browser tests: how they are laid out, and what is amiss in them. With --fix it lays them out.
set -uo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/../.."
bin=tests/style/node_modules/.bin; own=src/OatPath.Web/wwwroot; failed=0
if [ "${1:-}" = --fix ]; then how=--write; fix=--fix; else how=--check; fix=""; fi
"$bin/prettier" --config tests/style/prettier.json --log-level warn "$how" "$own/js" "$own/my" "$own/css" "tests/browser/*.mjs" "tests/package/*.mjs" "tests/style/*.mjs" "bench/*.mjs" || failed=1
"$bin/eslint" --config tests/style/eslint.config.mjs --max-warnings 0 $fix "$own/js" "$own/my" tests/browser tests/package bench || failed=1
"$bin/stylelint" --config tests/style/stylelint.json --max-warnings 0 $fix "$own/css/*.css" || failed=1
exit $failed
