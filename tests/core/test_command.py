"""`core bars` and `core sheets` from the command line: JSON alone on standard output, and the promised exit codes."""

import json
import os
import subprocess
import sys
from pathlib import Path
from typing import NamedTuple

import pytest

from tests.core.jobs import ROOT
from tests.verifiers import check_bars, check_sheets
from yorvek.core import cli
from yorvek.core.cutting.bars import BarPlan, BarProblem
from yorvek.core.cutting.sheets import SheetPlan, SheetProblem

INSTANCES = ROOT / "benchmarks" / "instances"


def core(*words):
    env = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    command = [sys.executable, "-m", "yorvek.core.cli", *map(str, words)]
    return subprocess.run(command, capture_output=True, text=True, env=env, timeout=120, check=False)


class Said(NamedTuple):
    """What a command that was refused said, and how it ended."""

    returncode: object
    stdout: str
    stderr: str


@pytest.fixture
def here(capfd, monkeypatch):
    """The command within this process: what is refused need not be waited for."""

    def asked(*words):
        monkeypatch.setattr(sys, "argv", ["yorvek core", *map(str, words)])
        with pytest.raises(SystemExit) as ended:
            cli.main()
        out, err = capfd.readouterr()
        return Said(ended.value.code, out, err)

    return asked


def written(folder: Path, data) -> Path:
    file = folder / "problem.json"
    file.write_text(data if isinstance(data, str) else json.dumps(data))
    return file


BARS = {
    "kerf": 2,
    "end_trim": 10,
    "stock": [{"id": "new", "length": 6000, "qty": None, "cost": 50}],
    "parts": [{"id": "A", "length": 1990, "qty": 6}],
}
SHEETS = {
    "part_gap": 2,
    "edge_margin": 5,
    "sheets": [{"id": "s", "width": 400, "height": 300, "qty": 1, "cost": 1}],
    "parts": [{"id": "A", "qty": 2, "outline": [[0, 0], [100, 0], [100, 80], [0, 80]], "rotations": [0, 90]}],
}


def test_bars_are_solved(tmp_path):
    done = core("bars", written(tmp_path, BARS), "--seconds", "1")
    assert done.returncode == 0
    answer = json.loads(done.stdout)
    assert check_bars(BarProblem.model_validate(BARS), BarPlan.model_validate(answer)) == answer["cost"] == 100
    assert answer["lower_bound"] == 100 and answer["proven"] and answer["trace"] and answer["seed"] == 1


def test_sheets_are_solved_and_the_seed_decides(tmp_path):
    file = written(tmp_path, SHEETS)
    first, second = (core("sheets", file, "--evaluations", "12", "--seed", "5") for _ in range(2))
    assert first.returncode == 0
    answer = json.loads(first.stdout)
    check_sheets(SheetProblem.model_validate(SHEETS), SheetPlan.model_validate(answer))
    assert answer["placements"] == json.loads(second.stdout)["placements"]
    assert answer["seed"] == 5 and answer["evaluations"] >= 1 and answer["trace"]


def test_what_is_solved_in_part_says_so(tmp_path):
    short = {**BARS, "stock": [{"id": "drop", "length": 4100, "qty": 1, "cost": 1}]}
    done = core("bars", written(tmp_path, short), "--seconds", "1")
    assert done.returncode == 3
    answer = json.loads(done.stdout)
    assert answer["unplaced"] == [{"part": "A", "qty": 4}]
    check_bars(BarProblem.model_validate(short), BarPlan.model_validate(answer))
    full = {**SHEETS, "parts": [{**SHEETS["parts"][0], "qty": 40}]}
    done = core("sheets", written(tmp_path, full), "--seconds", "1")
    assert done.returncode == 3 and json.loads(done.stdout)["unplaced"][0]["part"] == "A"


WRONG = {
    "negative length": {**BARS, "parts": [{"id": "A", "length": -1, "qty": 1}]},
    "no pieces": {**BARS, "parts": []},
    "no stock": {**BARS, "stock": []},
    "a name twice": {**BARS, "parts": BARS["parts"] * 2},
    "half a piece": {**BARS, "parts": [{"id": "A", "length": 100, "qty": 1.5}]},
    "a text for a length": {**BARS, "stock": [{"id": "new", "length": "long", "cost": 1}]},
    "no number": '{"kerf": NaN, "stock": [], "parts": []}',
    "not JSON": "{",
    "a list": "[]",
    "nothing": "",
}


@pytest.mark.parametrize("what", WRONG)
def test_bad_bars_are_refused_in_one_line(tmp_path, here, what):
    done = here("bars", written(tmp_path, WRONG[what]))
    assert done.returncode == 2 and done.stdout == ""
    assert len(done.stderr.strip().splitlines()) == 1 and done.stderr.startswith("yorvek core: ")


@pytest.mark.parametrize(
    "outline",
    [
        [[0, 0], [10, 0]],
        [[0, 0], [10, 10], [10, 0], [0, 10]],
        [[0, 0], [0, 0], [0, 0]],
        [[0, 0], [1e12, 0], [1e12, 1]],
    ],
)
def test_bad_outlines_are_refused_in_one_line(tmp_path, here, outline):
    bad = {**SHEETS, "parts": [{**SHEETS["parts"][0], "outline": outline}]}
    done = here("sheets", written(tmp_path, bad))
    assert done.returncode == 2 and done.stdout == ""
    assert len(done.stderr.strip().splitlines()) == 1


@pytest.mark.parametrize(
    "outline", [[[0, 0], [1, 0]], [[0, 0], [500, 0], [500, 300]], [[0, 0], [9, 9], [9, 0], [0, 9]]]
)
def test_a_remnant_that_is_no_part_of_its_sheet_is_refused(tmp_path, here, outline):
    bad = {**SHEETS, "sheets": [{**SHEETS["sheets"][0], "outline": outline}]}
    done = here("sheets", written(tmp_path, bad))
    assert done.returncode == 2 and "sheet s" in done.stderr


@pytest.mark.parametrize(
    "words",
    [
        [],
        ["beams", "x"],
        ["bars"],
        ["bars", "absent.json"],
        ["bars", "x", "--seconds", "-1"],
        ["sheets", "x", "--seed", "a"],
    ],
)
def test_a_wrong_command_is_refused(here, words):
    done = here(*words)
    assert done.returncode == 2 and done.stdout == "" and done.stderr


def test_a_command_is_refused_in_a_process_of_its_own_as_it_is_here(here):
    alone, inside = core("bars", "absent.json"), here("bars", "absent.json")
    assert (alone.returncode, alone.stdout, alone.stderr) == inside
