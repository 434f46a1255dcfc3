"""Log in and out, the first account, one's own password, and the people of a shop."""

from __future__ import annotations

from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from ninja import Router
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic import Field

from yorvek.core.errors import SECRET, InputError
from yorvek.core.model import Model
from yorvek.server.accounts import people, sessions
from yorvek.server.accounts.models import User
from yorvek.server.accounts.slowing import failed, refuse_fast, went_in
from yorvek.server.api.access import owner_of, user_of
from yorvek.server.cutting.beats import state

router = Router(tags=["accounts"])
BACKEND = "django.contrib.auth.backends.ModelBackend"


class LogIn(Model):
    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class FirstAccount(LogIn):
    """The first account; the code is the one that the start command printed."""

    shop: str = Field(min_length=1, max_length=80)
    code: str = Field(max_length=40)


class Me(Model):
    username: str
    role: str
    shop: str
    may_write: bool


class Door(Model):
    """What a visitor meets."""

    me: Me | None
    first_account: bool


class Person(Model):
    """Somebody of the shop."""

    id: int
    username: str
    role: str
    active: bool
    last_seen: str | None


def _me(user: User) -> Me:
    return Me(
        username=user.username, role=user.role, shop=user.shop.name if user.shop else "", may_write=user.may_write
    )


def _person(user: User) -> Person:
    seen = user.last_login.isoformat() if user.last_login else None
    return Person(id=user.pk, username=user.username, role=user.role, active=user.is_active, last_seen=seen)


def _own_page(request: HttpRequest) -> None:
    """Refuse what another site's page sends: doors that need no session are checked by hand."""
    if check_csrf(request) is not None:
        raise HttpError(403, "This did not come from this program's own page: open that and try again.")


def _let_in(request: HttpRequest, response: HttpResponse, user: User) -> Me:
    login(request, user, backend=BACKEND)
    sessions.begun(request)
    went_in(request, response, user.username)
    return _me(user)


class Health(Model):
    """Whether this process answers and reaches the database, and how the task workers are."""

    ok: bool
    workers: int
    waiting: int
    running: int


@router.get("/health", auth=None, response=Health)
def health(request: HttpRequest) -> Health:
    """Whether everything that is needed lives."""
    return Health(ok=True, **state())


@router.get("/door", auth=None, response=Door)
def door(request: HttpRequest) -> Door:
    """Who is logged in, and whether the first account is still to be made."""
    get_token(request)
    user = request.user
    return Door(me=_me(user) if isinstance(user, User) else None, first_account=not User.objects.exists())


@router.post("/login", auth=None, response=Me)
def log_in(request: HttpRequest, response: HttpResponse, body: LogIn) -> Me:
    """Log in with a name and a password."""
    _own_page(request)
    refuse_fast(request, body.username)
    user = authenticate(request, username=body.username, password=body.password)
    if not isinstance(user, User):
        failed(request, body.username)
        raise HttpError(401, "This name and password do not belong together.")
    return _let_in(request, response, user)


@router.post("/logout")
def log_out(request: HttpRequest) -> dict[str, bool]:
    """Log out."""
    logout(request)
    return {"ok": True}


@router.post("/first-account", auth=None, response=Me)
def first_account(request: HttpRequest, response: HttpResponse, body: FirstAccount) -> Me:
    """Make the shop and its owner, once, on an empty installation."""
    _own_page(request)
    refuse_fast(request, "first account")
    try:
        user = people.first(body.shop, body.username, body.password, body.code)
    except InputError as error:
        if error.field == "code":
            failed(request, "first account")
        raise
    if user is None:
        raise HttpError(403, "This installation has its accounts already: ask the owner for one.")
    return _let_in(request, response, user)


class OwnPassword(Model):
    old: str = Field(min_length=1, max_length=200)
    new: str = Field(min_length=1, max_length=200)


@router.post("/me/password", response=Me)
def change_password(request: HttpRequest, body: OwnPassword) -> Me:
    """Change one's own password; one's other sessions end."""
    user = user_of(request)
    refuse_fast(request, user.username)
    if not user.check_password(body.old):
        failed(request, user.username)
        raise InputError(field="old", got=SECRET, needs="your password as it is now")
    people.set_password(user, body.new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)
    return _me(user)


class NewPerson(LogIn):
    role: User.Role


@router.get("/people", response=list[Person])
def list_people(request: HttpRequest) -> list[Person]:
    """Everybody of the shop."""
    owner = owner_of(request)
    return [_person(u) for u in User.objects.filter(shop=owner.shop).order_by("username")]


@router.post("/people", response=Person)
def add_person(request: HttpRequest, body: NewPerson) -> Person:
    """The owner adds somebody to the shop."""
    owner = owner_of(request)
    assert owner.shop is not None
    return _person(people.add(owner.shop, body.username, body.password, body.role))


class PersonIn(Model):
    role: User.Role
    active: bool


def _somebody(request: HttpRequest, person_id: int) -> User:
    found = User.objects.filter(pk=person_id, shop=owner_of(request).shop).first()
    if found is None:
        raise HttpError(404, "There is nobody of that number in this shop.")
    return found


@router.put("/people/{person_id}", response=Person)
def change_person(request: HttpRequest, person_id: int, body: PersonIn) -> Person:
    """Give somebody another role, or let them in no more; what they said and did stays. A shop keeps an owner."""
    user = _somebody(request, person_id)
    others = User.objects.filter(shop=user.shop, role=User.Role.OWNER, is_active=True).exclude(pk=user.pk)
    if not (body.active and body.role == User.Role.OWNER) and not others.exists():
        raise InputError(field="role", got=user.username, needs="another owner first: somebody has to let people in")
    user.role, user.is_active = body.role, body.active
    user.save(update_fields=["role", "is_active"])
    return _person(user)


class NewPassword(Model):
    password: str = Field(min_length=1, max_length=200)


@router.post("/people/{person_id}/password", response=Person)
def reset_password(request: HttpRequest, person_id: int, body: NewPassword) -> Person:
    """Give somebody a new password; wherever they are logged in, they are out."""
    user = _somebody(request, person_id)
    people.set_password(user, body.password)
    user.save(update_fields=["password"])
    return _person(user)
