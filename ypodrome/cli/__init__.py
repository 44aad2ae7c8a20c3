"""The command line: fly, plan, putt, check, book. Keys, signs, units and exit codes are in docs/formats.md.

Each command imports what it uses when it runs: a wrong argument is told at once.
"""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from importlib import import_module

from ypodrome.cli.arguments import BAD_INPUT, BadInput, Parser
from ypodrome.interchange.problems import FileProblems

COMMANDS = {
    "fly": "fly one throw, or many from a file, over level ground",
    "plan": "plan a hole or a round, from the tee or from any lie",
    "putt": "run a putt or lay it up",
    "check": "validate a course file",
    "book": "the book of a plan as a page to print, or the round as a file for a phone",
}


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command; returns the exit code."""
    given = list(sys.argv[1:] if arguments is None else arguments)
    try:
        options = _parser(given).parse_args(_signed(given))
        return int(options.run(options))
    except FileProblems as error:
        for problem in error.problems:
            print(f"{getattr(error, 'file', 'file')}: {problem}", file=sys.stderr)
        if error.more:
            print(f"and {error.more} more", file=sys.stderr)
    except (BadInput, LookupError, ValueError) as error:
        print(f"ypodrome: {error}", file=sys.stderr)
    return BAD_INPUT


def _signed(given: list[str]) -> list[str]:
    """The arguments with a western longitude, as in `--lie -12.3,45.6`, told from an option."""
    return [
        f"{before}={now}" if before == "--lie" else now
        for before, now in zip(["", *given], given, strict=False)
        if now != "--lie"
    ]


def _parser(given: list[str]) -> Parser:
    """The parser, with the arguments of the command that is asked for."""
    parser = Parser(prog="ypodrome", description="Game plans for disc golf, computed.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND", parser_class=Parser)
    for name, meaning in COMMANDS.items():
        command: argparse.ArgumentParser = commands.add_parser(name, help=meaning)
        if given[:1] == [name]:
            import_module(f"ypodrome.cli.{name}").add_arguments(command)
    return parser
