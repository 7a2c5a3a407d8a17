"""Files that nobody should send: made here, by kind of upload, some small and cunning, some merely large, some nearly right.

Every one is a function of a seed, so that a drill can be repeated.
"""

from __future__ import annotations

import io
import json
import random
import struct
import zlib
from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path

from PIL import Image

EXAMPLES = sorted((Path(__file__).resolve().parents[1] / "examples").glob("*.json"))
GPX = '<?xml version="1.0"?><gpx version="1.1" creator="d" xmlns="http://www.topografix.com/GPX/1/1">{}</gpx>'

# What is sent, by the route that takes it.
Files = Iterator[tuple[str, bytes]]


def hostile_files(seed: int = 1) -> Files:
    """Name and content; the name begins with the kind of upload."""
    rng = random.Random(seed)
    for kind, made in (
        ("journey", _journeys(rng)),
        ("log", _logs(rng)),
        ("loads", _loads(rng)),
        ("photograph", _pictures(rng)),
        ("weather", _weather(rng)),
        ("job", _jobs(rng)),
    ):
        for name, content in made:
            yield f"{kind}: {name}", content


def _track(points: Iterator[tuple[str, float, float]]) -> bytes:
    rows = "".join(f'<trkpt lat="{lat}" lon="{lon}"><time>{at}</time></trkpt>' for at, lat, lon in points)
    return GPX.format(f"<trk><trkseg>{rows}</trkseg></trk>").encode()


def _journeys(rng: random.Random) -> Files:
    yield "years 2 to 9998", _track(iter([("0002-01-01T00:00:00Z", 1, 1), ("9998-01-01T00:00:00Z", 1, 1)]))
    yield "a century", _track(iter([("2001-01-01T00:00:00Z", 1, 1), ("2100-01-01T00:00:00Z", 1, 1)]))
    yield "zone of 99 h", _track(iter([("2026-01-01T00:00:00+99:00", 1, 1)]))
    yield "not a number", _track(iter([("2026-01-01T00:00:00Z", float("nan"), 1), ("2026-01-03T00:00:00Z", 1, 1)]))
    for count in (20_000, 119_000, 121_000, 200_000):
        start = datetime(2026, 5, 1)
        every_s = 30 * 86_400 / count
        points = ((f"{start + timedelta(seconds=every_s * n):%Y-%m-%dT%H:%M:%SZ}", 40 + n * 1e-5, 1.0) for n in range(count))
        yield f"{count} points", _track(points)
    yield (
        "every night elsewhere",
        _track(
            iter(
                [
                    (f"{datetime(2026, 1, 1, 12) + timedelta(hours=12 * n):%Y-%m-%dT%H:%M:%SZ}", n % 2 * 10.0, 0)
                    for n in range(2000)
                ]
            )
        ),
    )
    yield "deep", GPX.format("<a>" * 300_000 + "</a>" * 300_000).encode()
    yield "many empty elements", GPX.format("<a/>" * 1_900_000).encode()
    yield "many names in one point", GPX.format('<wpt lat="1" lon="1">' + "<name/>" * 900_000 + "</wpt>").encode()
    yield (
        "laughter",
        (b'<!DOCTYPE gpx [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>' + GPX.format("<name>&b;</name>").encode()),
    )
    yield "utf-16", GPX.format("<wpt lat='1' lon='1'/>").encode("utf-16")
    yield from _garbled("garbled", _track(iter([("2026-01-01T00:00:00Z", 1, 1), ("2026-01-05T00:00:00Z", 2, 1)])), rng, 40)


def _logs(rng: random.Random) -> Files:
    yield "two rows, ten thousand years", b"time,power W\n0001-01-01 00:00,1\n9998-01-01 00:00,1\n"
    yield "two rows, a century", b"time,power W\n1970-01-01 00:00,1\n2099-01-01 00:00,1\n"
    yield "the end of time", b"time,power W\n9999-12-31 23:00,1\n9999-12-31 23:59,1\n"
    yield "zone of 99 h", b"time,power W\n2026-01-01 00:00:00+99:00,1\n"
    for rows in (20_000, 99_000, 101_000, 400_000):
        start = datetime(2026, 1, 1)
        body = "".join(f"{start + timedelta(minutes=n):%Y-%m-%d %H:%M:%S},-45.5\n" for n in range(rows))
        yield f"{rows} rows", f"time,power W\n{body}".encode()
    yield "many columns", b"time,power W" + b",x" * 190 + b"\n" + (b"2026-01-01 00:00,1" + b",y" * 190 + b"\n") * 5000
    yield "more columns", b"," * 2_000_000
    yield "one long cell", b"time,power W\n" + b"9" * 5_000_000
    yield "endless quotation", b'time,power W\n"' + b"\n" * 90_000
    yield "carriage returns alone", b"time,power W\r2026-01-01 00:00,1\r2026-01-01 01:00,2\r"
    yield "twelve megabytes of nothing", b"\0" * 11_900_000
    yield "twelve megabytes of newlines", b"\n" * 11_900_000
    yield from _garbled("garbled", b"time,power W\n2026-01-01 00:00,1\n2026-01-01 01:00,2\n2026-01-01 02:00,3\n", rng, 40)


def _loads(rng: random.Random) -> Files:
    worst = ("9" * 190, "1,000," * 33, "1W " * 66, "10^" * 66, "98^999 W 1 h", "x" * 200, "-1 x " * 40, "²" * 100)
    for number, line in enumerate(worst):
        yield f"300 lines of the slowest kind, {number}", ("line\n" + f"{line[:198]}\n" * 300).encode()
    yield "100 000 lines", b"line\n" + b"lamp 3 W 5 h\n" * 100_000
    yield "a cell of 200 000", b"line\n" + b"x" * 200_000
    yield "formulas", b"line\n=cmd|'/c calc'!A1\n@SUM(1)\n+1+1\n"
    alphabet = "0123456789.,^e-–x× %'/aAdhkmnVWwyé²\t;\"\r\n"
    for number in range(40):
        lines = "\n".join("".join(rng.choice(alphabet) for _ in range(180)) for _ in range(300))
        yield f"300 random lines, {number}", f"line\n{lines}".encode()


def _png_bomb(width: int, height: int) -> bytes:
    """A PNG whose head promises more than its body holds."""

    def chunk(kind: bytes, body: bytes) -> bytes:
        return struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))

    head = struct.pack(">IIBBBBB", width, height, 8, 6, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", zlib.compress(b"\0" * 1000)) + chunk(b"IEND", b"")


def _pictures(rng: random.Random) -> Files:
    for side in (20_000, 100_000, 2_000_000_000):
        yield f"png that says {side} by {side}", _png_bomb(side, side)
    for mode, kind, size, more in (
        ("RGBA", "PNG", (4000, 3000), {}), ("RGB", "PNG", (6000, 4500), {}), ("RGB", "PNG", (7750, 7750), {}),
        ("P", "PNG", (4700, 4700), {}), ("1", "PNG", (10_000, 10_000), {}), ("I;16", "PNG", (4400, 4400), {}),
        ("RGB", "JPEG", (10_900, 10_900), {}),
        ("RGB", "JPEG", (12_000, 12_000), {}), ("RGB", "JPEG", (4700, 4800), {"progressive": True}),
        ("RGB", "JPEG", (8000, 8000), {"progressive": True}), ("CMYK", "JPEG", (8000, 8000), {}),
        ("L", "JPEG", (10_000, 10_000), {}), ("RGB", "WEBP", (3000, 3000), {}), ("RGB", "WEBP", (8000, 8000), {}),
        ("RGBA", "WEBP", (3000, 3000), {"lossless": True}),
        ("RGB", "GIF", (100, 100), {}), ("RGB", "TIFF", (100, 100), {}), ("RGB", "BMP", (100, 100), {}),
    ):  # fmt: skip
        out = io.BytesIO()
        Image.new(mode, size).save(out, kind, **more)
        yield f"{mode} {kind} of {size[0]} by {size[1]}{' in scans' if more.get('progressive') else ''}", out.getvalue()
    out = io.BytesIO()
    Image.new("RGB", (300, 200), (90, 30, 30)).save(out, "JPEG")
    yield from _garbled("garbled jpeg", out.getvalue(), rng, 40)
    yield "not a picture", b"\x89PNG\r\n\x1a\n" + rng.randbytes(200_000)


def _weather(rng: random.Random) -> Files:
    row = "2023,1,1,1,0,?,20" + ",0" * 28
    head = "LOCATION,x,-,-,TMY,0,40.0,0.0,0.0,10\n" + "\n".join(f"LINE {n}" for n in range(7)) + "\n"
    year = head + "\n".join([row] * 8760)
    yield "a year of one hour", year.encode()
    yield "100 000 lines", (head + "\n".join([row] * 30_000)).encode()
    yield "wide lines", (head + "\n".join([row + ",1" * 300] * 2500)).encode()
    yield "deep json", b'{"outputs":' * 100_000
    yield "json of lists", b'{"outputs": {"tmy_hourly": ' + b"[" * 50_000 + b"]" * 50_000 + b"}}"
    yield "json of many hours", json.dumps({"inputs": {}, "outputs": {"tmy_hourly": [{}] * 200_000}}).encode()
    yield "json of wrong hours", json.dumps({"inputs": {}, "outputs": {"tmy_hourly": [{}] * 8760}}).encode()
    yield "json of a number", b'{"outputs": ' + b"9" * 5000 + b"}"
    yield "nul", b"LOCATION,\0" * 1000
    yield from _garbled("garbled", year.encode()[:200_000], rng, 30)


def _jobs(rng: random.Random) -> Files:
    whole = EXAMPLES[0].read_bytes()
    document = json.loads(whole)
    option = document["options"][0]

    def with_stays(stays: object) -> bytes:
        return json.dumps({**document, "options": [{**option, "rig": {**option["rig"], "stays": stays}}]}).encode()

    stay = {"arrives": "2026-01-01", "month": 1, "nights": 365, "lat_deg": 1.0, "lon_deg": 1.0}
    many = {f"s{n}": {**stay, "lat_deg": -50 + n, "lon_deg": -170 + 3 * n} for n in range(100)}
    yield (
        "100 stays of a year",
        json.dumps({**document, "options": [{**option, "rig": {**option["rig"], "stays": many}}]}).encode(),
    )
    some = dict(list(many.items())[:18])
    yield (
        "18 stays of a year",
        json.dumps({**document, "options": [{**option, "rig": {**option["rig"], "stays": some}}]}).encode(),
    )
    yield "24 options", json.dumps({**document, "options": [{**option, "name": f"n{n}"} for n in range(24)]}).encode()
    yield "25 options", json.dumps({**document, "options": [{**option, "name": f"n{n}"} for n in range(25)]}).encode()
    yield "five megabytes of blanks", b" " * 4_900_000 + whole
    yield "deep", b'{"format": "ryokan-job", "options": ' + b"[" * 1_000_000
    yield "many keys", json.dumps({**document, **{f"k{n}": n for n in range(200_000)}}).encode()
    yield "nul in a title", json.dumps({**document, "title": "a\0b"}).encode()
    yield "surrogate in a title", json.dumps({**document, "title": "\ud800"}).encode()
    yield "a number of 5 000 digits", whole.replace(b'"schema_version": 2', b'"schema_version": ' + b"9" * 5000, 1)
    yield "infinite", json.dumps({**document, "title": float("inf")}).encode()
    yield from _garbled("garbled", whole, rng, 40)


def _garbled(name: str, content: bytes, rng: random.Random, count: int) -> Files:
    """A good file with some of its bytes lost, doubled or changed."""
    for number in range(count):
        spoilt = bytearray(content)
        for _ in range(rng.randint(1, 6)):
            at = rng.randrange(len(spoilt))
            what = rng.randrange(4)
            if what == 0:
                spoilt[at] = rng.randrange(256)
            elif what == 1:
                del spoilt[at : at + rng.randint(1, 30)]
            elif what == 2:
                spoilt[at:at] = spoilt[at : at + 20] * rng.randint(1, 5)
            else:
                spoilt[at:at] = rng.choice(
                    [b"\0", b"\xff\xfe", "\ud800".encode("utf-8", "surrogatepass"), b"9" * 400, b"\r", b'"']
                )
            if not spoilt:
                break
        yield f"{name}, {number}", bytes(spoilt)
