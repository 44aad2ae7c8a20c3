"""ypodrome check: validate a course file."""

from __future__ import annotations

import argparse
from pathlib import Path

from ypodrome.cli.arguments import OK, read


def add_arguments(command: argparse.ArgumentParser) -> None:
    """The file."""
    command.add_argument("course", type=Path)
    command.set_defaults(run=run)


def run(options: argparse.Namespace) -> int:
    """Silence but for one line when the course is sound."""
    from ypodrome.interchange.course_geojson import read_course

    course = read(options.course, read_course)
    print(f"{options.course}: sound, {len(course.lines)} holes, {len(course.layouts)} layouts")
    return OK
