"""docs/verification.md, written from what is there: `python -m tests.verification`.

Whole verdicts and what of them is known to differ; every clause with who uses it and which tests name it; the findings
that have a test; the last figure of the mutation gate.
"""

from __future__ import annotations

import ast
import json
import re
from collections import Counter
from pathlib import Path

ROOT = Path(__file__).parents[1]
PAGE = ROOT / "docs" / "verification.md"
CORE = ROOT / "src" / "yorvek" / "core"
CASES = ROOT / "tests" / "values" / "cases"
MUTANTS = ROOT / "tests" / "values" / "mutants.txt"
MEMORY = re.compile(r"from memory", re.I)


def functions(file: Path) -> list[ast.FunctionDef]:
    """Public functions of a module."""
    return [n for n in ast.parse(file.read_text()).body if isinstance(n, ast.FunctionDef) and n.name[0] != "_"]


def uses(file: Path) -> set[tuple[str, str]]:
    """Every function of another module that a module names, as (module, function); and of its own, but for a function
    in itself.
    """
    tree = ast.parse(file.read_text())
    modules: dict[str, str] = {}
    names: dict[str, tuple[str, str]] = {}
    for node in ast.walk(tree):
        if isinstance(node, ast.ImportFrom) and node.module:
            for one in node.names:
                modules[one.asname or one.name] = f"{node.module}.{one.name}"
                names[one.asname or one.name] = (node.module, one.name)
    found = {names[n.id] for n in ast.walk(tree) if isinstance(n, ast.Name) and n.id in names}
    found |= {
        (modules[n.value.id], n.attr)
        for n in ast.walk(tree)
        if isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name) and n.value.id in modules
    }
    home = dotted(file)
    own = {f.name for f in functions(file)}
    return found | {
        (home, n.id) for f in tree.body for n in ast.walk(f)
        if isinstance(n, ast.Name) and n.id in own and n.id != getattr(f, "name", "")
    }  # fmt: skip


def dotted(file: Path) -> str:
    """A module's name as it is imported."""
    return ".".join(file.relative_to(ROOT / "src" if file.is_relative_to(ROOT / "src") else ROOT).with_suffix("").parts)


def clauses() -> list[tuple[str, str, str, list[str], list[str]]]:
    """Module, function, what it is, product callers and tests of every clause."""
    code = {f: uses(f) for f in sorted(CORE.rglob("*.py"))}
    tests = {f: uses(f) for f in sorted((ROOT / "tests").rglob("*.py")) if f.name != "verification.py"}
    out = []
    for file in sorted((CORE / "clauses").rglob("*.py")):
        text = file.read_text()
        for f in functions(file):
            words = (ast.get_docstring(f) or "").split("\n")[0]
            which = (dotted(file), f.name)
            callers = [str(c.relative_to(CORE)) for c, used in code.items() if which in used]
            named = [str(t.relative_to(ROOT)) for t, used in tests.items() if which in used]
            source = " (from memory)" if MEMORY.search(text) else ""
            out.append((str(file.relative_to(CORE)), f.name, words + source, callers, named))
    return out


def page() -> str:
    """The page as it should stand."""
    cases = Counter(
        c["kind"]
        for file in sorted(CASES.glob("*.json"))
        for loaded in [json.loads(file.read_text())]
        for c in (loaded if isinstance(loaded, list) else loaded["cases"])
    )
    whole = {k: n for k, n in cases.items() if k.startswith("verdict")}
    known = json.loads((ROOT / "tests" / "values" / "known.json").read_text())
    found = re.findall(
        r"^def test_([abc]\d+\w*)",
        "\n".join((ROOT / "tests" / "core" / f"test_true_{n}.py").read_text() for n in ("verdicts", "joints")),
        re.M,
    )
    lines = [
        "# What is verified, and by what", "",
        "Written by `python -m tests.verification` from the cases, the code and the tests; a test fails when it is "
        "stale.", "",
        "## Outside values", "",
        f"{sum(cases.values()) - sum(whole.values())} formula cases of {len(cases) - len(whole)} kinds, each with "
        f"its source, and "
        f"{sum(whole.values())} whole verdicts: " + ", ".join(f"{n} `{k}`" for k, n in sorted(whole.items())) + ".",
        "`./yorvek test values` says how many agree; none may be on the unsafe side.", "",
        "Known to differ:", "", *(f"- `{k}`: {v}" for k, v in sorted(known.items())), "",
        "## Clauses", "",
        "| Clause | What | Used by | Named in tests |", "|---|---|---|---|",
        *(
            f"| `{module.removeprefix('clauses/')}` `{name}` | {words.replace('|', ' / ')} | {', '.join(callers)} | "
            f"{', '.join(t.removeprefix('tests/') for t in named) or 'whole verdicts only'} |"
            for module, name, words, callers, named in clauses()
        ),
        "", "## Findings that have a test", "", *(f"- {f.replace('_', ' ')}" for f in found), "",
        "## Mutation gate", "",
        "`./yorvek test mutants` changes constants, comparisons and factors, one at a time. Its last figure:", "",
        "```", MUTANTS.read_text().strip(), "```", "",
    ]  # fmt: skip
    return "\n".join(lines)


if __name__ == "__main__":
    PAGE.write_text(page())
