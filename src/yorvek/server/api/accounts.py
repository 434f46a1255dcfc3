"""Log in, log out, who am I, and the first account of an empty installation."""

from __future__ import annotations

from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.server.accounts.models import Shop, User
from yorvek.server.api.access import user_of

router = Router(tags=["accounts"])


class LogIn(Model):
    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class FirstAccount(LogIn):
    shop: str = Field(min_length=1, max_length=80)


class Me(Model):
    username: str
    role: str
    shop: str
    may_write: bool


class Door(Model):
    """What a visitor meets."""

    me: Me | None
    first_account: bool


def _me(user: User) -> Me:
    return Me(
        username=user.username, role=user.role, shop=user.shop.name if user.shop else "", may_write=user.may_write
    )


@router.get("/health", auth=None)
def health(request: HttpRequest) -> dict[str, bool]:
    """Whether the database answers."""
    return {"ok": Shop.objects.count() >= 0}


@router.get("/door", auth=None, response=Door)
def door(request: HttpRequest) -> Door:
    """Who is logged in, and whether the first account is still to be made."""
    get_token(request)
    user = request.user
    return Door(me=_me(user) if isinstance(user, User) else None, first_account=not User.objects.exists())


@router.post("/login", auth=None, response=Me)
def log_in(request: HttpRequest, body: LogIn) -> Me:
    """Log in with a name and a password."""
    user = authenticate(request, username=body.username, password=body.password)
    if not isinstance(user, User):
        raise HttpError(401, "This name and password do not belong together.")
    login(request, user)
    return _me(user)


@router.post("/logout")
def log_out(request: HttpRequest) -> dict[str, bool]:
    """Log out."""
    logout(request)
    return {"ok": True}


@router.post("/first-account", auth=None, response=Me)
def first_account(request: HttpRequest, body: FirstAccount) -> Me:
    """Make the shop and its owner, once, on an empty installation."""
    with transaction.atomic():
        if User.objects.select_for_update().exists():
            raise HttpError(403, "This installation has its accounts already: ask the owner for one.")
        try:
            validate_password(body.password)
        except ValidationError as error:
            raise InputError(field="password", got="", needs=" ".join(error.messages).lower().rstrip(".")) from None
        shop = Shop.objects.create(name=body.shop)
        user = User.objects.create_user(body.username, password=body.password, shop=shop, role=User.Role.OWNER)
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _me(user)


class NewPerson(LogIn):
    role: User.Role


@router.post("/people", response=Me)
def add_person(request: HttpRequest, body: NewPerson) -> Me:
    """The owner adds somebody to the shop."""
    owner = user_of(request)
    if owner.role != User.Role.OWNER:
        raise HttpError(403, "Only the owner adds people.")
    if User.objects.filter(username=body.username).exists():
        raise InputError(field="username", got=body.username, needs="somebody has this name already: choose another")
    try:
        validate_password(body.password)
    except ValidationError as error:
        raise InputError(field="password", got="", needs=" ".join(error.messages).lower().rstrip(".")) from None
    return _me(User.objects.create_user(body.username, password=body.password, shop=owner.shop, role=body.role))
