"""Files of ours, spoilt: cut, turned, doubled, with odd numbers, keys, line ends and letters."""

from __future__ import annotations

import io
import json
import re
import zipfile
from pathlib import Path

from hypothesis import strategies as st

DEMO = Path(__file__).parent.parent.parent / "ypodrome" / "demo"


def _feature(kind: str, shape: str, coordinates: list, **more) -> dict:
    geometry = {"type": shape, "coordinates": coordinates}
    return {"type": "Feature", "geometry": geometry, "properties": {"kind": kind} | more}


POND = [[[-30.001, 47.0], [-30.0009, 47.0], [-30.0009, 47.0009], [-30.001, 47.0]]]
LAYOUT = {"name": "All", "division": "", "holes": [{"hole": 1, "tee": "long", "pin": "A", "par": 3}]}
COURSE = json.dumps({
    "type": "FeatureCollection",
    "ypodrome": {"format": "course", "version": 1, "name": "Sallow Bottom", "layouts": [LAYOUT]},
    "features": [
        _feature("hole", "LineString", [[-30.0, 47.0], [-30.0, 47.0008]], hole=1, name="Ash"),
        _feature("tee", "Point", [-30.0, 47.0], hole=1, label="long"),
        _feature("pin", "Point", [-30.0, 47.0008], hole=1, label="A"),
        _feature("tree", "Point", [-30.0001, 47.0003], height_m=9),
        _feature("area", "Polygon", POND, surface="water", play="ob"),
    ],
}, indent=1).encode()  # fmt: skip
WALK = b"""<?xml version="1.0"?><gpx version="1.1" creator="x" xmlns="http://www.topografix.com/GPX/1/1">
<wpt lat="47.0" lon="-30.0"><ele>12.0</ele><name>1 tee long</name></wpt>
<wpt lat="47.0008" lon="-30.0"><ele>13.0</ele><name>1 pin A</name></wpt>
<wpt lat="47.0004" lon="-30.0001"><name>tree 8</name></wpt></gpx>"""
SHOTS = b"""from,distance_m,bearing_deg,height_m,what,hole
long,90,0,1,pin A,1
last,40,350,0,tree 8,1
"""
ODD_TOKENS = (
    b"9" * 400,
    b"1e999",
    b"NaN",
    b"Infinity",
    b"null",
    b"[]",
    b"{}",
    b'""',
    b'"\\ud800"',
    b"\x00",
    b"-0",
    b"[" * 2000,
    "²".encode(),
    b"\xff\xfe",
    b"true",
    b"1e-999",
    b"<x>",
    b"&lol;",
)


def archive(inner: bytes) -> bytes:
    """A ZIP with a file in it."""
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w") as z:
        z.writestr("archive.json", inner)
    return packed.getvalue()


SOURCES = {
    "course": COURSE,
    "walk": WALK,
    "shots": SHOTS,
    "bag": (DEMO / "bag.csv").read_bytes(),
    "thrower": (DEMO / "thrower.json").read_bytes(),
    "archive": archive(b'{"format": "archive", "version": 1, "discs": [], "plans": []}'),
}
NAMES = {
    "course": "a.geojson",
    "walk": "a.gpx",
    "shots": "a.csv",
    "bag": "a.csv",
    "thrower": "a.json",
    "archive": "a.zip",
}


@st.composite
def spoilt_files(draw) -> tuple[str, bytes]:
    """A kind of file, and what is left of one."""
    kind = draw(st.sampled_from(sorted(SOURCES)))
    data = SOURCES[kind]
    for _ in range(draw(st.integers(1, 3))):
        data = _spoil(draw, data)
    return kind, data


def _spoil(draw, data: bytes) -> bytes:
    if not data:
        return data
    at, to = sorted(draw(st.tuples(st.integers(0, len(data)), st.integers(0, len(data)))))
    how = draw(st.sampled_from(("cut", "out", "double", "turn", "token", "ends", "number", "key", "insert")))
    if how == "cut":
        return data[:at]
    if how == "out":
        return data[:at] + data[to:]
    if how == "double":
        return data[:to] + data[at:]
    if how == "turn":
        return data[:at] + bytes(b ^ draw(st.integers(1, 255)) for b in data[at : at + 3]) + data[at + 3 :]
    if how == "ends":
        return data.replace(b"\n", draw(st.sampled_from((b"\r", b"\r\n", b"", b"\n\n\n", b"\x85"))))
    if how == "insert":
        return data[:at] + draw(st.binary(max_size=8)) + data[at:]
    pattern = rb"-?\d+\.?\d*" if how != "key" else rb'"\w+"'
    found = list(re.finditer(pattern, data))
    if not found:
        return data[at:]
    one = found[draw(st.integers(0, len(found) - 1))]
    return data[: one.start()] + draw(st.sampled_from(ODD_TOKENS)) + data[one.end() :]
