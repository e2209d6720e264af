# Every check, one after another; the first that fails ends the run. Sourced by ./kyanos.

step() {
  echo
  echo "── $1"
  shift
  "$@"
}

run_tests() {
  cd "$root"
  install_missing runtime postgres test
  export PATH="$root/node_modules/.bin:$PATH" FORCE_COLOR=0

  # A database of its own, gone when the run ends.
  tests_data="$(mktemp -d "${TMPDIR:-/tmp}/kyanos-test.XXXXXX")"
  chmod 755 "$tests_data"
  trap 'postgres_stop "$tests_data"; rm -rf "$tests_data"' EXIT
  trap 'exit 130' INT TERM

  step "Format" prettier --check --log-level warn .
  step "Lint" eslint . --max-warnings 0
  step "Types" run_types
  step "Kernels" node scripts/kernels.mjs --check
  step "Module boundaries" depcruise --config .dependency-cruiser.cjs core contract intake output demo ipp press bench cli server web e2e faults
  step "Unused code" knip
  step "Build" build programs web

  postgres_start "$tests_data"
  DATABASE_URL="$(postgres_url "$tests_data")"
  export DATABASE_URL
  step "Units, files and server" vitest run
  export KYANOS_E2E_PORT="$(free_port)"
  step "Interface" playwright test --config e2e/playwright.config.ts
}

run_types() {
  tsc -p core && tsc -p . && vue-tsc -p web
}
