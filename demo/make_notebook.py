#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Gives the field notebook of the (made-up) Skerrowby Tidal Observatory its pages: a text that comes as a PDF of its own,
a folder of pictures, and pages made in the job itself. Run it after make_pieces.py.

Needs python3-pil, and ./run --build-only first: the PDF is written by `build/bin/hinge`.
"""
import json
import math
import random
import subprocess
import tempfile
from pathlib import Path

from PIL import Image, ImageCms, ImageDraw, ImageFilter

from parts import HERE, INKS, body, box, frame, free, hold, linked, para, shape, small_heading, stroke, strong, text, tint, write

PAGE = {"width": "148 mm", "height": "210 mm"}
PLATES = HERE / "pictures" / "plates"
SRGB = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()

HARBOUR = ["The causeway is open for an hour on either side of low water.",
           "Ring the bell before the last crossing; wait for the answer from the slip.",
           "Keep the lamp oil away from the log. Write in pencil when it rains."]
WATCHES = ["before dawn", "morning", "afternoon", "night"]


def page_box(top, bottom, left=16, right=14):
    return frame(free(1, "start", left), free(1, "start", top), free(1, "end", -right), free(1, "end", -bottom))


def page_place(left, top, right, bottom):
    return frame(*[free(1, "start", at) for at in (left, top, right, bottom)])


def title_page():
    return [tint("t-ground", "Ground", "Shallows", 30, frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("bleed", 1, "end"), free(1, "start", 84))),
            text("t-title", "Title", page_box(98, 60), para("Water at Skerrowby", "Vollkorn SemiBold", 27, 33, "left", "Deep water", 4),
                 para("A notebook for those who watch it", "Cabin Regular", 12, 17, "left", "Deep water"))]


def rules_page():
    return [text("r-head", "Heading", page_box(22, 150), para("Before you go out", "Vollkorn SemiBold", 21, 26, "left", "Deep water", 4)),
            text("r-rules", "Rules", page_box(52, 30), *[{**body(rule, after=8), "ruleBelow": "0.4 pt"} for rule in HARBOUR])]


def week_page(week):
    """High and low water of seven days, by a plain sine of 12 h 25 min."""
    lines = []
    for day in range(7):
        at = (week * 7 + day) * 50.5 + 210
        height = 3.1 + 0.9 * math.sin((week * 7 + day) / 14.77 * 2 * math.pi)
        hours = [int(at + i * 372.5) % 1440 for i in range(4)]
        times = "\t".join(f"{h // 60:02}:{h % 60:02}" for h in sorted(hours))
        lines.append({**para(f"{week * 7 + day + 1}\t{times}\t{height:.1f} m", "Cabin Regular", 10, 22, "left", "Black"),
                      "tabs": [{"at": f"{x} mm"} for x in (14, 36, 58, 80)] + [{"at": "118 mm", "align": "right"}], "ruleBelow": "0.4 pt"})
    return [text(f"w{week}-head", "Heading", page_box(20, 165), para(f"Week {week + 1}", "Vollkorn SemiBold", 21, 26, "left", "Deep water")),
            text(f"w{week}-table", "Tides", page_box(46, 92), strong("Day\tthe four waters of the day\t\t\theight", after=4) | {"tabs": [{"at": f"{x} mm"} for x in (14, 36, 58, 80)] + [{"at": "118 mm", "align": "right"}]}, *lines),
            text(f"w{week}-note", "Notes", page_box(132, 24), small_heading("What else was seen"))]


def text_pdf():
    """The text of the notebook, as it would come from outside: a PDF with bleed, fonts and all."""
    job = json.load(open(HERE / "field-notebook.hinge.json"))
    job.pop("sequence", None)
    job.update(title="Field notebook, text", faces={})
    pages = [title_page(), rules_page(), *[week_page(week) for week in range(22)]]
    job["pages"].update(count=len(pages), plusCover=True)
    job["sequence"] = [{"id": i + 1, "items": items} for i, items in enumerate(pages)]
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "text.hinge.json"
        path.write_text(json.dumps(job))
        subprocess.run([HERE.parent / "build" / "bin" / "hinge", "export", path, "--what", "pages", "--out",
                        HERE / "pictures" / "notebook-text.pdf"], check=True, stdout=subprocess.DEVNULL)


def plate(number, sky, sea, level, seed):
    """The tower at a height of the water, as large as a page with its bleed."""
    w, h = 1820, 2552
    rng = random.Random(seed)
    im = Image.new("RGB", (w, h), sky[0])
    d = ImageDraw.Draw(im)
    for y in range(h):
        t = y / h
        d.line((0, y, w, y), fill=tuple(round(a + (b - a) * t) for a, b in zip(*sky)))
    x, base = w * (0.3 + 0.4 * rng.random()), h * 0.66
    d.polygon([(x - 330, h), (x - 190, base - 20), (x + 60, base - 60), (x + 240, base), (x + 420, h)], fill=(52, 62, 74))
    d.polygon([(x - 40, base), (x - 24, base - 330), (x + 24, base - 330), (x + 40, base)], fill=(236, 230, 216))
    d.rectangle((x - 30, base - 380, x + 30, base - 330), fill=(240, 190, 100))
    d.polygon([(x - 38, base - 380), (x, base - 430), (x + 38, base - 380)], fill=(44, 84, 108))
    for i in range(7):
        top = h * level + i * 80
        points = [(0, h), *[(px, top + math.sin(px / (110 + 24 * i) + i * 1.7 + seed) * (9 + 4 * i)) for px in range(0, w + 20, 20)], (w, h)]
        d.polygon(points, fill=tuple(max(0, c - 14 * i) for c in sea))
    im.filter(ImageFilter.GaussianBlur(1.4)).save(PLATES / f"water {number}.jpg", quality=80, dpi=(300, 300), icc_profile=SRGB)


def plates():
    PLATES.mkdir(exist_ok=True)
    dawn, noon, dusk = ((250, 214, 190), (206, 170, 170)), ((206, 228, 236), (238, 240, 232)), ((74, 84, 120), (226, 150, 110))
    for number, (sky, sea, level) in enumerate(((dawn, (120, 150, 160), 0.84), (noon, (96, 150, 170), 0.80), (noon, (80, 138, 160), 0.76),
                                                 (dusk, (60, 96, 124), 0.72), (dusk, (48, 80, 108), 0.69), (dawn, (104, 136, 150), 0.66)), 1):
        plate(number if number < 3 else number + 7, sky, sea, level, number)


def log_page(number):
    """A page to be written on: made in the job, not brought in. Its lines are the master's."""
    head = para(f"Log, {WATCHES[number % 4]} watch", "Vollkorn SemiBold", 17, 22, "left", "Deep water")
    return [text(f"log{number}-head", "Heading", page_box(20, 170), head)]


def remarks():
    """The text came with a longer heading: it is pasted over on every week, and the short one stands there."""
    cover = {**shape("r-cover", "Old heading", "Bare stock", page_place(15, 131, 80, 140.5)), "pasteOver": True}
    return [cover, text("r-head", "Remarks", page_place(16, 132, 80, 140), small_heading("Remarks"))]


def masters():
    """What comes back on many pages: a line at their head, and the lines of the log."""
    def across(top, bottom):
        return frame(free(1, "start", 16), free(1, "start", top), free(1, "end", -14), free(1, "start", bottom))

    head = text("m-head", "Head line", across(9, 14),
                para("Water at Skerrowby", "Cabin Regular", 8.5, 11, "right", "Deep water"))
    lines = [{**shape(f"m-line{i}", f"Line {i + 1}", "", across(52 + i * 12, 52 + i * 12)),
              "outline": "line", "stroke": stroke(0.4, "Deep water")} for i in range(12)]
    return [{"id": 1, "name": "Head line", "shows": "chosen pages", "pages": "2-24, 31-38", "items": [head]},
            {"id": 2, "name": "Log", "shows": "chosen pages", "pages": "31-38", "mirrored": False, "items": lines},
            {"id": 3, "name": "Remarks", "shows": "chosen pages", "pages": "3-24", "mirrored": False,
             "items": remarks()}]


def notebook():
    job = json.load(open(HERE / "field-notebook.hinge.json"))
    sequence = []

    def add(state, **what):
        sequence.append({"id": len(sequence) + 1, "state": state, **what})

    for page in range(24):
        what = {"supplied": linked("notebook-text.pdf") | ({"page": page + 1} if page else {})}
        if page == 11:
            add("question", question="Is the eighth day of week 10 a misprint?", **what)
        else:
            add("passed" if page < 9 else "in work", **what)
    for number in (1, 2, 10, 11, 12, 13):
        name = f"plates/water {number}.jpg"
        sides = frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("bleed", 1, "end"), hold("bleed", 1, "end"))
        add("in work", items=[{"id": f"plate{number}", "kind": "picture", "name": f"Water {number}", "file": linked(name), "fit": "fill", "sides": sides}])
    for number in range(8):
        add("in work", items=log_page(number))
    add("nothing yet")
    add("nothing yet")
    job["sequence"] = sequence
    job["masters"] = masters()
    job["textStyles"] = job.get("textStyles", []) + [{"name": "Folio", "font": "Cabin Regular", "size": "8.5 pt", "leading": "11 pt", "ink": "Deep water", "align": "left"}]
    job["pages"]["printedNumbers"] = {"place": "foot outer", "script": "arabic", "fromEdge": "9 mm", "fromSide": "14 mm", "style": "Folio"}
    job["sequence"][0]["hidesNumber"] = True
    write("field-notebook", job)


text_pdf()
plates()
notebook()
