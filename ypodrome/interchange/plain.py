"""The one way in for what files and pages send: text without control characters, plain JSON of finite
numbers, tables by their header; bounded in length and depth, and refused with the place and the mend."""

from __future__ import annotations

import csv
import io
import json
import math
import re
from collections import Counter
from collections.abc import Iterator
from typing import Any

from ypodrome.interchange.problems import FileProblems, refuse

LARGEST_BYTES = 10_000_000
LONGEST_TEXT = 2_000
"""Characters of one text in a file (chosen: the longest note)."""

MOST_DIGITS = 18
"""Digits of a whole number; more fit no place it is kept in."""

CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\ud800-\udfff]")
"""What no text of a player holds: control characters but tabs and line ends, and half characters."""


def decode(data: bytes) -> str:
    """Text of a file, its line ends as "\\n", or a refusal that says which byte is wrong."""
    if len(data) > LARGEST_BYTES:
        raise refuse("file", f"is larger than {LARGEST_BYTES // 1_000_000} MB")
    if not data.strip():
        raise refuse("file", "is empty")
    try:
        text = data.decode("utf-8-sig").replace("\r\n", "\n").replace("\r", "\n")
    except UnicodeDecodeError as error:
        raise refuse("file", f"is not UTF-8 text (byte {error.start}); save it as UTF-8") from None
    if found := CONTROL.search(text):
        line = text.count("\n", 0, found.start()) + 1
        raise refuse(f"line {line}", f"holds the control character {found[0]!r}: remove it")
    return text


def plain_json(data: bytes, where: str = "file", longest: int = LONGEST_TEXT) -> Any:
    """Plain values of JSON with no text longer than so many characters, or a refusal."""
    text = decode(data)
    try:
        value = json.loads(text, parse_constant=_finite, parse_int=_whole, parse_float=_finite)
        _check(value, where, longest)
    except json.JSONDecodeError as error:
        raise refuse(f"{where}, line {error.lineno}", f"is not JSON: {error.msg}") from None
    except FileProblems:
        raise
    except ValueError as error:
        raise refuse(where, str(error)) from None
    except RecursionError:
        raise refuse(where, "is nested too deeply") from None
    return value


def _whole(digits: str) -> int:
    if len(digits) > MOST_DIGITS:
        raise ValueError(f"holds a number of {len(digits)} digits; shorten it")
    return int(digits)


def _finite(text: str) -> float:
    number = float(text)
    if not math.isfinite(number):
        raise ValueError(f"holds {text[:20]}, which is no finite number; remove it")
    return number


def _check(value: Any, where: str, longest: int) -> None:
    """Every text of plain values, keys too, is of a bounded length and whole."""
    if isinstance(value, str):
        if len(value) > longest:
            raise refuse(where, f"holds a text of {len(value)} characters; {longest} are taken")
        if found := CONTROL.search(value):
            raise refuse(where, f"holds the character {found[0]!r}, which no text has: remove it")
    elif isinstance(value, list):
        for one in value:
            _check(one, where, longest)
    elif isinstance(value, dict):
        for key, one in value.items():
            _check(key, where, longest)
            _check(one, where, longest)


def table(data: bytes, needed: tuple[str, ...]) -> csv.DictReader[str]:
    """The rows of a CSV file (RFC 4180, header first); refused without the columns needed, or with one twice.
    Read them by `rows_of`."""
    rows = csv.DictReader(io.StringIO(decode(data), newline=""), strict=True, skipinitialspace=True)
    try:
        header = [h.strip() for h in rows.fieldnames or []]
    except csv.Error as error:
        raise refuse("line 1", f"is not proper CSV: {error}") from None
    rows.fieldnames = header
    if missing := [c for c in needed if c not in header]:
        raise refuse("line 1", f"the header lacks the column {', '.join(missing)}", missing[0])
    if twice := [c for c, n in Counter(header).items() if c and n > 1]:
        raise refuse("line 1", f"the header has the column {twice[0]} twice", twice[0])
    return rows


def rows_of(rows: csv.DictReader[str]) -> Iterator[tuple[int, dict[str, str]]]:
    """Line numbers and fields of a table's rows, stripped; a refusal where they are no CSV."""
    try:
        for row in rows:
            fields = {k: (v or "").strip() for k, v in row.items() if k and isinstance(v, str | None)}
            yield rows.line_num, fields
    except csv.Error as error:
        raise refuse(f"line {rows.line_num}", f"is not proper CSV: {error}") from None
