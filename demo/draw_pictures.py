#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Draws the pictures of the Skerrowby demo jobs (all made up) into demo/pictures.

Needs python3-pil. Pixel pictures are drawn at twice their size and scaled down; vector pictures are
PDF pages with process colours, written by hand so that nothing is converted on the way.
"""
import math
import random
from pathlib import Path

from PIL import Image, ImageCms, ImageDraw, ImageFilter

OUT = Path(__file__).parent / "pictures"
PPI = 300
# Says what the numbers of RGB pictures mean.
SRGB = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()


def px(mm):
    return round(mm / 25.4 * PPI)


def mix(a, b, t):
    return tuple(round(x + (y - x) * t) for x, y in zip(a, b))


def gradient(size, stops):
    """A vertical gradient through (position, colour) stops."""
    w, h = size
    column = Image.new("RGB", (1, h))
    for y in range(h):
        t = y / max(1, h - 1)
        for (p0, c0), (p1, c1) in zip(stops, stops[1:]):
            if p0 <= t <= p1:
                s = (t - p0) / (p1 - p0)
                column.putpixel((0, y), mix(c0, c1, s * s * (3 - 2 * s)))
                break
    return column.resize(size)


def wave(w, base, height, length, phase, lean=0.35):
    """A swell line: steeper on one side than on the other."""
    points = []
    for x in range(0, w + 8, 8):
        a = x / length * 2 * math.pi + phase
        points.append((x, base - height * (math.sin(a) + lean * math.sin(2 * a + 0.6)) / (1 + lean)))
    return points


def under(draw, points, w, h, fill):
    draw.polygon(points + [(w, h), (0, h)], fill=fill)


def glow(image, centre, radius, colour, strength):
    layer = Image.new("L", image.size, 0)
    d = ImageDraw.Draw(layer)
    x, y = centre
    d.ellipse((x - radius, y - radius, x + radius, y + radius), fill=strength)
    layer = layer.filter(ImageFilter.GaussianBlur(radius * 0.55))
    image.paste(Image.new("RGB", image.size, colour), (0, 0), layer)


def birds(draw, spots, colour, width):
    for x, y, s in spots:
        draw.line([(x - s, y - s * 0.35), (x - s * 0.35, y - s * 0.5), (x, y), (x + s * 0.35, y - s * 0.5), (x + s, y - s * 0.35)],
                  fill=colour, width=width, joint="curve")


def tower(draw, x, foot, height, light):
    """The observatory: a tapering tide tower with a lamp room and a gallery."""
    w = height * 0.155
    top = foot - height
    shade = (214, 208, 196)
    body = (243, 238, 226)
    draw.polygon([(x - w, foot), (x - w * 0.68, top), (x + w * 0.68, top), (x + w, foot)], fill=body)
    draw.polygon([(x + w * 0.25, foot), (x + w * 0.2, top), (x + w * 0.68, top), (x + w, foot)], fill=shade)
    # tide scale up the wall
    for i in range(9):
        y = foot - height * (0.08 + i * 0.075)
        draw.rectangle((x - w * 0.55, y, x - w * (0.1 if i % 2 == 0 else 0.3), y + height * 0.016), fill=(47, 86, 116))
    for i in range(3):
        y = top + height * (0.12 + 0.13 * i)
        draw.rectangle((x + w * 0.02, y, x + w * 0.2, y + height * 0.05), fill=(58, 66, 82))
    g = w * 0.95
    draw.rectangle((x - g, top - height * 0.025, x + g, top), fill=(58, 66, 82))
    room = height * 0.115
    draw.rectangle((x - w * 0.6, top - room, x + w * 0.6, top - height * 0.025), fill=(58, 66, 82))
    draw.rectangle((x - w * 0.48, top - room * 0.92, x + w * 0.48, top - height * 0.035), fill=light)
    draw.line([(x, top - room), (x, top - height * 0.03)], fill=(58, 66, 82), width=max(2, round(w * 0.07)))
    draw.polygon([(x - w * 0.75, top - room), (x, top - room - height * 0.085), (x + w * 0.75, top - room)], fill=(150, 70, 52))
    draw.line([(x, top - room - height * 0.08), (x, top - room - height * 0.14)], fill=(58, 66, 82), width=max(2, round(w * 0.08)))


def evening():
    """The cover: dusk over the skerries. Saved as CMYK JPEG."""
    w, h = px(104) * 2, px(217) * 2
    im = gradient((w, h), [(0, (24, 45, 76)), (0.28, (62, 82, 112)), (0.48, (184, 124, 98)), (0.585, (240, 172, 108)), (0.63, (250, 205, 140)), (1, (250, 205, 140))])
    glow(im, (w * 0.64, h * 0.545), w * 0.30, (255, 226, 160), 210)
    d = ImageDraw.Draw(im)
    sun = (w * 0.64, h * 0.545)
    r = w * 0.105
    d.ellipse((sun[0] - r, sun[1] - r, sun[0] + r, sun[1] + r), fill=(255, 233, 178))
    for y, half, c in ((0.40, 0.34, (206, 140, 112)), (0.435, 0.22, (222, 152, 112)), (0.365, 0.18, (150, 112, 112))):
        x = w * (0.25 if half > 0.3 else 0.72)
        d.rounded_rectangle((x - w * half, h * y, x + w * half, h * y + h * 0.006), h * 0.003, fill=c)
    horizon = h * 0.63
    d.rectangle((0, horizon, w, h), fill=(52, 106, 132))
    # the sun's road on the water
    rng = random.Random(7)
    for i in range(26):
        y = horizon + h * 0.004 + i * h * 0.0052
        half = w * (0.10 - 0.0022 * i) * (0.5 + rng.random() * 0.8)
        x = sun[0] + (rng.random() - 0.5) * w * 0.05
        d.rounded_rectangle((x - half, y, x + half, y + h * 0.0019), h * 0.001, fill=mix((250, 205, 140), (52, 106, 132), i / 30))
    # skerries with the tower
    d.polygon([(0, horizon + h * 0.004), (0, horizon - h * 0.022), (w * 0.10, horizon - h * 0.034), (w * 0.20, horizon - h * 0.03),
               (w * 0.33, horizon - h * 0.036), (w * 0.44, horizon - h * 0.014), (w * 0.53, horizon + h * 0.004)], fill=(38, 56, 74))
    tower(d, w * 0.26, horizon - h * 0.03, h * 0.20, (255, 214, 118))
    glow(im, (w * 0.26, horizon - h * 0.245), w * 0.055, (255, 226, 150), 150)
    d = ImageDraw.Draw(im)
    d.polygon([(w * 0.80, horizon + h * 0.003), (w * 0.86, horizon - h * 0.010), (w * 0.93, horizon - h * 0.008), (w, horizon - h * 0.014), (w, horizon + h * 0.003)], fill=(60, 74, 92))
    birds(d, [(w * 0.55, h * 0.47, w * 0.035), (w * 0.64, h * 0.445, w * 0.026), (w * 0.48, h * 0.44, w * 0.020)], (44, 54, 72), 7)
    for base, amp, length, phase, c in ((0.700, 0.010, 0.42, 0.3, (42, 94, 122)), (0.765, 0.014, 0.55, 1.7, (32, 80, 108)),
                                        (0.840, 0.018, 0.66, 2.9, (25, 65, 92)), (0.925, 0.022, 0.78, 0.9, (18, 50, 74))):
        under(d, wave(w, h * base, h * amp, w * length, phase), w, h, c)
    im = im.resize((w // 2, h // 2), Image.LANCZOS)
    im.convert("CMYK").save(OUT / "evening.jpg", quality=90, dpi=(PPI, PPI))


def shore():
    """The inside's panorama: the reef at low water, morning. RGB JPEG."""
    w, h = px(304) * 2, px(86) * 2
    im = gradient((w, h), [(0, (146, 190, 204)), (0.35, (196, 219, 220)), (0.55, (244, 232, 206)), (0.62, (250, 236, 208)), (1, (250, 236, 208))])
    glow(im, (w * 0.40, h * 0.50), w * 0.10, (255, 246, 220), 190)
    d = ImageDraw.Draw(im)
    horizon = h * 0.60
    d.rectangle((0, horizon, w, h), fill=(120, 168, 182))
    hills = [(0, horizon), (0, h * 0.47), (w * 0.05, h * 0.44), (w * 0.10, h * 0.455), (w * 0.16, h * 0.50), (w * 0.22, h * 0.54), (w * 0.30, h * 0.585), (w * 0.34, horizon)]
    d.polygon(hills, fill=(150, 176, 180))
    far = [(w * 0.56, horizon), (w * 0.62, h * 0.565), (w * 0.70, h * 0.555), (w * 0.76, h * 0.57), (w * 0.86, horizon)]
    d.polygon(far, fill=(164, 188, 190))
    for i in range(6):
        y = horizon + h * (0.012 + 0.02 * i)
        under(d, wave(w, y + h * 0.01, h * 0.004, w * (0.05 + 0.012 * i), i * 1.3), w, h, mix((126, 172, 184), (92, 146, 166), i / 5))
    # reef flats
    def flat(base, x0, x1, tall, c, seed):
        rng = random.Random(seed)
        pts = [(x0, base)]
        n = 22
        for i in range(1, n):
            t = i / n
            env = math.sin(math.pi * t) ** 0.6
            pts.append((x0 + (x1 - x0) * t, base - tall * env * (0.55 + 0.45 * rng.random())))
        pts += [(x1, base), (x1 - (x1 - x0) * 0.06, base + tall * 0.25), (x0 + (x1 - x0) * 0.05, base + tall * 0.25)]
        d.polygon(pts, fill=c)
    flat(h * 0.66, w * 0.56, w * 0.96, h * 0.035, (94, 112, 118), 3)
    flat(h * 0.69, w * 0.10, w * 0.42, h * 0.03, (94, 112, 118), 5)
    tower(d, w * 0.835, h * 0.645, h * 0.50, (255, 226, 150))
    flat(h * 0.735, w * 0.66, w * 1.05, h * 0.06, (66, 84, 94), 9)
    under(d, wave(w, h * 0.80, h * 0.012, w * 0.16, 0.8), w, h, (82, 136, 156))
    flat(h * 0.86, w * -0.06, w * 0.30, h * 0.07, (66, 84, 94), 12)
    under(d, wave(w, h * 0.90, h * 0.016, w * 0.22, 2.2), w, h, (58, 112, 136))
    birds(d, [(w * 0.47, h * 0.24, w * 0.010), (w * 0.50, h * 0.20, w * 0.008), (w * 0.525, h * 0.255, w * 0.007), (w * 0.30, h * 0.30, w * 0.007)], (70, 88, 100), 8)
    # walkers on the reef
    for x, y, s, c in ((0.13, 0.815, 1.0, (150, 70, 52)), (0.145, 0.818, 0.86, (240, 200, 120)), (0.162, 0.815, 0.95, (47, 86, 116))):
        X, Y, S = w * x, h * y, h * 0.065 * s
        d.ellipse((X - S * 0.13, Y - S, X + S * 0.13, Y - S * 0.74), fill=(58, 66, 82))
        d.rounded_rectangle((X - S * 0.17, Y - S * 0.72, X + S * 0.17, Y - S * 0.28), S * 0.08, fill=c)
        d.line([(X - S * 0.07, Y - S * 0.3), (X - S * 0.1, Y)], fill=(58, 66, 82), width=round(S * 0.1))
        d.line([(X + S * 0.07, Y - S * 0.3), (X + S * 0.12, Y)], fill=(58, 66, 82), width=round(S * 0.1))
    im.resize((w // 2, h // 2), Image.LANCZOS).save(OUT / "shore.jpg", quality=90, dpi=(PPI, PPI), icc_profile=SRGB)


def solstice():
    """The card's front: the longest night, snow on the skerries. RGB JPEG, 154 x 111 mm."""
    w, h = px(154) * 2, px(111) * 2
    im = gradient((w, h), [(0, (16, 28, 54)), (0.45, (38, 62, 98)), (0.66, (120, 128, 148)), (0.74, (226, 176, 140)), (1, (226, 176, 140))])
    d = ImageDraw.Draw(im)
    rng = random.Random(21)
    for _ in range(170):
        x, y = rng.random() * w, rng.random() * h * 0.52
        r = w * (0.0006 + 0.0011 * rng.random() ** 3)
        d.ellipse((x - r, y - r, x + r, y + r), fill=mix((60, 84, 118), (250, 246, 226), rng.random()))
    # the moon, new by a day
    mx, my, mr = w * 0.22, h * 0.24, h * 0.085
    d.ellipse((mx - mr, my - mr, mx + mr, my + mr), fill=(246, 240, 216))
    d.ellipse((mx - mr * 0.62, my - mr * 1.06, mx + mr * 1.42, my + mr * 0.94), fill=(24, 42, 74))
    horizon = h * 0.74
    glow(im, (w * 0.60, horizon), w * 0.16, (255, 214, 150), 190)
    d = ImageDraw.Draw(im)
    d.rectangle((0, horizon, w, h), fill=(58, 96, 122))
    d.polygon([(w * 0.52, horizon + h * 0.004), (w * 0.58, horizon - h * 0.05), (w * 0.66, horizon - h * 0.075), (w * 0.76, horizon - h * 0.06),
               (w * 0.88, horizon - h * 0.085), (w, horizon - h * 0.07), (w, horizon + h * 0.004)], fill=(52, 66, 86))
    d.polygon([(w * 0.56, horizon - h * 0.032), (w * 0.60, horizon - h * 0.058), (w * 0.66, horizon - h * 0.078), (w * 0.72, horizon - h * 0.068), (w * 0.78, horizon - h * 0.062),
               (w * 0.88, horizon - h * 0.088), (w, horizon - h * 0.073), (w, horizon - h * 0.05), (w * 0.9, horizon - h * 0.062), (w * 0.76, horizon - h * 0.04), (w * 0.66, horizon - h * 0.052)],
              fill=(232, 236, 238))
    tower(d, w * 0.72, horizon - h * 0.055, h * 0.40, (255, 222, 130))
    glow(im, (w * 0.72, horizon - h * 0.055 - h * 0.428), w * 0.03, (255, 232, 160), 170)
    d = ImageDraw.Draw(im)
    for i in range(20):
        y = horizon + h * 0.006 + i * h * 0.009
        half = w * (0.055 - 0.0016 * i) * (0.5 + rng.random())
        x = w * 0.60 + (rng.random() - 0.5) * w * 0.03
        d.rounded_rectangle((x - half, y, x + half, y + h * 0.003), h * 0.001, fill=mix((255, 214, 150), (58, 96, 122), i / 22))
    for base, amp, length, phase, c in ((0.80, 0.010, 0.34, 0.5, (48, 84, 112)), (0.87, 0.014, 0.46, 2.1, (36, 68, 96)), (0.94, 0.018, 0.58, 3.4, (24, 50, 76))):
        under(d, wave(w, h * base, h * amp, w * length, phase), w, h, c)
    im.resize((w // 2, h // 2), Image.LANCZOS).save(OUT / "solstice.jpg", quality=90, dpi=(PPI, PPI), icc_profile=SRGB)


def starfish():
    """A small picture with transparency. PNG."""
    s = px(30) * 2
    im = Image.new("RGBA", (s, s), (0, 0, 0, 0))
    d = ImageDraw.Draw(im)
    def star(r_out, r_in, fill):
        pts = []
        for i in range(60):
            a = i / 60 * 2 * math.pi - math.pi / 2
            t = (math.cos(5 * (a + math.pi / 2)) + 1) / 2
            r = r_in + (r_out - r_in) * t ** 1.6
            pts.append((s / 2 + math.cos(a) * r, s / 2 + math.sin(a) * r))
        d.polygon(pts, fill=fill)
    star(s * 0.47, s * 0.15, (196, 104, 74, 255))
    star(s * 0.40, s * 0.10, (216, 130, 92, 255))
    rng = random.Random(4)
    for arm in range(5):
        a = arm / 5 * 2 * math.pi - math.pi / 2
        for k in range(1, 7):
            r = s * 0.055 * k
            x, y = s / 2 + math.cos(a) * r, s / 2 + math.sin(a) * r
            q = s * (0.014 - 0.0012 * k)
            d.ellipse((x - q, y - q, x + q, y + q), fill=(246, 206, 170, 255))
    im.resize((s // 2, s // 2), Image.LANCZOS).save(OUT / "starfish.png", dpi=(PPI, PPI), icc_profile=SRGB)


# --- vector pictures -----------------------------------------------------------------------------

MM = 72 / 25.4


def pdf_page(path, w_mm, h_mm, bleed_mm, ops):
    """One page with a trim box and process colours. `ops` draw in millimetres, y up, from the trim corner."""
    b = bleed_mm
    w, h = (w_mm + 2 * b) * MM, (h_mm + 2 * b) * MM
    content = f"q {MM:.6f} 0 0 {MM:.6f} {b * MM:.4f} {b * MM:.4f} cm\n{ops}\nQ\n".encode()
    objects = [
        b"<< /Type /Catalog /Pages 2 0 R >>",
        b"<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
        (f"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 {w:.4f} {h:.4f}] /BleedBox [0 0 {w:.4f} {h:.4f}] "
         f"/TrimBox [{b * MM:.4f} {b * MM:.4f} {w - b * MM:.4f} {h - b * MM:.4f}] /Resources << >> /Contents 4 0 R >>").encode(),
        b"<< /Length %d >>\nstream\n" % len(content) + content + b"endstream",
    ]
    out = bytearray(b"%PDF-1.4\n")
    offsets = []
    for i, body in enumerate(objects, 1):
        offsets.append(len(out))
        out += b"%d 0 obj\n" % i + body + b"\nendobj\n"
    xref = len(out)
    out += b"xref\n0 %d\n0000000000 65535 f \n" % (len(objects) + 1)
    for o in offsets:
        out += b"%010d 00000 n \n" % o
    out += b"trailer\n<< /Size %d /Root 1 0 R >>\nstartxref\n%d\n%%%%EOF\n" % (len(objects) + 1, xref)
    Path(path).write_bytes(out)


def cmyk(c, m, y, k, stroke=False):
    return f"{c / 100} {m / 100} {y / 100} {k / 100} {'K' if stroke else 'k'}"


def smooth(points, close=False):
    """A path of curves through points (Catmull-Rom turned into Béziers)."""
    p = [points[0]] + points + [points[-1]]
    s = f"{points[0][0]:.3f} {points[0][1]:.3f} m\n"
    for i in range(1, len(p) - 2):
        (x0, y0), (x1, y1), (x2, y2), (x3, y3) = p[i - 1], p[i], p[i + 1], p[i + 2]
        s += (f"{x1 + (x2 - x0) / 6:.3f} {y1 + (y2 - y0) / 6:.3f} {x2 - (x3 - x1) / 6:.3f} {y2 - (y3 - y1) / 6:.3f} {x2:.3f} {y2:.3f} c\n")
    return s + ("h\n" if close else "")


def circle(x, y, r):
    k = 0.5523 * r
    return (f"{x + r:.3f} {y:.3f} m {x + r:.3f} {y + k:.3f} {x + k:.3f} {y + r:.3f} {x:.3f} {y + r:.3f} c "
            f"{x - k:.3f} {y + r:.3f} {x - r:.3f} {y + k:.3f} {x - r:.3f} {y:.3f} c "
            f"{x - r:.3f} {y - k:.3f} {x - k:.3f} {y - r:.3f} {x:.3f} {y - r:.3f} c "
            f"{x + k:.3f} {y - r:.3f} {x + r:.3f} {y - k:.3f} {x + r:.3f} {y:.3f} c h\n")


def mark():
    """The observatory's mark: lamp over two waves in a ring. SVG, 30 mm."""
    rays = "".join(f"<rect x='-0.7' y='-30' width='1.4' height='7' rx='.7' transform='translate(50 42) rotate({a})'/>" for a in (-70, -42, -14, 14, 42, 70))
    wave1 = "M14 68 q9 -8 18 0 t18 0 t18 0 t18 0"
    wave2 = "M20 79 q7.5 -7 15 0 t15 0 t15 0 t15 0"
    (OUT / "mark.svg").write_text(
        "<svg xmlns='http://www.w3.org/2000/svg' width='30mm' height='30mm' viewBox='0 0 100 100'>"
        "<circle cx='50' cy='50' r='47' fill='none' stroke='#1d4a66' stroke-width='3'/>"
        f"<g fill='#e8a33c'>{rays}</g>"
        "<path d='M40 60 L44 36 H56 L60 60 Z' fill='#1d4a66'/><rect x='42' y='28' width='16' height='9' fill='#e8a33c'/><path d='M40 28 L50 20 L60 28 Z' fill='#1d4a66'/>"
        f"<path d='{wave1}' fill='none' stroke='#1d4a66' stroke-width='3.4' stroke-linecap='round'/>"
        f"<path d='{wave2}' fill='none' stroke='#5f9aae' stroke-width='3.4' stroke-linecap='round'/></svg>\n")


def badges():
    """What members are known by: a small picture for each of the five watches. SVG, 20 mm."""
    dark, lamp, pale = "#1d4a66", "#e8a33c", "#5f9aae"
    wave = "q7.5 -9 15 0 t15 0 t15 0 t15 0"
    inside = {
        "lamp": f"<path d='M40 66 L45 42 H55 L60 66 Z' fill='{dark}'/>"
                f"<rect x='42' y='33' width='16' height='9' fill='{lamp}'/>"
                f"<path d='M40 33 L50 24 L60 33 Z' fill='{dark}'/>"
                f"<path d='M34 38 L24 33 M66 38 L76 33' stroke='{lamp}' stroke-width='4' stroke-linecap='round'/>",
        "boat": f"<path d='M22 58 H78 L68 74 H32 Z' fill='{dark}'/><path d='M48 24 V54 H26 Z' fill='{lamp}'/>"
                f"<path d='M53 32 V54 H72 Z' fill='{pale}'/>",
        "bell": f"<path d='M30 64 Q38 58 38 44 Q38 28 50 28 Q62 28 62 44 Q62 58 70 64 Z' fill='{dark}'/>"
                f"<circle cx='50' cy='70' r='5' fill='{lamp}'/>"
                f"<rect x='47' y='20' width='6' height='9' fill='{lamp}'/>",
        "star": "<path d='M50 20 L57 41 L79 41 L61 54 L68 76 L50 63 L32 76 L39 54 L21 41 L43 41 Z' "
                f"fill='{lamp}' stroke='{dark}' stroke-width='3' stroke-linejoin='round'/>",
        "wave": f"<path d='M20 42 {wave} M20 56 {wave}' fill='none' stroke='{dark}' stroke-width='6' "
                "stroke-linecap='round'/>"
                f"<path d='M28 70 q5.5 -7 11 0 t11 0 t11 0 t11 0' fill='none' stroke='{pale}' stroke-width='6' "
                "stroke-linecap='round'/>",
    }
    (OUT / "badges").mkdir(exist_ok=True)
    for name, drawing in inside.items():
        (OUT / "badges" / f"{name}.svg").write_text(
            "<svg xmlns='http://www.w3.org/2000/svg' width='20mm' height='20mm' viewBox='0 0 100 100'>"
            f"<circle cx='50' cy='50' r='48' fill='#f6f1e6'/>{drawing}</svg>\n")


def swell():
    """Three swells for the foot of the outside, 200 x 46 mm with bleed all round."""
    w, h = 206, 46
    ops = ""
    for base, amp, length, phase, colour in ((33, 2.6, 52, 0.2, (18, 4, 8, 0)), (22, 3.2, 66, 1.9, (34, 10, 14, 0)), (10, 3.6, 84, 3.6, (52, 20, 18, 4))):
        pts = [(-6 + x * 4, base + amp * (math.sin(x * 4 / length * 2 * math.pi + phase) + 0.3 * math.sin(x * 8 / length * 2 * math.pi + phase))) for x in range(0, 56)]
        ops += f"{cmyk(*colour)}\n" + smooth(pts) + f"{w + 12} -6 l -6 -6 l h f\n"
    pdf_page(OUT / "swell.pdf", w, h, 3, ops)


def tide_curve():
    """A day of tides: two highs, two lows, with the gauge's scale."""
    w, h = 88, 44
    ops = "0.15 w\n" + cmyk(20, 8, 10, 0, True) + "\n"
    for i in range(5):
        y = 6 + i * 8
        ops += f"0 {y} m {w} {y} l S\n"
    pts = [(x, 22 + 13.5 * math.sin((x / w) * 4 * math.pi + 0.5) * (1 - 0.12 * math.cos(x / w * 2 * math.pi))) for x in range(0, w + 1, 2)]
    ops += cmyk(28, 6, 10, 0) + "\n" + smooth(pts) + f"{w} 6 l 0 6 l h f\n"
    ops += "0.7 w 1 J " + cmyk(90, 65, 40, 30, True) + "\n" + smooth(pts) + "S\n"
    highs = [p for a, p, b in zip(pts, pts[1:], pts[2:]) if p[1] > a[1] and p[1] >= b[1]]
    lows = [p for a, p, b in zip(pts, pts[1:], pts[2:]) if p[1] < a[1] and p[1] <= b[1]]
    for x, y in highs:
        ops += cmyk(0, 25, 70, 0) + "\n" + circle(x, y, 1.5) + "f 0.4 w " + cmyk(90, 65, 40, 30, True) + "\n" + circle(x, y, 1.5) + "S\n"
    for x, y in lows:
        ops += cmyk(0, 0, 0, 0) + "\n" + circle(x, y, 1.5) + "f " + cmyk(90, 65, 40, 30, True) + "\n" + circle(x, y, 1.5) + "S\n"
    ops += "0.35 w " + cmyk(90, 65, 40, 30, True) + "\n" + f"0 6 m {w} 6 l S\n"
    for i in range(25):
        x = w * i / 24
        ops += f"{x:.3f} 6 m {x:.3f} {4.4 if i % 6 == 0 else 5.2} l S\n"
    pdf_page(OUT / "tide-curve.pdf", w, h, 0, ops)


def shore_map():
    """How to find the tower: coast, road, causeway."""
    w, h = 84, 58
    ops = cmyk(30, 8, 12, 0) + f"\n0 0 {w} {h} re f\n"
    coast = [(-2, 34), (8, 31), (16, 35), (24, 30), (33, 32), (41, 26), (48, 29), (55, 24), (62, 28), (70, 22), (78, 25), (86, 20)]
    ops += cmyk(6, 10, 30, 0) + "\n" + smooth([(x, y - 3) for x, y in coast]) + f"{w + 2} {h + 2} l -2 {h + 2} l h f\n"
    ops += cmyk(16, 6, 30, 2) + "\n" + smooth(coast) + f"{w + 2} {h + 2} l -2 {h + 2} l h f\n"
    ops += cmyk(24, 18, 22, 10) + "\n" + smooth([(50, 12), (54, 15), (60, 15.5), (65, 12), (62, 8), (55, 8)], True) + "f\n"
    ops += cmyk(24, 18, 22, 10) + "\n" + smooth([(22, 9), (25, 11.5), (29, 11), (30, 8), (26, 6.5)], True) + "f\n"
    road = [(-2, 46), (14, 45), (26, 41), (38, 40), (48, 36), (60, 37), (72, 33), (86, 32)]
    ops += "1 J 1 j 2.2 w " + cmyk(0, 0, 0, 0, True) + "\n" + smooth(road) + "S\n"
    ops += "0.3 w " + cmyk(30, 24, 30, 20, True) + "\n"
    ops += "1.1 w " + cmyk(0, 0, 0, 0, True) + "\n" + smooth([(52, 36), (53, 30), (55, 24), (57, 15)]) + "S\n"
    ops += "[1.2 1.1] 0 d 0.5 w " + cmyk(90, 65, 40, 30, True) + "\n" + smooth([(52, 36), (53, 30), (55, 24), (57, 15)]) + "S [] 0 d\n"
    for x, y in ((20, 45), (23.5, 47), (27, 45.5), (41, 44), (64, 41), (68, 40.5)):
        ops += cmyk(20, 60, 60, 8) + f"\n{x - 1.3} {y - 1} 2.6 2 re f\n"
    ops += cmyk(0, 70, 70, 20) + "\n" + circle(57.5, 12.5, 2.2) + "f\n" + cmyk(0, 0, 0, 0) + "\n" + circle(57.5, 12.5, 0.9) + "f\n"
    ops += cmyk(90, 65, 40, 30) + "\n" + "76 50 m 78 44 l 76 45.5 l 74 44 l h f\n"
    pdf_page(OUT / "shore-map.pdf", w, h, 0, ops)


if __name__ == "__main__":
    OUT.mkdir(exist_ok=True)
    evening()
    shore()
    solstice()
    starfish()
    mark()
    badges()
    swell()
    tide_curve()
    shore_map()
