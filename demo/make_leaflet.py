#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes demo/visitor-leaflet.hinge.json: the visitor leaflet of the (made-up) Skerrowby Tidal Observatory."""
from parts import (INKS, body, csv_rows, frame, free, heading, hold, listed, named_style, para, picture, safe_box,
                   small_heading, strong, styled, table, text, tint, write)

outside = [
    tint("flap-ground", "Flap ground", "Shallows", 14, frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("edge", 1, "end"), hold("bleed", 1, "end"))),
    picture("swell", "Swell", "swell.pdf", frame(hold("bleed", 1, "start"), free(1, "end", -43), hold("edge", 2, "end"), hold("bleed", 1, "end"))),
    text("tides", "Three tides", safe_box(1, 18, 60),
         heading("Three tides"),
         small_heading("Spring"),
         body("Twice a month sun and moon pull in one line. The water climbs to the fourth step of the tower, and "
              "six hours later the whole reef lies dry."),
         small_heading("Neap"),
         body("At half moon the two pull crosswise. High water stays low, low water stays high, and the causeway is "
              "open the longest."),
         small_heading("Storm"),
         body("When the wind stands north for a day the gauge reads up to ninety centimetres more than the almanac. "
              "Then the flag flies and nobody walks.", after=12),
         strong("Read the flag, then the gauge, then the sky.")),
    text("find", "Find us", safe_box(2, 22, 128),
         heading("Find us", "centre"),
         body("Pier Road 4, Skerrowby\u2028Open at every low water\u2028April to October", "centre", 4),
         strong("Boats leave from the north steps", "centre")),
    picture("map", "Shore map", "shore-map.pdf", frame(free(2, "start", 12), free(2, "start", 84), free(2, "end", -12), free(2, "start", 136.5)), "whole"),
    text("contact", "Contact", safe_box(2, 140, 52),
         body("On foot by the causeway, one hour\u2028either side of low water.\u2028Dogs are welcome on a lead.",
              "centre", 0)),
    picture("evening", "Evening light", "evening.jpg",
         frame(hold("edge", 3, "start"), hold("bleed", 3, "start"), hold("bleed", 3, "end"), hold("bleed", 3, "end"))),
    text("title", "Title", safe_box(3, 20, 130),
         para("Skerrowby", "Vollkorn Bold", 35, 40, "centre", "Bare stock", 0),
         para("Tidal Observatory", "Vollkorn Regular", 18, 24, "centre", "Dry sand", 7),
         para("A visitor’s leaflet", "Cabin Regular", 10.5, 14, "centre", "Bare stock", 0)),
    text("season", "Season", safe_box(3, 188, 5),
         para("April to October", "Cabin SemiBold", 10.5, 14, "centre", "Dry sand", 0)),
]

inside = [
    picture("shore", "Low water", "shore.jpg",
         frame(hold("bleed", 1, "start"), hold("bleed", 1, "start"), hold("bleed", 3, "end"), free(1, "start", 82))),
    text("tower", "The tower", safe_box(1, 90, 38),
         # As it came in texts/tower.docx.
         styled("Heading 1", "The tower"),
         styled("Opening",
                "It was built to keep a lamp and has kept a clock instead: since its first winter the float in the "
                "well beneath the stairs has written down the height of the sea, every six minutes, without a day "
                "missed."),
         styled("Text",
                "Forty-one steps lead past the well, the pen room and the library of rolls to the gallery. From there "
                "you see both skerries, the causeway and, on clear days, the hills behind the sound.")),
    {**picture("starfish", "Starfish", "starfish.png",
               frame(free(1, "start", 8), free(1, "end", -36), free(1, "start", 32), free(1, "end", -12)), "whole"),
     "textAround": "frame", "aroundGap": "4 mm"},
    text("reef", "On the reef",
         frame(hold("safe", 1, "start"), free(1, "end", -34), hold("safe", 1, "end"), hold("safe", 1, "end")),
         strong("On the reef"),
         body("Five arms, five hundred feet: look, turn a stone gently, and put it back. What lives between the tides "
              "lives nowhere else.", after=0)),
    text("measure", "What we measure", safe_box(2, 90, 62),
         heading("What we measure"),
         body("Two high waters and two low ones make a day of twenty-four hours and fifty minutes. That is why the "
              "best time for a walk moves on by most of an hour from one day to the next."),
         body("The curve below is an ordinary Tuesday. Full circles mark high water, open ones the hours when the "
              "reef belongs to walkers.", after=0)),
    picture("curve", "Tide curve", "tide-curve.pdf", frame(hold("safe", 2, "start", 2), free(2, "end", -62), hold("safe", 2, "end", -2), free(2, "end", -17)), "whole"),
    tint("visit-ground", "Visit ground", "Dry sand", 45,
         frame(hold("edge", 3, "start"), free(3, "start", 82), hold("bleed", 3, "end"), hold("bleed", 3, "end"))),
    text("visit", "Your visit", safe_box(3, 90, 84),
         heading("Your visit"),
         strong("Opening"),
         body("From two hours before to two hours after low water, by daylight.", after=0)),
    table("prices", "Prices", safe_box(3, 121, 60), csv_rows("prices.csv"), ["left", "right", "right"]),
    text("walks", "Walks", safe_box(3, 153, 8),
         # As it came in texts/walks.odt.
         styled("Heading 3", "Guided reef walk"),
         styled("Text",
                "Every Saturday at low water, ninety minutes, twelve people at most. Rubber boots can be borrowed in "
                "all sizes."),
         styled("Heading 3", "Before you walk out"),
         styled("List", "Read the board at the steps."),
         styled("List",
                "Turn back when the bell rings: the causeway fills from the middle, not from its ends.")),
]

job = {
    "format": 1,
    "title": "Visitor leaflet",
    "customer": "Skerrowby Tidal Observatory",
    "unit": "mm",
    "flat": {"width": "297 mm", "height": "210 mm"},
    "stock": {"name": "Gull Silk 135", "grammage": 135, "bulk": 0.85, "coated": True, "grain": "along height"},
    "fold": {"scheme": "roll", "panels": 3, "front": 3},
    "zones": {"bleed": "3 mm", "safe": "5 mm", "foldClearance": "3 mm"},
    "quantity": 5000,
    "oversPercent": 5,
    "press": {"sheet": {"width": "640 mm", "height": "450 mm"}, "gripper": "10 mm", "margin": "3 mm", "flip": "short edge"},
    "inks": INKS,
    "textStyles": [
        named_style("Heading 1", heading("")),
        named_style("Opening", {**body(""), "dropLines": 3}),
        named_style("Text", body("")),
        named_style("Heading 3", strong("")),
        named_style("List", listed("")),
    ],
    "styleMatches": {name: name for name in ("Heading 1", "Opening", "Text", "Heading 3", "List")},
    "faces": {"outside": {"items": outside}, "inside": {"items": inside}},
}

write("visitor-leaflet", job)
