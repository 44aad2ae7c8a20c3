"""What the commands share: numbers, files, refusals."""

from __future__ import annotations

import argparse
import math
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from ypodrome.interchange.problems import FileProblems

OK, BAD_INPUT = 0, 2

T = TypeVar("T")


class BadInput(ValueError):
    """Input that cannot be used; the message names the place and the mend."""


class Parser(argparse.ArgumentParser):
    """Argument errors as one line and exit code 2."""

    def error(self, message: str) -> None:  # type: ignore[override]
        raise BadInput(message)


def number(text: str) -> float:
    """A finite number from the command line."""
    try:
        value = float(text)
    except ValueError:
        raise argparse.ArgumentTypeError(f'"{text}" is not a number') from None
    if not math.isfinite(value):
        raise argparse.ArgumentTypeError(f'"{text}" is not a finite number')
    return value


def lon_lat(text: str) -> tuple[float, float]:
    """A place as LON,LAT in degrees from the command line."""
    parts = text.split(",")
    if len(parts) != 2:
        raise argparse.ArgumentTypeError(f'"{text}" is not a place: give LON,LAT in degrees, as -12.3,45.6')
    lon, lat = (number(part.strip()) for part in parts)
    if not (-180.0 <= lon <= 180.0 and -90.0 <= lat <= 90.0):
        raise argparse.ArgumentTypeError(f'"{text}" is no place on earth: longitude first, then latitude')
    return lon, lat


def pin_weights(text: str) -> dict[str, float]:
    """Weights of pins as A=2,B=1 from the command line."""
    pairs = [part.split("=") for part in text.split(",")]
    if any(len(pair) != 2 or not pair[0].strip() for pair in pairs):
        raise argparse.ArgumentTypeError(f'"{text}" is no list of pins and weights: give A=2,B=1')
    return {pin.strip(): number(weight) for pin, weight in pairs}


def read(path: Path, reader: Callable[[bytes], T]) -> T:
    """What a reader makes of a file; its problems name the file."""
    try:
        data = path.read_bytes()
    except OSError as error:
        raise BadInput(f"{path}: cannot be read ({error.strerror})") from None
    try:
        return reader(data)
    except FileProblems as error:
        error.file = str(path)  # type: ignore[attr-defined]
        raise
