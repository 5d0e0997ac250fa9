#!/usr/bin/env bash
# What is asked of the front end: its packages, build, test or check; quick tests only what was
# changed. Packages are installed only when the lock file changed since the last time.
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.lock-seen
if ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-audit --no-fund
  rm -rf .svelte-check
  cp package-lock.json "$stamp"
fi
case "${1:?packages, build, test, check or quick}" in
  packages) ;;
  build)
    newest=$(find src public index.html vite.config.ts svelte.config.js package-lock.json -newer dist/index.html -print -quit 2>/dev/null || echo none)
    if [ -n "$newest" ]; then
      npm run build
      # What was packed of an earlier one is not to be packed along.
      rm -rf target/classes/META-INF
    fi ;;
  test) npm run test ;;
  check) npm run check && npm run lint ;;
  quick)
    # What was looked at before and is the same is not looked at again. What cannot be parsed
    # svelte-check then passes over in silence; eslint does not.
    seen=node_modules/.cache/quick
    bin=node_modules/.bin
    $bin/svelte-check --tsconfig ./tsconfig.json --fail-on-warnings --incremental
    $bin/eslint --cache --cache-location $seen/eslint .
    $bin/prettier --check --cache --cache-location $seen/prettier .
    $bin/knip
    $bin/vitest run --changed HEAD --passWithNoTests ;;
esac
