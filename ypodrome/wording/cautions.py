"""What to mind on a hole, in sentences."""

from __future__ import annotations

from ypodrome.core.api import ENTERED_ARMS_M, Caution, Danger
from ypodrome.wording.measures import between, length
from ypodrome.wording.throws import kind_words

SAID = {
    Danger.PEOPLE: "Throw only when nobody is within reach of the flight.",
    Danger.PATH: "Walkers cross on the path: wait until it is clear.",
    Danger.ROAD: "A road is within reach: no throw while cars pass, look before you cross.",
    Danger.PLAY: "Other players are within reach: let them finish.",
    Danger.WATER: "Do not go after a disc in deep or moving water.",
    Danger.STEEP: "Steep ground: mind your footing, more so when it is wet.",
    Danger.NO_HEIGHTS: "Nobody has measured heights here: the plan takes the ground as level.",
    Danger.HEIGHTS_ON_A_LINE: "Heights are known along one line only: the plan takes the ground as level "
    "across it.",
}


def caution_words(caution: Caution, units: str) -> str:
    """One caution."""
    if caution.danger == Danger.BLIND:
        return f"Blind from the tee, behind {caution.names[0]}: send a spotter or call, and wait."
    if caution.danger == Danger.ODD_ARM:
        return (
            f"The {kind_words(caution.names[0])} is set to {length(caution.length_m or 0.0, units)}, "
            f"outside the {between(*ENTERED_ARMS_M, units)} that arms are known for: its throws are a guess."
        )
    return SAID[caution.danger]
