"""View data of a hole's wind table."""

from __future__ import annotations

from typing import Any

from ypodrome.core.api import SPEEDS_M_S, TURNS_DEG
from ypodrome.wording.measures import wind_speed
from ypodrome.wording.winds import wind_words


def winds_context(winds: dict[str, Any], units: str) -> dict[str, Any]:
    """The table by direction and strength, and the switches in words."""
    calm = winds["calm"]
    return {
        "calm": calm,
        "speeds": SPEEDS_M_S,
        "rows": [
            {
                "turn": turn,
                "words": wind_words(turn),
                "cells": [_cell(c, calm) for c in winds["cells"] if c["turn_deg"] == turn],
            }
            for turn in TURNS_DEG
        ],
        "sentences": [_sentence(s, calm, units) for s in winds["switches"]],
    }


def _cell(cell: dict[str, Any], calm: dict[str, Any]) -> dict[str, Any]:
    switched = (cell["disc"], cell["throw"]) != (calm["disc"], calm["throw"])
    return cell | {"switched": switched, "moved": cell["expected"] - calm["expected"]}


def _sentence(switch: dict[str, Any], calm: dict[str, Any], units: str) -> str:
    """As "From 10 mph, head wind: the Hadrun (flex), not the Gantle." """
    strength = wind_speed(switch["speed_m_s"], units)
    where = " or ".join(wind_words(t).replace(",", "") for t in switch["turns"])
    return f"From {strength}, {where}: the {switch['disc']} ({switch['line']}), not the {calm['disc']}."
