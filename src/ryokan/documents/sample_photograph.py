"""Pictures for the demo shop: type plates, drawn, of things that exist nowhere."""

from __future__ import annotations

import io

from PIL import Image, ImageDraw, ImageFont

SIZE_PX = (1200, 900)
HOUSING, PLATE, INK = (58, 62, 66), (205, 204, 196), (34, 36, 40)


def type_plate(lines: list[str]) -> bytes:
    """A PNG of a riveted plate on a dark housing, with these lines on it."""
    picture = Image.new("RGB", SIZE_PX, HOUSING)
    draw = ImageDraw.Draw(picture)
    draw.rectangle((140, 180, 1060, 720), fill=PLATE, outline=INK, width=5)
    for x, y in ((175, 215), (1025, 215), (175, 685), (1025, 685)):
        draw.ellipse((x - 14, y - 14, x + 14, y + 14), fill=HOUSING)
    for number, line in enumerate(lines[:4]):
        draw.text((230, 250 + 110 * number), line, fill=INK, font=ImageFont.load_default(72))
    out = io.BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()
