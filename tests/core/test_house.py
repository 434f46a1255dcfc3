"""The house: small files, short functions."""

import ast
from pathlib import Path

import pytest

SOURCE = Path(__file__).parents[2] / "src" / "yorvek"
FILES = sorted(SOURCE.rglob("*.py"))
MOST_LINES, LONGEST_FUNCTION = 400, 60


def name_of(file):
    return str(file.relative_to(SOURCE))


def test_the_house_is_there():
    assert len(FILES) > 300


@pytest.mark.parametrize("folder", ["core", "server", "launch"])
def test_files_are_small(folder):
    lines = {name_of(f): len(f.read_text().splitlines()) for f in FILES if f.is_relative_to(SOURCE / folder)}
    assert {name: n for name, n in lines.items() if n > MOST_LINES} == {}


def lengths(file):
    for node in ast.walk(ast.parse(file.read_text())):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            yield node.name, node.end_lineno - node.lineno + 1


def test_functions_are_short():
    long = {(name_of(f), name): n for f in FILES for name, n in lengths(f) if n > LONGEST_FUNCTION}
    assert long == {}


def imported(file):
    """Modules of ours that a file imports."""
    for node in ast.walk(ast.parse(file.read_text())):
        if isinstance(node, ast.ImportFrom) and node.module and node.module.startswith("yorvek.server."):
            yield node.module


def test_G7_packages_of_the_server_do_not_import_each_other_in_circles():
    """Two by two: what one knows does not know it."""
    server = SOURCE / "server"
    knows = {}
    for file in server.rglob("*.py"):
        mine = file.relative_to(server).parts[0].removesuffix(".py")
        theirs = {module.split(".")[2] for module in imported(file)} - {mine}
        knows.setdefault(mine, set()).update(theirs)
    assert {"api", "journal", "jobs", "cutting"} <= knows.keys()
    assert [(a, b) for a in knows for b in knows[a] if a < b and a in knows.get(b, set())] == []


def test_G8_no_test_holds_a_clock_against_a_bound():
    """A busy machine would fail it: processor time is compared, steps are counted, times stand in the benchmarks."""
    clocks = {"monotonic", "perf_counter", "time"}
    found = []
    for file in (SOURCE.parents[1] / "tests").rglob("*.py"):
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.Assert):
                asked = {n.attr for n in ast.walk(node) if isinstance(n, ast.Attribute)} & clocks
                compared = any(isinstance(n, ast.Compare) and not isinstance(n.ops[0], ast.Is) for n in ast.walk(node))
                found += [(file.name, node.lineno)] if asked and compared else []
    assert found == []
