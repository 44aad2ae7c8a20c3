"""One hole of the demo course, before it is drawn."""

from __future__ import annotations

from dataclasses import dataclass, field

from scripts.demo_course.canvas import XY, Canvas

METRES_PER_FOOT = 0.3048


@dataclass
class Hole:
    """Line of play, tees and pins by label, and what the sign says, in feet or in metres."""

    number: int
    name: str
    line: list[XY]
    par: int = 3
    sign_ft: float | None = None
    sign_m: float | None = None
    ob_play: str = "last_in_bounds"
    overhead_allowed: bool = True
    notes: str = ""
    tees: dict[str, XY] = field(default_factory=dict)
    pins: dict[str, XY] = field(default_factory=dict)
    raised_m: dict[str, float] = field(default_factory=dict)

    def draw(self, canvas: Canvas) -> None:
        sign_m = self.sign_m if self.sign_ft is None else round(self.sign_ft * METRES_PER_FOOT, 1)
        canvas.add("hole", "LineString", self.line, self.number, name=self.name, par=self.par,
                   sign_distance_m=sign_m, ob_play=self.ob_play, overhead_allowed=self.overhead_allowed,
                   notes=self.notes)  # fmt: skip
        for label, at in self.tees.items():
            surface = "pavement" if label == "long" else "hardpack"
            canvas.add("tee", "Point", at, self.number, label=label, surface=surface)
        for label, at in self.pins.items():
            raised = self.raised_m.get(label, 0.0)
            canvas.add("pin", "Point", at, self.number, label=label, raised_m=raised)
