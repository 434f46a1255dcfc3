"""The filled examples are a click away for a shop that is new, and never come twice by themselves."""

import pytest

from tests.server.conftest import person
from yorvek.server.accounts.models import User
from yorvek.server.examples import missing


@pytest.mark.django_db
def test_an_empty_shop_is_offered_all_and_a_filled_one_what_is_missing(owner):
    offered = owner.good("GET", "/examples")
    assert "reed-barrow" in offered and len(offered) == 5
    made = owner.good("POST", "/examples/reed-barrow")
    assert made["name"] == "Reed Barrow"
    view = owner.good("GET", f"/jobs/{made['id']}")
    assert view["members"] or view["structures"]
    assert view["notes"] and owner.good("GET", "/stock")
    assert owner.good("GET", "/examples") == [k for k in offered if k != "reed-barrow"]


@pytest.mark.django_db
@pytest.mark.parametrize("key", ["nothing", "..", "reed-barrow.job.json"])
def test_what_is_no_example_is_said_so(owner, key):
    answer = owner("POST", f"/examples/{key}")
    assert answer.status_code == 404 and "example" in answer.json()["sentence"].lower()
    assert owner.good("GET", "/jobs") == []


@pytest.mark.django_db
def test_who_may_not_write_brings_none(shop):
    checker = person(shop, "checker", "checker")
    assert checker("POST", "/examples/reed-barrow").status_code == 403
    assert len(missing(User.objects.get(username="checker"))) == 5
