"""Numbers in URLs: no longer than the database can hold."""

from __future__ import annotations


class Key:
    """A row's number, a place in a round, a hole's number."""

    regex = "[0-9]{1,15}"

    def to_python(self, value: str) -> int:
        """The number."""
        return int(value)

    def to_url(self, value: int) -> str:
        """The number as it stands in a URL."""
        return str(value)
