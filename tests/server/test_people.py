"""Who comes in, and how (findings E4, E5, E10, E13): the first account, passwords, people, sessions, wrong tries."""

import json
import threading
from datetime import timedelta

import pytest
from django.contrib.sessions.models import Session
from django.db import connections
from django.test import Client
from django.utils import timezone

from tests.server.conftest import Caller, person
from yorvek.server.accounts import sessions, slowing
from yorvek.server.accounts.models import Failure, Shop, User

CODE = "ABCD-EFGH-JKMN"
GOOD = "two rails and a plate"
pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _first_code(settings):
    settings.FIRST_CODE = CODE


class Visitor:
    """A browser at the door, with the program's own page open or without."""

    def __init__(self, *, own_page=True, address="127.0.0.1"):
        self.client = Client(enforce_csrf_checks=True, REMOTE_ADDR=address)
        self.own_page = own_page

    def __call__(self, path, body):
        token = {}
        if self.own_page:
            self.client.get("/api/door")
            token = {"HTTP_X_CSRFTOKEN": self.client.cookies["csrftoken"].value}
        return self.client.post(f"/api{path}", json.dumps(body), content_type="application/json", **token)

    def log_in(self, name, password=GOOD):
        return self("/login", {"username": name, "password": password})


def founder(**more):
    return {"shop": "Brackwater Metalwork", "username": "founder", "password": GOOD, "code": CODE, **more}


@pytest.fixture
def someone(shop):
    return User.objects.create_user("someone", password=GOOD, shop=shop, role="fabricator")


def test_E4_the_first_account_takes_the_code_of_the_launcher_and_the_programs_own_page():
    wrong = Visitor()("/first-account", founder(code="ABCD-EFGH-JKMP"))
    assert wrong.status_code == 422 and "start command printed" in wrong.json()["sentence"]
    assert Visitor(own_page=False)("/first-account", founder()).status_code == 403
    assert not User.objects.exists()
    made = Visitor()("/first-account", founder(code=" abcd-efgh-jkmn "))
    assert made.status_code == 200 and made.json()["role"] == "owner"
    again = Visitor()("/first-account", founder(username="other"))
    assert again.status_code == 403 and User.objects.count() == 1


def test_E4_without_a_code_nobody_makes_a_first_account(settings):
    settings.FIRST_CODE = ""
    assert Visitor()("/first-account", founder(code="")).status_code == 422 and not User.objects.exists()


def test_E4_guessing_the_code_is_slowed():
    visitor = Visitor()
    codes = [visitor("/first-account", founder(code=f"guess {k}")).status_code for k in range(8)]
    assert codes[:5] == [422] * 5 and 429 in codes[5:]


@pytest.mark.django_db(transaction=True)
def test_E4_four_at_once_become_one_owner():
    codes, gate = [], threading.Barrier(4)

    def come(k):
        visitor = Visitor()
        visitor.client.get("/api/door")
        gate.wait()
        codes.append(visitor("/first-account", founder(username=f"founder {k}")).status_code)
        connections.close_all()

    threads = [threading.Thread(target=come, args=(k,)) for k in range(4)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert sorted(codes) == [200, 403, 403, 403] and User.objects.count() == 1 and Shop.objects.count() == 1


def test_E4_logging_in_takes_the_token_like_everything_else(someone):
    assert Visitor(own_page=False).log_in("someone").status_code == 403
    assert Visitor().log_in("someone").status_code == 200


EASY = ["12345678", "password", "1q2w3e4r5t6y", "short one", "917364821946", "someone", "someone.now"]


@pytest.mark.parametrize("password", EASY)
def test_E5_easy_passwords_are_refused(owner, password):
    refused = owner("POST", "/people", {"username": "someone", "password": password, "role": "checker"})
    assert refused.status_code == 422 and refused.json()["field"] == "password"
    assert not User.objects.filter(username="someone").exists()


@pytest.mark.parametrize(
    "name", ["", " ", "a\u0000b", "tab\there", "  padded ", "two  spaces", "\u200bhidden", "x" * 61]
)
def test_E5_names_that_cannot_be_read_are_refused(owner, name):
    assert owner("POST", "/people", {"username": name, "password": GOOD, "role": "checker"}).status_code == 422


def test_E5_the_owner_adds_lists_resets_and_lets_nobody_in_any_more(owner, shop):
    made = owner.good("POST", "/people", {"username": "Łucja Ó", "password": GOOD, "role": "fabricator"})
    assert [p["username"] for p in owner.good("GET", "/people")] == ["Łucja Ó", "owner"]
    taken = owner("POST", "/people", {"username": "łucja Ó", "password": GOOD, "role": "checker"})
    assert taken.status_code == 422 and "already" in taken.json()["sentence"]
    visitor = Visitor()
    assert visitor.log_in("Łucja Ó").status_code == 200
    owner.good("PUT", f"/people/{made['id']}", {"role": "checker", "active": True})
    assert visitor.client.get("/api/door").json()["me"]["role"] == "checker"
    owner.good("POST", f"/people/{made['id']}/password", {"password": "another rail, another plate"})
    assert visitor.client.get("/api/door").json()["me"] is None
    assert Visitor().log_in("Łucja Ó").status_code == 401
    assert visitor.log_in("Łucja Ó", "another rail, another plate").status_code == 200
    owner.good("PUT", f"/people/{made['id']}", {"role": "checker", "active": False})
    assert visitor.client.get("/api/door").json()["me"] is None
    assert visitor.log_in("Łucja Ó", "another rail, another plate").status_code == 401


def test_E5_a_shop_keeps_an_owner(owner):
    (me,) = owner.good("GET", "/people")
    for change in ({"role": "checker", "active": True}, {"role": "owner", "active": False}):
        refused = owner("PUT", f"/people/{me['id']}", change)
        assert refused.status_code == 422 and "another owner first" in refused.json()["sentence"]


@pytest.mark.parametrize("role", ["fabricator", "checker"])
def test_E5_only_the_owner_sees_to_people_and_to_their_own_shop(shop, owner, stranger, role):
    hand = person(shop, "hand", role=role)
    number = User.objects.get(username="hand").pk
    new = {"username": "other", "password": GOOD, "role": "owner"}
    asked = [
        ("GET", "/people", None),
        ("POST", "/people", new),
        ("PUT", f"/people/{number}", {"role": "owner", "active": True}),
        ("POST", f"/people/{number}/password", {"password": GOOD}),
    ]
    assert [hand(*a).status_code for a in asked] == [403] * 4
    assert [stranger(*a).status_code for a in asked[2:]] == [404] * 2
    assert User.objects.get(pk=number).role == role


def test_E5_ones_own_password_changes_here_and_ends_ones_other_sessions(someone):
    here, elsewhere = Visitor(), Visitor()
    assert here.log_in("someone").status_code == elsewhere.log_in("someone").status_code == 200
    assert here("/me/password", {"old": "wrong", "new": "another rail, another plate"}).status_code == 422
    assert here("/me/password", {"old": GOOD, "new": "password"}).status_code == 422
    assert here("/me/password", {"old": GOOD, "new": "another rail, another plate"}).status_code == 200
    assert here.client.get("/api/door").json()["me"]["username"] == "someone"
    assert elsewhere.client.get("/api/door").json()["me"] is None


def test_E10_wrong_passwords_slow_the_account_with_a_sentence_and_the_wait_ends(someone):
    tries = [Visitor().log_in("someone", "wrong").status_code for _ in range(5)]
    slowed = Visitor().log_in("SOMEONE")
    assert tries == [401] * 5 and slowed.status_code == 429
    assert "try again in" in slowed.json()["sentence"] and int(slowed.headers["Retry-After"]) >= 1
    Failure.objects.update(at=timezone.now() - timedelta(seconds=3))
    assert Visitor().log_in("someone").status_code == 200
    assert not Failure.objects.filter(bucket="name someone").exists()


def test_E10_a_stranger_cannot_keep_somebody_out_of_their_own_browser(someone):
    own = Visitor()
    assert own.log_in("someone").status_code == 200
    own("/logout", {})
    for _ in range(5):
        Visitor(address="10.0.0.9").log_in("someone", "wrong")
    assert Visitor(address="10.0.0.9").log_in("someone").status_code == 429
    assert own.log_in("someone").status_code == 200


def test_E10_a_known_browser_has_a_count_of_its_own(someone):
    own = Visitor()
    own.log_in("someone")
    own("/logout", {})
    codes = [own.log_in("someone", "wrong").status_code for _ in range(6)]
    assert codes == [401] * 5 + [429]
    forged = Visitor()
    forged.client.cookies[slowing.COOKIE] = "someone:forged"
    assert forged.log_in("someone").status_code == 200  # the account itself is free, the forged mark counts for nothing


def test_E10_many_names_from_one_address_are_slowed(someone):
    codes = [Visitor(address="10.0.0.7").log_in(f"name {k}", "wrong").status_code for k in range(27)]
    assert codes[:25] == [401] * 25 and codes[26] == 429
    assert Visitor(address="10.0.0.8").log_in("someone").status_code == 200


def test_a_clock_that_was_set_back_keeps_nobody_out(someone):
    for _ in range(9):
        slowing.Failure.objects.create(bucket="name someone", at=timezone.now() + timedelta(hours=2))
    assert Visitor().log_in("someone").status_code == 200


def moved(client, **seconds):
    """A session as if so many seconds had gone by since."""
    store = client.session
    for name, by in seconds.items():
        store[name] -= by
    store.save()


@pytest.mark.parametrize(
    ("since", "seen", "inside"),
    [(0, 7 * 3600, True), (0, 8 * 3600 + 60, False), (13 * 86400, 60, True), (14 * 86400 + 60, 60, False)],
)
def test_E13_sessions_end_after_eight_idle_hours_and_fourteen_days(someone, since, seen, inside):
    visitor = Visitor()
    visitor.log_in("someone")
    moved(visitor.client, since=since, seen=seen)
    assert (visitor.client.get("/api/door").json()["me"] is not None) == inside


def test_E13_a_session_is_renewed_at_log_in(someone):
    visitor = Visitor()
    visitor.client.get("/api/door")
    store = visitor.client.session
    store["planted"] = "1"
    store.save()
    before = visitor.client.cookies["sessionid"].value
    visitor.log_in("someone")
    assert visitor.client.cookies["sessionid"].value != before and not Session.objects.filter(pk=before).exists()
    assert visitor.client.session[sessions.SINCE] == visitor.client.session[sessions.SEEN]


def test_E13_nothing_of_the_api_is_kept_by_the_browser(owner):
    assert owner("GET", "/jobs")["Cache-Control"] == "no-store"


def test_E13_no_constant_signs_anything(monkeypatch):
    from importlib import reload

    from yorvek.server import settings as own

    monkeypatch.delenv("YORVEK_SECRET_KEY", raising=False)
    keys = {reload(own).SECRET_KEY for _ in range(2)}
    assert len(keys) == 2 and min(map(len, keys)) >= 50


def test_E13_behind_https_cookies_are_secure(monkeypatch):
    from importlib import reload

    from yorvek.server import settings as own

    monkeypatch.setenv("YORVEK_HTTPS", "1")
    served = reload(own)
    assert served.SESSION_COOKIE_SECURE and served.CSRF_COOKIE_SECURE and served.SECURE_HSTS_SECONDS > 0
    monkeypatch.delenv("YORVEK_HTTPS")
    assert not reload(own).SESSION_COOKIE_SECURE


def test_E13_hidden_files_are_not_served(settings, tmp_path):
    (tmp_path / ".secret").write_text("no")
    (tmp_path / "seen.txt").write_text("yes")
    settings.STATIC_ROOT = tmp_path
    client = Client()
    assert client.get("/static/seen.txt").status_code == 200 and client.get("/static/.secret").status_code == 404


def test_the_caller_of_these_tests_is_logged_in(owner):
    assert isinstance(owner, Caller) and owner.good("GET", "/door")["me"]["username"] == "owner"
