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
shot sequence --job demo/field-notebook.hinge.json --stage sequence --theme light
shot bring-in --job demo/field-notebook.hinge.json --stage sequence --show bring-in:demo/pictures --theme light
shot records --job demo/member-card.hinge.json --stage sequence --theme light
shot flat-page --job demo/field-notebook.hinge.json --show page.31 --theme light
shot flat-table --stage flat --theme light --item prices
shot dummy --job demo/invitation.hinge.json --stage dummy --show moment.1.62 --theme light
shot dummy-booklet --job demo/field-notebook.hinge.json --stage dummy --show moment.11.4 --theme light
shot read-through --job demo/invitation.hinge.json --show read --theme light
shot sheet --stage sheet --theme light
shot sheet-booklet --job demo/field-notebook.hinge.json --stage sheet --show form.2 --theme light
shot knife --job demo/postcard.hinge.json --stage sheet --show stroke.3 --theme dark
shot gang --job demo/autumn-prints.gang.json --theme light
shot release --stage release --theme light
shot flat-cover --job demo/tide-almanac-cover.hinge.json --stage flat --theme light --item isbn
shot files --show files --theme light
