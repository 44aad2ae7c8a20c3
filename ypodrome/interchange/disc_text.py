"""A disc in one word: speed/glide/turn/fade."""

from __future__ import annotations

import math

from ypodrome.core.refused import Refused


def flight_numbers(text: str) -> list[float]:
    """The four numbers of a disc written as 9/5/-1/2. ValueError when they are not."""
    try:
        numbers = [float(part) for part in text.split("/")]
    except ValueError:
        numbers = []
    if len(numbers) != 4 or not all(map(math.isfinite, numbers)):
        raise Refused(f'takes four numbers as 9/5/-1/2, got "{text}"')
    return numbers
