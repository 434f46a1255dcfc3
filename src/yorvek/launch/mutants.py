"""`./yorvek test mutants`: change constants, comparisons and factors one at a time; name every change that no test
notices.

Each change is made in a copy of the project, and the tests that stand guard over that module run there until one fails.
"""

from __future__ import annotations

import ast
import copy
import os
import random
import shutil
import subprocess
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

from yorvek.launch.places import HOME, PYTHON, say

CORE = Path("src/yorvek/core")
COPIED = ("src", "tests", "demo", "docs", "benchmarks", "pyproject.toml", "CHANGELOG.md", "README.md")
SECONDS = 240.0
"""A run that takes longer hangs in the change, and that is noticed."""
SEED, USUAL = 7, 60
NOTHING = 1e-5
FIGURES = "tests/core/test_figures.py::test_no_figure_has_moved"
DRAWN = "tests/core/test_figures.py::test_nothing_drawn_by_lot_has_moved"
JOINTS = [
    f"{DRAWN}[joint]",
    f"{DRAWN}[change]",
    f"{FIGURES}[joint]",
    "tests/core/test_clauses.py",
    "tests/core/test_true_joints.py",
    "tests/core/test_joints.py",
    "tests/core/test_connections.py",
    "tests/core/test_threads_in_plate.py",
    "tests/core/test_weld_groups.py",
    "tests/core/test_knee.py",
]
FRAMES = [
    f"{DRAWN}[post]",
    f"{FIGURES}[frame]",
    f"{FIGURES}[member]",
    "tests/core/test_true_verdicts.py",
    "tests/core/test_laws.py",
    "tests/core/test_methods.py",
    "tests/core/test_aside.py",
    "tests/core/test_structures.py",
]
VALUES = ["tests/values/test_values.py"]
GUARDS: tuple[tuple[str, list[str]], ...] = (
    ("joints/*.py", [*JOINTS, *VALUES]),
    ("clauses/*/*.py", [f"{DRAWN}[clause]", f"{DRAWN}[step]", *JOINTS, *FRAMES, *VALUES]),
    ("assemblies/*.py", ["tests/core/test_assemblies.py", "tests/core/test_assembly_bodies.py"]),
    ("jobs/assemblies.py", ["tests/core/test_assemblies.py"]),
    ("proving/*.py", ["tests/core/test_load_tests.py"]),
    ("jobs/proving.py", ["tests/core/test_load_tests.py"]),
    ("jobs/as_tested.py", ["tests/core/test_load_tests.py"]),
    ("checks/methods.py", [*FRAMES, "tests/core/test_checks.py", *VALUES]),
    ("frames/strength.py", [*FRAMES, *VALUES]),
    ("frames/stability.py", [f"{DRAWN}[stand]", *FRAMES, "tests/core/test_situations.py", *VALUES]),
    ("frames/search.py", [*FRAMES, *VALUES]),
    ("cutting/bars/bounds.py", ["tests/core/test_bars.py"]),
    ("cutting/bars/every.py", ["tests/core/test_bars.py"]),
    ("cutting/bars/knapsack.py", ["tests/core/test_bar_mixes.py"]),
    ("cutting/bars/mixes.py", ["tests/core/test_bar_mixes.py"]),
    ("cutting/bars/master.py", ["tests/core/test_bars.py"]),
    ("cutting/sheets/verify.py", ["tests/core/test_sheets.py"]),
    (
        "parts/plates/*.py",
        ["tests/core/test_plate_families.py", "tests/core/test_parts.py", "tests/core/test_boxes.py"],
    ),
    ("parts/box.py", ["tests/core/test_boxes.py"]),
    ("parts/walls.py", ["tests/core/test_boxes.py"]),
    ("jobs/boxes.py", ["tests/core/test_boxes.py"]),
    ("parts/bending.py", ["tests/core/test_plate_families.py"]),
    ("parts/around.py", ["tests/core/test_saddles.py"]),
    ("parts/bent_bars.py", ["tests/core/test_bent_bars.py"]),
    ("parts/in_space.py", ["tests/core/test_bent_bars.py"]),
    ("parts/sprung.py", ["tests/core/test_bent_bars.py", "tests/core/test_plate_families.py"]),
    ("parts/folded.py", ["tests/core/test_bent_bars.py", "tests/core/test_plate_families.py"]),
    ("parts/twins.py", ["tests/core/test_twins.py"]),
    ("parts/other_hand.py", ["tests/core/test_twins.py"]),
    ("fits/*.py", ["tests/core/test_fits.py"]),
    ("jobs/fits.py", ["tests/core/test_fits.py"]),
    ("files/tracing/*.py", ["tests/core/test_tracing.py"]),
    ("parts/ends.py", ["tests/core/test_saddles.py", "tests/core/test_ends_hardware.py"]),
    ("workshop/saddle.py", ["tests/core/test_saddles.py"]),
    ("files/true_size.py", ["tests/core/test_true_size.py"]),
    ("jobs/audit/*.py", ["tests/core/test_audit.py"]),
)
FLIPPED: dict[type[ast.AST], type[ast.AST]] = {
    ast.Lt: ast.GtE, ast.GtE: ast.Lt, ast.Gt: ast.LtE, ast.LtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult,
}  # fmt: skip
SWAPPED = {"min": "max", "max": "min"}


@dataclass(frozen=True)
class Change:
    """One change: the module, which node in the order of a walk, and what it says before and after."""

    file: Path
    node: int
    line: int
    words: str
    tests: tuple[str, ...]


def _changed(node: ast.AST) -> str | None:
    """Change a node in place and say how; None where it holds nothing to change."""
    if isinstance(node, ast.Compare) and len(node.ops) == 1 and type(node.ops[0]) in FLIPPED:
        before = ast.unparse(node)
        node.ops = [FLIPPED[type(node.ops[0])]()]  # type: ignore[list-item]
        return f"{before} -> {ast.unparse(node)}"
    if isinstance(node, ast.BinOp) and type(node.op) in FLIPPED:
        before = ast.unparse(node)
        node.op = FLIPPED[type(node.op)]()  # type: ignore[assignment]
        return f"{before} -> {ast.unparse(node)}"
    figure = _figure(node)
    if isinstance(node, ast.Constant) and figure is not None and figure not in (0, 1, -1):
        node.value = figure * 1.25 if isinstance(figure, float) else figure + 1
        return f"{figure} -> {node.value}"
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in SWAPPED:
        before = node.func.id
        node.func.id = SWAPPED[before]
        return f"{before}(...) -> {node.func.id}(...)"
    return None


def _is_nothing(node: ast.AST) -> bool:
    """Whether it is a figure that only guards against nothing."""
    figure = _figure(node)
    return figure is not None and abs(figure) < NOTHING


def _figure(node: ast.AST) -> int | float | None:
    """The number that a node is; True and False are none."""
    value = node.value if isinstance(node, ast.Constant) else None
    return value if isinstance(value, int | float) and not isinstance(value, bool) else None


def _skipped(tree: ast.Module) -> set[int]:
    """Nodes that say nothing about a verdict: annotations, keywords of records in words, slices and fields' limits;
    guards against nothing (below 1e-5), what is added of them, digits that something is rounded to, how much is kept.
    """
    out: set[int] = set()
    for node in ast.walk(tree):
        inner: list[ast.AST] = []
        if isinstance(node, ast.AnnAssign):
            inner = [node.annotation]
            if isinstance(node.value, ast.Call):
                inner.append(node.value)
        elif isinstance(node, ast.arg) and node.annotation:
            inner = [node.annotation]
        elif isinstance(node, ast.Subscript):
            inner = [node.slice]
        elif isinstance(node, ast.JoinedStr) or _is_nothing(node):
            inner = [node]
        elif isinstance(node, ast.BinOp) and (_is_nothing(node.left) or _is_nothing(node.right)):
            out.add(id(node))
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "round":
            inner = list(node.args[1:])
        elif isinstance(node, ast.FunctionDef):
            inner = [*([node.returns] if node.returns else []), *node.decorator_list]
        out |= {id(n) for i in inner for n in ast.walk(i)}
    return out


def changes(root: Path) -> Iterator[Change]:
    """Every change there is in the guarded modules."""
    for pattern, tests in GUARDS:
        for file in sorted((root / CORE).glob(pattern)):
            tree = ast.parse(file.read_text())
            skipped = _skipped(tree)
            for k, node in enumerate(ast.walk(tree)):
                words = None if id(node) in skipped else _changed(copy.deepcopy(node))
                if words and "'" not in words.split(" -> ")[0]:
                    yield Change(file.relative_to(root), k, getattr(node, "lineno", 0), words, tuple(tests))


def _fails(tests: tuple[str, ...], place: Path, seconds: float = SECONDS) -> bool:
    """Whether one of those tests fails in the copy at `place`."""
    env = {**os.environ, "PYTHONPATH": f"{place / 'src'}", "PYTHONDONTWRITEBYTECODE": "1"}
    pytest = [str(PYTHON), "-m", "pytest", "-x", "-q", "-p", "no:django", "-p", "no:cacheprovider"]
    command = [*pytest, "-o", "DJANGO_SETTINGS_MODULE=", *tests]
    try:
        done = subprocess.run(command, cwd=place, env=env, capture_output=True, timeout=seconds, check=False)
    except subprocess.TimeoutExpired:
        return True
    return done.returncode != 0


def _noticed(change: Change, place: Path) -> bool:
    """Whether a test fails with the change made in the copy at `place`."""
    file = place / change.file
    kept = file.read_text()
    tree = ast.parse(kept)
    _changed(list(ast.walk(tree))[change.node])
    file.write_text(ast.unparse(ast.fix_missing_locations(tree)))
    try:
        return _fails(change.tests, place)
    finally:
        file.write_text(kept)


def _copy(place: Path) -> Path:
    for name in COPIED:
        source = HOME / name
        if source.is_dir():
            shutil.copytree(source, place / name, ignore=shutil.ignore_patterns("__pycache__"))
        else:
            shutil.copy(source, place / name)
    return place


def run(count: int = USUAL, only: str = "", *, seed: int = SEED, workers: int = 0) -> int:
    """Make `count` changes, chosen by lot but always the same for a seed; 0 where at least 95 % are noticed."""
    every = [c for c in changes(HOME) if only in str(c.file)]
    chosen = random.Random(seed).sample(every, min(count, len(every)))
    places: Queue[Path] = Queue()
    workers = workers or min(os.cpu_count() or 1, 4)
    with tempfile.TemporaryDirectory(prefix="yorvek-mutants-") as folder:
        for k in range(workers):
            places.put(_copy(Path(folder) / str(k)))
        green = tuple(dict.fromkeys(t for c in chosen for t in c.tests))
        if _fails(green, Path(folder) / "0", 6 * SECONDS):
            say("the tests fail without any change: mend them first")
            return 1

        def one(change: Change) -> bool:
            place = places.get()
            try:
                return _noticed(change, place)
            finally:
                places.put(place)

        with ThreadPoolExecutor(workers) as pool:
            noticed = []
            for change, seen in zip(chosen, pool.map(one, chosen), strict=False):
                noticed.append(seen)
                say(f"{'noticed' if seen else 'NOT noticed'}: {change.file}:{change.line}: {change.words}")
    say(
        f"mutants: {len(chosen)} changed, {sum(noticed)} noticed, {len(chosen) - sum(noticed)} not; {len(every)} "
        f"there are"
    )
    return 0 if sum(noticed) >= 0.95 * len(chosen) else 1
