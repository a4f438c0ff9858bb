#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Makes the pictures of docs/screenshots from the demo data. Needs ./run --build-only first.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
unset DISPLAY WAYLAND_DISPLAY
# A shelf of blocks of its own.
XDG_DATA_HOME=$(mktemp -d)
export XDG_DATA_HOME
trap 'rm -rf "$XDG_DATA_HOME"' EXIT
mkdir -p "$XDG_DATA_HOME/upper-hinge/upper-hinge"
cp -r demo/blocks "$XDG_DATA_HOME/upper-hinge/upper-hinge/"
shot() { ./run --shot "docs/screenshots/$1.png" "${@:2}" >/dev/null; echo "docs/screenshots/$1.png"; }
shot brief --stage brief --theme light
shot gallery --show newJob --theme light
shot brief-booklet --job demo/field-notebook.hinge.json --show sheets --theme light
shot sequence --job demo/field-notebook.hinge.json --stage sequence --theme light
shot records --job demo/member-card.hinge.json --stage sequence --theme light
shot flat-page --job demo/field-notebook.hinge.json --show page.31 --theme light
shot flat-table --stage flat --theme light --item prices
shot dummy --job demo/invitation.hinge.json --stage dummy --show moment.1.62 --theme light
shot dummy-booklet --job demo/field-notebook.hinge.json --stage dummy --show moment.11.4 --theme light
shot read-through --job demo/invitation.hinge.json --show readThrough --theme light
shot sheet --stage sheet --theme light
shot sheet-booklet --job demo/field-notebook.hinge.json --stage sheet --show form.2 --theme light
shot knife --job demo/postcard.hinge.json --stage sheet --show stroke.3 --theme dark
shot gang --job demo/autumn-prints.gang.json --theme light
shot release --stage release --theme light
shot flat-cover --job demo/tide-almanac-cover.hinge.json --stage flat --theme light --item swell
shot flat-frames --job demo/templates/season-leaflet.hinge.json --stage flat --face inside --theme light
shot shelf --stage flat --show blocks --theme light
shot looks --stage flat --show textLooks --theme light
