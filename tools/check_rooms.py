#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Checks that every file of src lies in a room, and that rooms know only those before them.

Prints each include that points the other way; exit code 1 if there is one.
"""
import pathlib
import re
import sys

# In this order; the files of a room include those of their own and of earlier ones.
ROOMS = [
    "core/units", "core/paper", "core/job", "core/piece", "core/press", "core/file", "core/plan", "core/gang", "core/dummy",
    "core/edit",
    "typeset", "colour", "pdf", "paint",
    "cli",
    "app/look", "app/document", "app/fields", "app/canvas", "app/brief", "app/flat", "app/sequence",
    "app/dummy", "app/sheet",
    "app/release", "app/dialogs", "app/gang", "app/window",
]
# Parts that do not know each other, whatever the order says.
STRANGERS = {("paint", "pdf"), ("colour", "typeset")}

source = pathlib.Path(__file__).resolve().parent.parent / "src"
wrong = []
for path in sorted(source.rglob("*")):
    if path.suffix not in (".h", ".cpp"):
        continue
    name = path.relative_to(source)
    room = str(name.parent)
    if room not in ROOMS:
        wrong.append(f"{name} lies in no room")
        continue
    for included in re.findall(r'#include "([^"]+)"', path.read_text(encoding="utf-8")):
        other = str(pathlib.PurePosixPath(included).parent)
        if other not in ROOMS:
            continue  # a file of its own folder, or one that is made
        if ROOMS.index(other) > ROOMS.index(room) or (room, other) in STRANGERS:
            wrong.append(f"{name} includes {included}")
for line in wrong:
    print(line)
sys.exit(1 if wrong else 0)
