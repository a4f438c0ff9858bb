#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes demo/texts: copy for the visitor leaflet as people send it, from word processors. Wants pandoc."""
import os
import subprocess

from parts import HERE

TOWER = """\
# The tower

::: {custom-style="Opening"}
It was built to keep a lamp and has kept a clock instead: since its first winter the float in the well beneath the
stairs has written down the height of the sea, every six minutes, without a day missed.
:::

Forty-one steps lead past the well, the pen room and the library of rolls to the gallery. From there you see both
skerries, the causeway and, on clear days, the hills behind the sound.
"""

WALKS = """\
### Guided reef walk

Every Saturday at low water, ninety minutes, twelve people at most. Rubber boots can be borrowed in all sizes.

### Before you walk out

- Read the board at the steps.
- Turn back when the bell rings: the causeway fills from the middle, not from its ends.
"""

(HERE / "texts").mkdir(exist_ok=True)
for name, words in (("tower.docx", TOWER), ("walks.odt", WALKS)):
    subprocess.run(["pandoc", "-f", "markdown", "-o", str(HERE / "texts" / name)], input=words.encode(), check=True,
                   env={**os.environ, "SOURCE_DATE_EPOCH": "1"})
