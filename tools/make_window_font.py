#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Makes the window's font from Manrope: the same outlines, with tabular figures as the plain ones.

Qt 6.4 cannot switch font features on, and figures in this program stand in columns. The result is
renamed "Hinge Sans" so that it is not taken for the original (SIL Open Font License 1.1).
Needs python3-fonttools and the Debian package fonts-manrope; run it only to renew assets/fonts.
"""
from pathlib import Path

from fontTools.ttLib import TTFont

SOURCE = Path("/usr/share/fonts/truetype/manrope")
TARGET = Path(__file__).parent.parent / "assets" / "fonts"

for style in ("Regular", "Medium", "SemiBold", "Bold"):
    font = TTFont(SOURCE / f"Manrope-{style}.ttf")
    gsub = font["GSUB"].table
    tabular = {}
    for record in gsub.FeatureList.FeatureRecord:
        if record.FeatureTag == "tnum":
            for index in record.Feature.LookupListIndex:
                for table in gsub.LookupList.Lookup[index].SubTable:
                    tabular.update(getattr(table, "ExtSubTable", table).mapping)
    for table in font["cmap"].tables:
        for code in range(ord("0"), ord("9") + 1):
            if code in table.cmap:
                table.cmap[code] = tabular.get(table.cmap[code], table.cmap[code])
    for record in font["name"].names:
        text = record.toUnicode()
        if "Manrope" in text and record.nameID in (1, 3, 4, 6, 16):
            new = text.replace("Manrope", "HingeSans" if record.nameID == 6 else "Hinge Sans")
            font["name"].setName(new, record.nameID, record.platformID, record.platEncID, record.langID)
    font.save(TARGET / f"HingeSans-{style}.ttf")
