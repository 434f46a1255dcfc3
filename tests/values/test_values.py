"""The core against check values; each case names its source."""

import copy
import json

import pytest

from tests.values.adapters import ADAPTERS
from tests.values.compare import (
    KNOWN,
    SHIPPED,
    VERDICTS,
    cases_in,
    differences,
    main,
    mended_in,
    run,
    twin_differences,
    verdict_differences,
)

CASES = [c for c in cases_in(SHIPPED) if c["kind"] in ADAPTERS]
FORMULAS = [c for c in CASES if c["kind"] not in VERDICTS]
WHOLE = [c for c in CASES if c["kind"] in VERDICTS]


@pytest.mark.parametrize("case", FORMULAS, ids=lambda c: c["id"])
def test_case_agrees(case):
    found = differences(case)
    if found is None:
        pytest.skip("not computed in this version")
    assert not found


@pytest.mark.parametrize("case", WHOLE, ids=lambda c: c["id"])
def test_whole_verdict_agrees(case):
    """Unsafe is never known, and what is known to differ must still differ, so that the list shrinks."""
    known = json.loads(KNOWN.read_text())
    found = differences(case) or []
    assert not any("UNSAFE" in f for f in found)
    assert bool(found) == (case["id"] in known), found


def test_the_same_structure_drawn_otherwise_has_the_same_verdict():
    assert twin_differences(WHOLE) == {}


@pytest.mark.parametrize("case", WHOLE[::25], ids=lambda c: c["id"])
def test_a_verdict_that_says_too_much_is_unsafe(case):
    """Poisoned: the case allows a tenth of what it did."""
    poisoned = copy.deepcopy(case)
    wanted = poisoned["expected"].get("strength_reserve")
    if wanted is None:
        pytest.skip("no reserve in this case")
    poisoned["expected"]["strength_reserve"] = [v / 10 for v in wanted]
    got = ADAPTERS[case["kind"]](case["inputs"])
    if got.get("reserve", got.get("strength_reserve")) is None:
        pytest.skip("not checked")
    assert any("UNSAFE" in f for f in verdict_differences(poisoned, got))


@pytest.mark.parametrize("case", [c for c in FORMULAS if differences(c) == []][::9], ids=lambda c: c["id"])
def test_a_poisoned_value_is_reported(case):
    poisoned = copy.deepcopy(case)
    key = (
        next(k for k, v in case["expected"].items() if isinstance(v, float | int) and v)
        if any(isinstance(v, float | int) and v for v in case["expected"].values())
        else next(iter(case["expected"]))
    )
    value = poisoned["expected"][key]
    poisoned["expected"][key] = (
        value * 1.5 if isinstance(value, float | int) else ["poison" if isinstance(v, str) else v * 1.5 for v in value]
    )
    agree, differ, _ = run([poisoned])
    assert agree == 0 and case["id"] in differ[0]


def test_an_unknown_kind_is_named_and_never_passed():
    agree, differ, missing = run([{"id": "x", "kind": "no-such-kind", "inputs": {}, "expected": {}}])
    assert (agree, differ, dict(missing)) == (0, [], {"no-such-kind": 1})


def test_the_run_reads_the_folder_it_is_told_and_counts(tmp_path, monkeypatch, capsys):
    case = copy.deepcopy(FORMULAS[0])
    case["expected"] = dict.fromkeys(list(case["expected"])[:1], 1.0)
    (tmp_path / "beams.json").write_text(json.dumps([case, FORMULAS[1]]))
    monkeypatch.setenv("CHECK_VALUES_DIR", str(tmp_path))
    assert main() == 1
    assert capsys.readouterr().out.strip().endswith("values: 1 agree, 1 differ, 0 not supported")


def test_what_is_known_to_differ_and_does_not_any_more_fails_the_run():
    known = json.loads(KNOWN.read_text())
    assert mended_in([f"{name}: so" for name in known]) == [] and mended_in([]) == list(known)
