#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the demo jobs of the (made-up) Skerrowby Tidal Observatory that are set up from a shipped preset, with what is
printed on them."""
import csv
import glob
import json

from parts import (HERE, INKS, body, box, code, frame, free, hold, linked, panel_bleed,
                   para, picture, safe_box, shape, stroke, text, tint, wave, whole_face, write)


def piece(name, preset, title, outside=(), inside=(), **changes):
    [path] = glob.glob(str(HERE.parent / "assets" / "presets" / f"{preset}-*.hinge.json"))
    job = json.load(open(path))
    del job["preset"]
    job.update(title=title, customer="Skerrowby Tidal Observatory", inks=INKS)
    for key, value in changes.items():
        job[key] = {**job[key], **value} if isinstance(value, dict) and key in job else value
    job["faces"] = {"outside": {"items": list(outside)}, "inside": {"items": list(inside)}}
    write(name, job)


def waves(panel_from, panel_to, ids, depth):
    """A swell along the foot, from one panel's bleed to another's."""
    return picture(ids, "Swell", "swell.pdf", frame(hold("bleed", panel_from, "start"), free(panel_from, "end", -depth), hold("bleed", panel_to, "end"), hold("bleed", panel_to, "end")))


def cover_waves():
    """Three along the foot, from bleed to bleed; the middle one begins further out, so that it is not in step."""
    for id, name, strength, depth, out in (("swell", "Swell", 40, 52, 0),
                                           ("ebb", "Ebb", 70, 38, 60),
                                           ("flood", "Flood", 100, 24, 0)):
        yield wave(id, name, "Shallows", strength,
                   frame(hold("bleed", 1, "start", -out), free(1, "end", -depth),
                         hold("bleed", 3, "end"), hold("bleed", 3, "end")))


def down(item):
    return {**item, "textRun": "down", "verticalAlign": "middle"}


# --- field notebook: the cover of a stapled booklet ----------------------------------------------
piece("field-notebook", "22", "Field notebook",
      outside=[
          tint("ground", "Ground", "Dry sand", 60, whole_face(2)),
          picture("shore", "Shore", "shore.jpg", frame(hold("bleed", 1, "start"), free(1, "start", 127.5), hold("bleed", 2, "end"), hold("bleed", 2, "end"))),
          shape("label", "Label", "Bare stock", box(2, 26, 26, -26, 78), cornerRadius="2 mm", stroke=stroke(1, "Deep water")),
          text("title", "Title", box(2, 30, 32, -30, 62),
               para("Field notebook", "Vollkorn SemiBold", 25, 30, "centre", "Deep water", 2),
               para("Skerrowby Tidal Observatory", "Cabin Regular", 10.5, 14, "centre", "Deep water")),
          {**shape("line", "Line for the name", "", box(2, 38, 70, -38, 70)), "outline": "line", "stroke": stroke(0.5, "Deep water")},
          text("kept", "Kept by", box(2, 38, 71, -38, 76.5), para("kept by", "Cabin Regular", 7.5, 9, "centre", "Deep water")),
          picture("mark", "Mark", "mark.svg", box(1, 64, 30, -64, 50), "whole"),
          text("back", "Back", box(1, 30, 56, -30, 84),
               para("Write down what you see, when you saw it, and how high the water stood.", "Vollkorn Regular", 12, 17, "centre", "Deep water", 3),
               para("The rest can be looked up.", "Cabin Regular", 10.5, 15, "centre", "Deep water")),
      ],
      inside=[
          text("how", "How to read the gauge", box(1, 14, 18, -14, 96),
               para("How to read the gauge", "Vollkorn SemiBold", 18, 23, "left", "Deep water", 5),
               {**body("Stand level with the board. Read the lowest point of the water, between two waves, three times over; write down the middle one of the three."), "hyphenation": "en-GB"},
               {**body("The figures are decimetres above the sill of the tower. When the lowest figure is dry the reef is dry as well, and the causeway is open for an hour at least."), "hyphenation": "en-GB"}),
          picture("curve", "Tide curve", "tide-curve.pdf", box(1, 14, 110, -14, 164), "whole"),
          text("table", "Signs", box(2, 14, 18, -14, 110),
               para("Signs for the log", "Vollkorn SemiBold", 18, 23, "left", "Deep water", 5),
               *[{**para(f"{sign}\t{what}\t{when}", "Cabin Regular", 10.5, 15, "left", "Black", 2), "tabs": [{"at": "12 mm"}, {"at": "119 mm", "align": "right"}], "ruleBelow": "0.4 pt"}
                 for sign, what, when in (("H", "high water", "to the minute"), ("L", "low water", "to the minute"), ("F", "fog", "from, to"), ("S", "swell from the north", "height"),
                                          ("B", "bell rung", "time"), ("V", "visitors on the reef", "number"))]),
      ],
      page={"width": "148 mm", "height": "210 mm"}, pages={"count": 40, "numbered": "all"}, quantity=400)

# --- tide almanac: a cover with spine and article number -----------------------------------------
moons = []
for i in range(7):
    x = 22 + i * 15.5
    moons.append(shape(f"moon{i}", "Moon", "Lamp", box(3, x, 116, x + 11, 127), outline="ellipse"))
    if i != 3:
        shift = (i - 3) * 2.7
        moons.append(shape(f"shade{i}", "Shade", "Deep water", box(3, x + shift, 116, x + shift + 11, 127), outline="ellipse"))
piece("tide-almanac-cover", "26", "Tide almanac, cover",
      outside=[
          tint("ground", "Ground", "Deep water", 100, whole_face(3)),
          *moons,
          *cover_waves(),
          text("title", "Title", box(3, 14, 28, -14, 84),
               para("Tide", "Vollkorn Bold", 54, 56, "centre", "Bare stock"),
               para("Almanac", "Vollkorn Bold", 54, 56, "centre", "Bare stock", 6),
               para("High and low water at Skerrowby for every day of the year", "Cabin Regular", 12, 17, "centre", "Dry sand")),
          text("house", "House", box(3, 14, 140, -14, 152), para("Skerrowby Tidal Observatory", "Cabin SemiBold", 11, 15, "centre", "Lamp")),
          down(text("spine", "Spine", frame(hold("edge", 2, "start", 2), free(2, "start", 14), hold("edge", 2, "end", -2), free(2, "end", -50)),
                    para("Tide Almanac", "Vollkorn SemiBold", 17, 20, "left", "Bare stock"))),
          text("blurb", "Blurb", box(1, 16, 26, -18, 104),
               para("Seven hundred and six high waters", "Vollkorn SemiBold", 17, 22, "left", "Bare stock", 6),
               {**para("and as many low ones: worked out from a hundred and eleven years of the tower’s own gauge, with the hours of daylight, the phases of the moon and the days on which the causeway stays open until noon.",
                       "Cabin Regular", 11, 16, "justified", "Bare stock", 6), "hyphenation": "en-GB"},
               {**para("The tables begin with the night of the winter solstice, as they have since the first edition.", "Cabin Regular", 11, 16, "justified", "Bare stock"), "hyphenation": "en-GB"}),
          shape("code-ground", "Ground of the code", "Bare stock", box(1, 16, 124, 56, 153), cornerRadius="1 mm"),
          code("isbn", "Article number", "ean-13", "9780306406157", box(1, 17.3, 125.5, 54.7, 152)),
          text("price", "Edition", box(1, 62, 137, -18, 153), para("One hundred and\u2028twelfth edition", "Cabin Regular", 10, 14, "left", "Dry sand")),
      ],
      inside=[
          {**shape("mark-ring", "Ring", "", box(1, 54, 80, -54, 120)), "outline": "ellipse", "stroke": stroke(1, "Shallows")},
          text("ex", "Owner", box(1, 54, 92, -54, 108), para("This almanac", "Vollkorn Regular", 11, 14, "centre", "Deep water"), para("belongs to", "Vollkorn Regular", 11, 14, "centre", "Deep water")),
      ],
      pages={"count": 256})

# --- solstice card: folded at its head -----------------------------------------------------------
piece("solstice-card", "12", "Solstice card",
      outside=[
          picture("night", "Longest night", "solstice.jpg", frame(hold("bleed", 2, "start"), hold("edge", 2, "start"), hold("bleed", 2, "end"), hold("bleed", 2, "end"))),
          text("wish", "Wish", box(2, 46, 34, 98, 62),
               para("The light\u2028returns", "Vollkorn SemiBold", 24, 29, "left", "Bare stock")),
          text("imprint", "Imprint", box(1, 30, 84, -30, 98),
               para("Skerrowby Tidal Observatory", "Cabin SemiBold", 9, 12, "centre", "Deep water"),
               para("Drawn at the tower in the week of the solstice", "Cabin Regular", 8, 11, "centre", "Deep water")),
          picture("mark", "Mark", "mark.svg", box(1, 65, 60, -65, 78), "whole"),
      ],
      inside=[
          tint("ground", "Ground", "Dry sand", 30, whole_face(2)),
          text("greeting", "Greeting", box(2, 24, 26, -24, 84),
               para("From tonight on every evening is a little longer.", "Vollkorn Regular", 16, 23, "centre", "Deep water", 6),
               para("We wish you calm water, clear nights and a lamp in the window.", "Cabin Regular", 11, 16, "centre", "Deep water")),
      ],
      quantity=300)

# Made-up members of a made-up observatory; some with letters and signs that a file must bring whole.
FIRST = ("Ada", "Bram", "Cilla", "Dov", "Edda", "Finn", "Gro", "Håkon", "Ines", "Jory", "Käthe", "Lorne")
LAST = ("Thwaite", "Oskar-Lund", "Saltmarsh", "O’Fair", "Brück", "Nettle",
        "Søgaard", "Quill", "Ames, jr.", "Varr", "Holm", "Eyre")
WATCHES = ("lamp", "boat", "bell", "star", "wave")
MEMBERS = [("number", "name", "since", "watch")] + [
    (f"M-{i + 1:03}", f"{FIRST[i % 12]} {LAST[(i * 5 + i // 12) % 12]}",
     str(1998 + i * 7 % 26), WATCHES[i * 3 % 5]) for i in range(48)]


def table(name, rows):
    """A CSV file beside the jobs, and the link to it."""
    with open(HERE / name, "w", newline="", encoding="utf-8") as file:
        csv.writer(file).writerows(rows)
    return linked(name, "")


# --- boat tickets: numbered, with a stub ---------------------------------------------------------
piece("boat-tickets", "18", "Boat tickets",
      outside=[
          tint("ground", "Ground", "Shallows", 25, whole_face(2)),
          shape("lamp", "Lamp", "Lamp", box(1, 78, 8, 100, 30), outline="ellipse"),
          picture("swell", "Swell", "swell.pdf", frame(hold("bleed", 1, "start"), free(1, "end", -24), hold("edge", 1, "end"), hold("bleed", 1, "end"))),
          text("title", "Title", box(1, 8, 8, 76, 40),
               para("To the skerries", "Vollkorn Bold", 21, 25, "left", "Deep water", 2),
               para("One crossing, there and back, on any day the flag is down. Boats leave from the north steps.", "Cabin Regular", 9.5, 13, "left", "Deep water")),
          text("number", "Number", box(1, 8, 48, 60, 56),
               para("No. {number}", "Cabin SemiBold", 11, 14, "left", "Deep water")),
          code("check", "Check code", "code 128", "{number}", box(2, 5.5, 34, -5.5, 50), "Deep water"),
          text("stub", "Stub", box(2, 5.5, 8, -5.5, 32),
               para("Boat", "Vollkorn SemiBold", 15, 18, "left", "Deep water", 1),
               para("No. {number}", "Cabin SemiBold", 11, 14, "left", "Deep water", 1),
               para("keep for the way back", "Cabin Regular", 8, 11, "left", "Deep water")),
      ],
      inside=[
          text("rules", "Rules", box(2, 8, 8, -8, -8),
               para("Before you step aboard", "Vollkorn SemiBold", 13, 17, "left", "Deep water", 3),
               {**para("Life jackets hang on the left. Children under eight sit with the boatman. When the bell rings the boat leaves within a quarter of an hour, with or without you.",
                       "Cabin Regular", 9, 12.5, "left", "Black"), "hyphenation": "en-GB"}),
      ],
      quantity=2000,
      records={"source": "series", "count": 2000,
               "series": {"digits": 4, "prefix": "", "start": 1, "step": 1, "suffix": ""}})

# --- member card ---------------------------------------------------------------------------------
piece("member-card", "19", "Member card",
      outside=[
          tint("ground", "Ground", "Deep water", 100, panel_bleed(1)),
          {**picture("badge", "Badge", "badges/lamp.svg", box(1, 58, 6, 78, 26), "whole"),
           "file": {"path": "pictures/badges/{watch}.svg"}},
          picture("swell", "Swell", "swell.pdf", frame(hold("bleed", 1, "start"), free(1, "end", -17), hold("bleed", 1, "end"), hold("bleed", 1, "end"))),
          text("title", "Title", box(1, 6, 7, 56, 34),
               para("Member", "Vollkorn Bold", 19, 22, "left", "Bare stock", 1),
               para("Skerrowby\u2028Tidal Observatory", "Cabin SemiBold", 9, 12, "left", "Lamp")),
          text("member", "Name and number", box(1, 6, 27, 56, 41),
               para("{name}", "Vollkorn SemiBold", 11, 13, "left", "Bare stock"),
               para("No. {number}, since {since}", "Cabin Regular", 8, 10, "left", "Bare stock")),
      ],
      inside=[
          text("terms", "Terms", box(1, 6, 7, 56, -7),
               para("Free entry to tower and gallery on every day of the year, and a seat in the first boat.", "Cabin Regular", 8, 11, "left", "Deep water", 3),
               para("Found? Please hand it in at the north steps.", "Cabin SemiBold", 8, 11, "left", "Deep water")),
          code("who", "Member code", "qr", "SKERROWBY MEMBER {number}", box(1, -28, 16, -6, 38), "Deep water"),
      ],
      quantity=len(MEMBERS) - 1,
      records={"source": "file", "count": len(MEMBERS) - 1, "file": table("members.csv", MEMBERS)})

# --- postcard ------------------------------------------------------------------------------------
piece("postcard", "14", "Postcard, low water",
      outside=[
          picture("shore", "Shore", "shore.jpg", frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("bleed", 1, "end"), free(1, "end", -24))) | {"crop": {"focusX": 0.86, "focusY": 0.5, "scale": 1}},
          tint("foot", "Foot", "Deep water", 100, frame(hold("bleed", 1, "start"), free(1, "end", -24), hold("bleed", 1, "end"), hold("bleed", 1, "end"))),
          text("title", "Title", box(1, 8, 86, -8, -6), para("Low water at Skerrowby", "Vollkorn SemiBold", 17, 21, "centre", "Bare stock")),
      ],
      inside=[
          text("about", "About", box(1, 6, 84, 70, -6),
               para("The reef at low water, with the observatory’s tower.", "Cabin Regular", 8, 11, "left", "Deep water")),
          {**shape("divide", "Divide", "", box(1, 74, 10, 74, -10)), "outline": "line", "stroke": stroke(0.5, "Deep water")},
      ],
      quantity=1000)

# --- invitation: a double gate -------------------------------------------------------------------
piece("invitation", "10", "Summer opening, invitation",
      outside=[
          tint("ground", "Ground", "Deep water", 100, whole_face(4)),
          shape("sun", "Sun", "Lamp", box(3, 24, 40, -24, 90), outline="ellipse"),
          waves(1, 4, "swell", 70),
          text("title", "Title", box(3, 9, 104, -9, 150),
               para("Summer opening", "Vollkorn Bold", 23, 28, "centre", "Bare stock", 3),
               para("Skerrowby Tidal Observatory", "Cabin Regular", 11, 15, "centre", "Dry sand")),
          text("back", "Back", box(2, 12, 24, -12, 70), para("Come by the causeway, or by the boat from the north steps.", "Vollkorn Regular", 13, 19, "centre", "Bare stock")),
      ],
      inside=[
          tint("ground-in", "Ground", "Dry sand", 40, whole_face(4)),
          text("hours", "Hours", box(1, 9, 30, -9, 140),
               para("The day", "Vollkorn SemiBold", 19, 24, "left", "Deep water", 6),
               *[{**para(f"{hour}\t{what}", "Cabin Regular", 11, 16, "left", "Black", 3), "tabs": [{"at": "17 mm"}]} for hour, what in
                 (("11.20", "low water, the reef is open"), ("13.00", "soup on the terrace"), ("15.00", "the clock is wound"), ("17.34", "high water, the bell"))]),
          text("dear", "Invitation", box(2, 9, 30, -9, 160),
               para("Dear friends,", "Vollkorn SemiBold", 19, 24, "left", "Deep water", 6),
               {**body("on the first Saturday after midsummer the tower opens its new gallery. We would like to show it to you before anybody else: the old rolls, the new glass, and the sea, which is the same as ever."), "hyphenation": "en-GB"},
               {**body("Bring boots."), "hyphenation": "en-GB"}),
          {**text("reply", "Reply", box(3, 9, 30, -9, 110),
                  para("Please tell us", "Vollkorn SemiBold", 19, 24, "left", "Deep water", 6),
                  body("whether you will come, and with how many. A line to the keeper is enough; the code below writes it for you."))},
          code("rsvp", "Reply code", "qr", "https://skerrowby.example/summer", box(3, 30, 124, -30, 162), "Deep water"),
          picture("map", "Shore map", "shore-map.pdf", box(4, 9, 34, -9, 94), "whole"),
          text("way", "The way", box(4, 9, 100, -9, 150), body("The causeway is open from ten to one. Leave it by the second bell.")),
      ],
      quantity=150)
