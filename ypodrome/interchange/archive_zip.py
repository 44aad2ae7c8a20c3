"""An archive as a ZIP: the same members give the same bytes, and nothing is read that it should not hold."""

from __future__ import annotations

import io
import json
import re
import zipfile
from typing import Any

from ypodrome.interchange.plain import plain_json
from ypodrome.interchange.problems import refuse

LARGEST_ZIP, LARGEST_IN_ALL, MOST_MEMBERS = 50_000_000, 200_000_000, 5_000
"""Bytes of a file, bytes unpacked, members (chosen: some hundred rounds on a dozen courses are a tenth)."""

DATE = (1980, 1, 1, 0, 0, 0)
ID = r"[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}"
SINGLE = ("manifest.json", "thrower.json", "settings.json", "bag.csv", "lines.json", "courses.json",
          "rounds.json", "events.csv")  # fmt: skip
MEMBER = re.compile(rf"(?:{'|'.join(map(re.escape, SINGLE))}|courses/{ID}-\d+\.geojson|plans/{ID}\.json)")
VERSION = 1


def write_archive(members: dict[str, bytes]) -> bytes:
    """Members by name as the bytes of a file."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as archive:
        for name in sorted(members):
            archive.writestr(zipfile.ZipInfo(name, DATE), members[name], zipfile.ZIP_DEFLATED, 9)
    return out.getvalue()


def read_archive(data: bytes) -> dict[str, bytes]:
    """Members by name; FileProblems when it is no archive, lacks a member, or holds what it should not."""
    if len(data) > LARGEST_ZIP:
        raise refuse("archive", f"is larger than {LARGEST_ZIP // 1_000_000} MB")
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            members = _unpacked(archive)
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, EOFError, OSError) as error:
        raise refuse("archive", f"is not a sound ZIP file: {error}") from None
    for name in SINGLE:
        if name not in members:
            raise refuse("archive", f"lacks {name}")
    manifest = json_of(members, "manifest.json")
    if not isinstance(manifest, dict) or manifest.get("format") != "archive":
        raise refuse("manifest.json", 'must be an object with "format": "archive"')
    if manifest.get("version") != VERSION:
        raise refuse("manifest.json", f"is of a version this program does not know (it reads {VERSION})")
    return members


def _unpacked(archive: zipfile.ZipFile) -> dict[str, bytes]:
    infos = archive.infolist()
    if len(infos) > MOST_MEMBERS:
        raise refuse("archive", f"holds more than {MOST_MEMBERS} members")
    members: dict[str, bytes] = {}
    left = LARGEST_IN_ALL
    for info in infos:
        if not MEMBER.fullmatch(info.filename):
            raise refuse("archive", f"holds {info.filename[:80]!r}, which is no part of an archive")
        if info.filename in members:
            raise refuse("archive", f"holds {info.filename} twice")
        with archive.open(info) as file:
            content = file.read(left + 1)
        left -= len(content)
        if left < 0:
            raise refuse("archive", f"unpacks to more than {LARGEST_IN_ALL // 1_000_000} MB")
        members[info.filename] = content
    return members


def json_bytes(value: Any) -> bytes:
    """Plain values as the bytes of a member."""
    return (json.dumps(value, ensure_ascii=False, sort_keys=True, indent=1) + "\n").encode()


def json_of(members: dict[str, bytes], name: str) -> Any:
    """A member's plain values; FileProblems when it is no JSON."""
    return plain_json(members[name], name)
