"""docs/verification.md stands as it is written anew, and no clause is reached from tests only."""

import pytest

from tests.verification import PAGE, clauses, page

ALL = clauses()


def test_the_page_is_current():
    """Write it again with `python -m tests.verification`."""
    assert PAGE.read_text() == page()


@pytest.mark.parametrize("clause", ALL, ids=lambda c: f"{c[0]}:{c[1]}")
def test_every_clause_says_what_it_is_and_is_used_by_the_product(clause):
    _, _, words, callers, _ = clause
    assert words and callers
