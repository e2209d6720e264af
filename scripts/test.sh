# Every check, one after another; the first that fails ends the run. Sourced by ./kyanos.

step() {
  echo
  echo "── $1"
  shift
  "$@"
}

run_tests() {
  local faults=
  while [ $# -gt 0 ]; do
    case "$1" in
      --faults) faults=yes; shift ;;
      *) fail "test does not know \"$1\". See ./kyanos help." ;;
    esac
  done
  cd "$root"
  install_missing runtime postgres test
  export PATH="$root/node_modules/.bin:$PATH" FORCE_COLOR=0

  if [ -n "$faults" ]; then
    run_faults
    return
  fi

  # A database of its own, gone when the run ends.
  tests_data="$(mktemp -d "${TMPDIR:-/tmp}/kyanos-test.XXXXXX")"
  chmod 755 "$tests_data"
  trap 'beside_stop; postgres_stop "$tests_data"; rm -rf "$tests_data"' EXIT
  trap 'exit 130' INT TERM

  # Each takes one core: two at a time.
  beside run_style_checks
  step "Types" run_types
  step "Kernels" node scripts/kernels.mjs --check
  step "Licences" node scripts/licences.mjs --check
  step "Unused code" knip
  step "Build" build programs web
  beside_end

  postgres_start "$tests_data"
  DATABASE_URL="$(postgres_url "$tests_data")"
  export DATABASE_URL
  # Nothing in it is to outlive the machine; what dies by itself loses nothing by that.
  "$(postgres_bin)/psql" --quiet --output=/dev/null "$DATABASE_URL" -c 'alter system set fsync = off' -c 'alter system set full_page_writes = off' -c 'select pg_reload_conf()'
  step "Units, files and server" vitest run
  step "Interface" playwright test --config e2e/playwright.config.ts
}

# All of what a short share is tried of each time: about an hour. KYANOS_SEED repeats what chance did.
run_faults() {
  step "Build" build programs web
  step "Faults, load, attackers" env KYANOS_FAULTS=whole vitest run --project faults
  step "Learners and exercises" env KYANOS_SEEDS=200 vitest run --project files cli/src/exercise.test.ts
  step "Hostile files" env KYANOS_MUTANTS=all vitest run --project files intake/src/fuzz.test.ts
  step "Known vulnerabilities" known_vulnerabilities
}

# Where the registry gives no answer, that is said and not taken for a good one.
known_vulnerabilities() {
  local told
  told="$(npm audit --audit-level=high --json 2>/dev/null)" && echo "None that is high." && return
  if grep -q '"auditReportVersion"' <<<"$told"; then
    npm audit --audit-level=high
    return 1
  fi
  echo "The registry did not answer: not checked."
}

run_style_checks() {
  step "Format" prettier --check --log-level warn .
  step "Lint" eslint . --max-warnings 0
  step "Module boundaries" depcruise --config .dependency-cruiser.cjs core contract intake output demo ipp press bench cli server web e2e faults
}

# Runs a function beside what comes next, in a process group of its own; what it says is kept for beside_end.
beside() {
  set -m
  "$1" >"$tests_data/beside.log" 2>&1 &
  beside_group=$!
  set +m
}

# Waits for it, tells what it said, and fails as it failed.
beside_end() {
  local status=0
  wait "$beside_group" || status=$?
  beside_group=
  cat "$tests_data/beside.log"
  return "$status"
}

beside_stop() {
  [ -z "${beside_group:-}" ] || kill -- "-$beside_group" 2>/dev/null || true
}

# Templates and lint need the compiler's older interface; the rest is checked by the one that takes a third of the time.
run_types() {
  local tsc="$root/node_modules/typescript-7/bin/tsc"
  "$tsc" -p core && "$tsc" -p . && vue-tsc -p web
}
