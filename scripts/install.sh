# What Kyanos needs, and the programs built from its sources. Sourced by ./kyanos.

# Debian packages by what they are for: a command or a file that proves each is there, and the package.
FONTS=/usr/share/fonts/truetype
needs() {
  case "$1" in
    runtime) echo "gs:ghostscript qpdf:qpdf pdfinfo:poppler-utils rsvg-convert:librsvg2-bin prlimit:util-linux flock:util-linux $FONTS/dejavu/DejaVuSans.ttf:fonts-dejavu-core $FONTS/droid/DroidSansFallbackFull.ttf:fonts-droid-fallback $FONTS/nanum/NanumGothic.ttf:fonts-nanum $FONTS/noto/NotoSansThai-Regular.ttf:fonts-noto-core" ;;
    postgres) [ -n "$(postgres_bin)" ] || echo "initdb:postgresql" ;;
    test) echo "chromium:chromium ipptool:cups-ipp-utils transicc:liblcms2-utils vips:libvips-tools mutool:mupdf-tools tiffcp:libtiff-tools python3:python3 pgrep:procps openssl:openssl /usr/share/colord/cmf/CIE1931-2deg-XYZ.cmf:colord-data" ;;
  esac
}

install_missing() {
  local packages=() pair what
  for what in "$@"; do
    for pair in $(needs "$what"); do
      command -v "${pair%%:*}" >/dev/null || [ -f "${pair%%:*}" ] || packages+=("${pair#*:}")
    done
  done
  if [ ${#packages[@]} -gt 0 ]; then install_debian "${packages[@]}"; fi
  check_node
  install_npm
}

install_debian() {
  local run=()
  if [ "$(id -u)" -ne 0 ]; then
    sudo -n true 2>/dev/null || fail "These Debian packages are missing: $*. Install them as root: apt-get install --no-install-recommends $*"
    run=(sudo -n)
  fi
  command -v apt-get >/dev/null || fail "These programs are missing, and this is not Debian: $*. Install them, then start again."
  echo "Installing from Debian: $*"
  # Debian would start a cluster of its own on the usual port; ours is private.
  if [[ " $* " == *" postgresql "* ]] && [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    "${run[@]}" mkdir -p /etc/postgresql-common
    echo "create_main_cluster = false" | "${run[@]}" tee /etc/postgresql-common/createcluster.conf >/dev/null
  fi
  "${run[@]}" env DEBIAN_FRONTEND=noninteractive apt-get update -qq
  "${run[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null ||
    fail "Debian's packages $* could not be installed. Check the connection to Debian's packages, then start again." 1
}

check_node() {
  command -v node >/dev/null || fail "Node.js 20 or newer is needed and is not installed."
  local version
  version="$(node --version)"
  version="${version#v}"
  [ "${version%%.*}" -ge 20 ] || fail "Node.js 20 or newer is needed; this is $version."
}

# npm's own record of the last install is newer than the lock file when there is nothing to do.
install_npm() {
  local stamp="$root/node_modules/.kyanos-lock"
  cmp -s "$root/package-lock.json" "$stamp" && return
  (
    flock 8
    cmp -s "$root/package-lock.json" "$stamp" && exit 0
    echo "Installing npm packages"
    cd "$root"
    npm ci --loglevel=error || fail "npm packages could not be installed. Check the connection to the npm registry, then start again." 1
    cp package-lock.json "$stamp"
  ) 8>"$root/.install-lock"
}

# Builds what is older than its sources. Names: programs (server, worker, command line), web.
build() {
  local name
  mkdir -p "$root/.cache"
  for name in "$@"; do
    stale "$name" || continue
    (
      flock 8
      stale "$name" || exit 0
      cd "$root"
      local begin="$root/.cache/$name.begin"
      touch "$begin"
      echo "Building $name"
      local config=vite.node.config.ts
      [ "$name" = programs ] || config=web/vite.config.ts
      # Whoever starts it may have set another: a program for tests is larger and slower.
      NODE_ENV=production node_modules/.bin/vite build -c "$config" --logLevel error || fail "Building $name failed." 1
      # Dated when the build began: a source saved meanwhile makes it stale again.
      mv "$begin" "$root/.cache/$name.stamp"
    ) 8>"$root/.cache/$name.lock"
  done
}

stale() {
  local stamp="$root/.cache/$1.stamp" rooms=(core contract)
  [ -e "$stamp" ] && [ -d "$root/.cache/$1" ] || return 0
  if [ "$1" = web ]; then rooms+=(web); else rooms+=(intake output demo ipp press cli server bench); fi
  [ -n "$(cd "$root" && find "${rooms[@]}" package-lock.json ./*.config.ts -newer "$stamp" -type f -print -quit)" ]
}
