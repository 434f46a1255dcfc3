"""The core on the command line: JSON on standard output, messages on standard error. Exit codes as in
docs/commands.md.
"""

from __future__ import annotations

import argparse
import json
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from yorvek.core.cutting.bars import BarProblem, solve_bars
from yorvek.core.cutting.sheets import SheetProblem, solve_sheets, warm_up
from yorvek.core.cutting.sheets.cores import solve_on_cores
from yorvek.core.errors import InputError
from yorvek.core.files.apart import read_apart
from yorvek.core.files.drawing import read_drawing
from yorvek.core.files.drawn import LENGTH_UNITS
from yorvek.core.files.jobfile import first_trouble
from yorvek.core.files.yard import read_list
from yorvek.core.outlines import bounds_mm

SOLVED, OUR_FAULT, BAD_INPUT, IN_PART = 0, 1, 2, 3


class Parser(argparse.ArgumentParser):
    """Complains in one line."""

    def error(self, message: str) -> Any:
        print(f"yorvek core: {message}", file=sys.stderr)
        raise SystemExit(BAD_INPUT)


def _number(least: float, kind: type[float] | type[int]) -> Any:
    def read(text: str) -> float:
        value = kind(text)
        if not least <= value < 1e9:
            raise argparse.ArgumentTypeError(f"{text} was given; at least {least:g} is needed")
        return value

    return read


def parser() -> Parser:
    """The commands and their flags."""
    top = Parser(prog="yorvek core", description="Plan bars or sheets from a file; read a drawing or a yard's list.")
    commands = top.add_subparsers(dest="command", required=True, parser_class=Parser)
    for name in ("sheets", "bars"):
        command = commands.add_parser(name)
        command.add_argument("file", type=Path)
        command.add_argument("--seconds", type=_number(0.001, float), default=10.0)
        command.add_argument("--seed", type=_number(0, int), default=1)
    sheets = commands.choices["sheets"]
    sheets.add_argument(
        "--cores", type=_number(1, int), default=1, help="2: searched in two processes, the better plan counts"
    )
    sheets.add_argument("--evaluations", type=_number(1, int), default=None)
    sheets.add_argument("--guillotine", action="store_true")
    for name in ("drawing", "offers"):
        commands.add_parser(name).add_argument("file", type=Path)
    drawing = commands.choices["drawing"]
    drawing.add_argument("--unit", choices=tuple(LENGTH_UNITS), default=None)
    drawing.add_argument("--mend", action="store_true", help="close small gaps, leave stray lines out")
    commands.choices["offers"].add_argument("--unit", choices=("mm", "in"), default="mm")
    return top


def _load(file: Path) -> Any:
    def refuse(name: str) -> float:
        raise InputError(field=file.name, got=name, needs="numbers must be finite")

    try:
        return json.loads(file.read_text(), parse_constant=refuse)
    except OSError as error:
        raise InputError(field=str(file), got="", needs=f"the file cannot be read ({error.strerror})") from None
    except (json.JSONDecodeError, UnicodeDecodeError, RecursionError) as error:
        raise InputError(
            field=file.name, got=f"line {getattr(error, 'lineno', 1)}", needs="the file must be JSON"
        ) from None


def _bytes(file: Path) -> bytes:
    try:
        return file.read_bytes()
    except OSError as error:
        raise InputError(field=str(file), got="", needs=f"the file cannot be read ({error.strerror})") from None


def _drawing(options: argparse.Namespace) -> dict[str, Any]:
    """A drawing's outlines, what is wrong with it and what was left out."""
    found = read_apart(read_drawing, options.file.name, _bytes(options.file), unit=options.unit, mend=options.mend)
    outlines = [
        {
            "area_mm2": f.area_mm2,
            "openings": len(f.outline.openings),
            "cut_mm": f.cut_mm,
            "box_mm": list(bounds_mm(f.outline)),
            "layer": f.layer,
        }
        for f in found.outlines
    ]
    troubles = [t.what for t in found.troubles]
    return {"unit": found.unit, "outlines": outlines, "troubles": troubles, "left_out": found.left_out_counts}


def _offers(options: argparse.Namespace) -> dict[str, Any]:
    """A list's lines, and those that were refused with their reason."""
    found = read_apart(read_list, options.file.name, _bytes(options.file), unit=options.unit)
    refused = [{"row": o.row, "table": o.table, "reason": o.words} for o in found.odd]
    return {"lines": [x.model_dump() for x in found.lines], "refused": refused, "unknown": found.unknown}


READ = {"drawing": _drawing, "offers": _offers}


def _answer(options: argparse.Namespace, data: Any) -> dict[str, Any]:
    if options.command == "bars":
        return solve_bars(BarProblem.model_validate(data), seconds=options.seconds, seed=options.seed).model_dump(
            mode="json"
        )
    problem = SheetProblem.model_validate(data)
    warm_up()
    if options.cores > 1 and options.evaluations is None and not options.guillotine:
        found = solve_on_cores(problem, options.cores, seconds=options.seconds, seed=options.seed)
        return found.model_dump(mode="json")
    return solve_sheets(
        problem,
        seconds=options.seconds,
        seed=options.seed,
        evaluations=options.evaluations,
        guillotine=True if options.guillotine else None,
    ).model_dump(mode="json")


@contextmanager
def only_ours() -> Iterator[None]:
    """Whatever libraries print to standard output goes to standard error meanwhile."""
    sys.stdout.flush()
    kept = os.dup(1)
    os.dup2(2, 1)
    try:
        yield
    finally:
        sys.stdout.flush()
        os.dup2(kept, 1)
        os.close(kept)


def run(arguments: list[str]) -> int:
    """Read, plan, print."""
    options = parser().parse_args(arguments)
    try:
        with only_ours():
            if options.command in READ:
                answer = READ[options.command](options)
            else:
                answer = _answer(options, _load(options.file))
    except ValidationError as error:
        print(f"yorvek core: {first_trouble(error).sentence}", file=sys.stderr)
        return BAD_INPUT
    except InputError as error:
        print(f"yorvek core: {error.sentence}", file=sys.stderr)
        return BAD_INPUT
    print(json.dumps(answer))
    return IN_PART if answer.get("unplaced") else SOLVED


def main() -> None:
    try:
        code = run(sys.argv[1:])
    except Exception as error:  # the last fence: our fault, said in one line
        print(f"yorvek core: something went wrong on our side: {error!r}", file=sys.stderr)
        code = OUR_FAULT
    raise SystemExit(code)


if __name__ == "__main__":
    main()
