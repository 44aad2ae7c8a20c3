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


class FileProblems(Refused):
    """A file that cannot be used; nothing of it has been taken."""

    def __init__(self, problems: list[Problem]) -> None:
        super().__init__("\n".join(map(str, problems)))
        self.problems = problems


def refuse(where: str, message: str, field: str = "") -> FileProblems:
    """A refusal for a single problem."""
    return FileProblems([Problem(where, field, message)])


LARGEST_BYTES = 10_000_000


def decode(data: bytes) -> str:
    """Text of a file, or a refusal that says which byte is wrong."""
    if len(data) > LARGEST_BYTES:
        raise refuse("file", f"is larger than {LARGEST_BYTES // 1_000_000} MB")
    if not data.strip():
        raise refuse("file", "is empty")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise refuse("file", f"is not UTF-8 text (byte {error.start}); save it as UTF-8") from None
