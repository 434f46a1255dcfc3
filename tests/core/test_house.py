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
