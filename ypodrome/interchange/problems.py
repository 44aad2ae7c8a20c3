"""Problems found in a file, all of them, each with its place and how to mend it."""

from __future__ import annotations

from dataclasses import dataclass

from ypodrome.core.refused import Refused


@dataclass(frozen=True)
class Problem:
    """One thing wrong: where (feature or line), which field, what and how to mend it."""

    where: str
    field: str
    message: str

    def __str__(self) -> str:
        place = f"{self.where}, {self.field}" if self.field else self.where
        return f"{place}: {self.message}"


MOST_KEPT = 200
"""Problems of a file that are told; the rest are counted (chosen: more than anybody mends in one go)."""


class Problems(list[Problem]):
    """The first problems of a file, and how many more there were."""

    def __init__(self) -> None:
        super().__init__()
        self.more = 0

    @property
    def total(self) -> int:
        """How many there were."""
        return len(self) + self.more

    def append(self, problem: Problem) -> None:
        """One more, kept or counted."""
        if len(self) < MOST_KEPT:
            super().append(problem)
        else:
            self.more += 1


class FileProblems(Refused):
    """A file that cannot be used; nothing of it has been taken. `more`: problems that were only counted."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems, self.more = problems, getattr(problems, "more", 0)
        rest = [f"and {self.more} more"] if self.more else []
        super().__init__("\n".join([*map(str, problems), *rest]))

    def __reduce__(self) -> tuple[type, tuple[list[Problem]]]:
        return type(self), (self.problems,)


def refuse(where: str, message: str, field: str = "") -> FileProblems:
    """A refusal for a single problem."""
    return FileProblems([Problem(where, field, message)])
