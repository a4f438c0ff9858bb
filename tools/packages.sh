# SPDX-License-Identifier: GPL-3.0-or-later
# Debian packages, by what they are for. Sourced by ./run and ./test.

build_packages=(
  build-essential cmake ninja-build ccache pkg-config
  qt6-base-dev qt6-svg-dev libgl-dev
  libqpdf-dev libpoppler-qt6-dev libharfbuzz-dev libfontconfig-dev libicu-dev liblcms2-dev libjpeg-dev
  libboost-dev libcli11-dev libexpected-dev libcsv-dev libpng-dev zlib1g-dev libtiff-dev
  libwebp-dev libzip-dev libzint-dev libhyphen-dev
  hyphen-en-gb hyphen-en-us hyphen-de hyphen-fr
)
# To start the window: the plain X11 connection and a display of our own where there is none.
window_packages=(xvfb xauth libxcb-cursor0 libxkbcommon-x11-0 libegl1)
# Run apart by the window: read texts of word processors, find what matters in a picture.
converter_packages=(pandoc libvips-tools)
test_packages=(
  clang-format librapidcheck-dev poppler-utils qpdf ghostscript libgs-common fontconfig libpaper-utils
  python3 python3-jsonschema python3-vobject xdotool zxing-cpp-tools libtiff-tools liblcms2-utils
  mupdf-tools fonts-noto-cjk fonts-noto-color-emoji fonts-sil-ezra fonts-hosny-amiri
)

# Fuzzers only: `tests/fuzz/run`.
fuzz_packages=(clang-16 libclang-rt-16-dev)

# Installs what is missing of the packages named, through sudo when needed, and says what.
install_missing() {
  local missing=() package
  for package in "$@"; do
    dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return 0
  local as_root=()
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || { echo "Please install as root: apt-get install ${missing[*]}" >&2; return 1; }
    as_root=(sudo)
  fi
  echo "Installing: ${missing[*]}"
  "${as_root[@]}" apt-get update -qq
  "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}
