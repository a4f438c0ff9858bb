# SPDX-License-Identifier: GPL-3.0-or-later
"""What the scripts that write the demo jobs are made of: sides, items and paragraphs as the job file has them."""
import csv
import hashlib
import json
from pathlib import Path

HERE = Path(__file__).parent


def hold(line, panel, at, offset=0, column=None):
    return side(line, panel, at, offset, True, column)


def free(panel, at, offset):
    return side("edge", panel, at, offset, False)


def side(line, panel, at, offset, holds, column=None):
    s = {"line": line, "panel": panel, "at": at, "offset": f"{offset:g} mm", "holds": holds}
    if column:
        s["column"] = column
    return s


def linked(name, folder="pictures/"):
    data = (HERE / folder / name).read_bytes()
    return {"path": f"{folder}{name}", "bytes": len(data), "sha256": hashlib.sha256(data).hexdigest()}


def frame(left, top, right, bottom):
    return {"left": left, "top": top, "right": right, "bottom": bottom}


def safe_box(panel, top, bottom):
    """Full width of the panel's safe area, from `top` mm below the head to `bottom` mm above the foot."""
    return frame(hold("safe", panel, "start"), free(panel, "start", top), hold("safe", panel, "end"), free(panel, "end", -bottom))


def picture(id, name, file, sides, fit="fill"):
    return {"id": id, "kind": "picture", "name": name, "file": linked(file), "fit": fit, "sides": sides}


def tint(id, name, ink, strength, sides):
    return {"id": id, "kind": "shape", "name": name, "ink": ink, "strength": strength, "sides": sides}


def text(id, name, sides, *paragraphs):
    return {"id": id, "kind": "text", "name": name, "sides": sides, "paragraphs": list(paragraphs)}


def para(words, font, size, leading, align="left", ink="Black", after=0):
    return {"text": words, "font": font, "size": f"{size:g} pt", "leading": f"{leading:g} pt", "align": align, "ink": ink,
            "spaceAfter": f"{after:g} pt"}


def csv_rows(name):
    with open(HERE / name, newline="", encoding="utf-8") as file:
        return list(csv.reader(file))


def table(id, name, sides, rows, aligns, ink="Deep water"):
    """A header and rows below it, as wide as the frame."""
    line = {"width": "0.4 pt", "ink": ink, "strength": 100}
    set_rows = [(strong if i == 0 else body)("\t".join(row), after=0) for i, row in enumerate(rows)]
    columns = [{"by": "content", **({"align": align} if align != "left" else {})} for align in aligns]
    return {**text(id, name, sides, *set_rows),
            "table": {"columns": columns,
                      "headerRows": 1, "padAcross": "1.5 mm", "padDown": "0.6 mm",
                      "headerLine": {**line, "width": "1 pt"}, "rowLine": line, "columnLine": {**line, "width": "0 pt"},
                      "frameLine": {**line, "width": "0 pt"}, "tint": {"ink": "Dry sand", "strength": 60}}}


def heading(words, align="left"):
    return para(words, "Vollkorn SemiBold", 21, 26, align, "Deep water", 5)


def small_heading(words, align="left"):
    return para(words, "Vollkorn SemiBold", 14, 18, align, "Deep water", 1)


def body(words, align="left", after=5):
    return para(words, "Cabin Regular", 10.5, 15, align, "Black", after)


def listed(words):
    """A paragraph of a list."""
    return {**body(words, after=0), "list": "sign"}


def styled(name, words):
    """A paragraph that follows a style of the job."""
    return {"text": words, "style": name}


def named_style(name, paragraph):
    """A style of the job that looks as a paragraph does."""
    return {"name": name, **{key: value for key, value in paragraph.items() if key != "text"}}


def wave(id, name, ink, strength, sides):
    """A tint whose head is two waves, a fifth of its height deep."""
    step, lead, deep = 25, 9, 20
    points = []
    for i in range(5):
        x, y = step * i, deep if i % 2 == 0 else 0
        before = {"inX": x - lead, "inY": y} if i > 0 else {}
        after = {"outX": x + lead, "outY": y} if i < 4 else {}
        points.append({"x": x, "y": y, **before, **after})
    points += [{"x": 100, "y": 100}, {"x": 0, "y": 100}]
    return {**shape(id, name, ink, sides, strength), "outline": "free", "points": points}


def strong(words, align="left", after=0):
    return para(words, "Cabin SemiBold", 10.5, 15, align, "Deep water", after)


def box(panel, left, top, right, bottom):
    """Millimetres from the panel's left and head; negative ones from its right and foot."""
    def at(offset):
        return free(panel, "start", offset) if offset >= 0 else free(panel, "end", offset)
    return frame(at(left), at(top), at(right), at(bottom))


def whole_face(last):
    """Out to the bleed on all sides, from panel 1 to the last one."""
    return frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("bleed", last, "end"), hold("bleed", last, "end"))


def panel_bleed(panel):
    return frame(hold("bleed", panel, "start"), hold("bleed", panel, "start"), hold("bleed", panel, "end"), hold("bleed", panel, "end"))


def shape(id, name, ink, sides, strength=100, **more):
    return {"id": id, "kind": "shape", "name": name, "ink": ink, "strength": strength, "sides": sides, **more}


def stroke(width, ink):
    return {"width": f"{width:g} pt", "ink": ink}


def code(id, name, kind, data, sides, ink="Black"):
    return {"id": id, "kind": "code", "name": name, "code": {"kind": kind, "data": data}, "ink": ink, "keepWhole": True, "sides": sides}


INKS = [
    {"name": "Black", "cmyk": [0, 0, 0, 100]},
    {"name": "Bare stock", "cmyk": [0, 0, 0, 0]},
    {"name": "Deep water", "cmyk": [90, 65, 40, 30]},
    {"name": "Shallows", "cmyk": [45, 12, 15, 0]},
    {"name": "Lamp", "cmyk": [0, 25, 70, 0]},
    {"name": "Dry sand", "cmyk": [5, 10, 30, 0]},
]


def write(name, job):
    (HERE / f"{name}.hinge.json").write_text(json.dumps(job, indent=2, ensure_ascii=False) + "\n")
