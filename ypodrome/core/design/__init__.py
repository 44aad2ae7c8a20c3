"""From flight numbers to bodies: every disc is solved until its own throws do what its numbers say."""

from ypodrome.core.design.bodies import bodies_of, body_of

__all__ = ["bodies_of", "body_of"]
