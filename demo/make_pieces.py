#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the demo jobs of the (made-up) Skerrowby Tidal Observatory that are set up from a shipped preset."""
import glob
import json
import os

here = os.path.dirname(os.path.abspath(__file__))
inks = json.load(open(os.path.join(here, "visitor-leaflet.hinge.json")))["inks"]


def piece(name, preset, title, **changes):
    [path] = glob.glob(os.path.join(here, "..", "assets", "presets", preset + "-*.hinge.json"))
    job = json.load(open(path))
    del job["preset"]
    job.update(title=title, customer="Skerrowby Tidal Observatory", inks=inks)
    for key, value in changes.items():
        if isinstance(value, dict) and key in job:
            job[key] = {**job[key], **value}
        else:
            job[key] = value
    with open(os.path.join(here, name + ".hinge.json"), "w") as out:
        json.dump(job, out, indent=4, sort_keys=True, ensure_ascii=False)
        out.write("\n")


piece("field-notebook", "22", "Field notebook", page={"width": "148 mm", "height": "210 mm"},
      pages={"count": 40, "numbered": "all"}, quantity=400)
piece("tide-almanac-cover", "26", "Tide almanac, cover", pages={"count": 256})
piece("solstice-card", "12", "Solstice card", quantity=300)
piece("boat-tickets", "18", "Boat tickets", quantity=2000)
piece("member-card", "19", "Member card", quantity=250)
piece("invitation", "10", "Summer opening, invitation", quantity=150)
