#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Makes the pictures of docs/screenshots from the demo data. Needs ./run --build-only first.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
unset DISPLAY WAYLAND_DISPLAY
shot() { ./run --shot "docs/screenshots/$1.png" "${@:2}" >/dev/null; echo "docs/screenshots/$1.png"; }
shot brief --stage brief --theme light
shot gallery --show gallery --theme light
shot stocks --show stocks --theme light
shot brief-booklet --job demo/field-notebook.hinge.json --show sheets --theme light
shot brief-cover --job demo/tide-almanac-cover.hinge.json --theme dark
shot sequence --job demo/field-notebook.hinge.json --stage sequence --theme light
shot sequence-sheets --job demo/field-notebook.hinge.json --stage sequence --show sequence.view.2 --theme dark
shot bring-in --job demo/field-notebook.hinge.json --stage sequence --show bring-in:demo/pictures --theme light
shot records --job demo/member-card.hinge.json --stage sequence --theme light
shot flat-page --job demo/field-notebook.hinge.json --show page.31 --theme light
shot flat-outside --stage flat --theme light --item evening
shot flat-inside --stage flat --theme light --face inside --item tower
shot flat-dark --stage flat --theme dark
shot sheet --stage sheet --theme light
shot release --stage release --theme light
shot flat-cover --job demo/tide-almanac-cover.hinge.json --stage flat --theme light --item isbn
shot flat-one-ink --stage flat --theme light --show view.4
shot files --show files --theme light
shot press --show press --theme light
