"""Names and passwords: what is taken, and the first account of an empty installation."""

from __future__ import annotations

import secrets
import unicodedata
from collections.abc import Iterator
from contextlib import contextmanager

from django.conf import settings
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import connection, transaction

from yorvek.core.errors import SECRET, InputError
from yorvek.server.accounts.models import Shop, User

LOCK, LOCK_S = "yorvek first account", 10
LONGEST_NAME = 60


def taken_name(name: str, *, field: str = "username") -> str:
    """A name that can be read and told apart.

    Raises:
        InputError: it is empty, long, or holds what cannot be seen.
    """
    plain = unicodedata.normalize("NFC", name)
    hidden = any(unicodedata.category(c)[0] == "C" or (c.isspace() and c != " ") for c in plain)
    if hidden or not plain.strip() or plain != plain.strip() or "  " in plain or len(plain) > LONGEST_NAME:
        needs = f"1 to {LONGEST_NAME} letters, digits or signs, single spaces between them at most"
        raise InputError(field=field, got=name, needs=needs)
    return plain


def free_name(name: str) -> str:
    """A name that nobody has yet.

    Raises:
        InputError: it cannot be one, or somebody has it.
    """
    plain = taken_name(name)
    if User.objects.filter(username__iexact=plain).exists():
        raise InputError(field="username", got=name, needs="somebody has this name already: choose another")
    return plain


def set_password(user: User, password: str) -> None:
    """Give somebody a password; whoever is logged in by the old one is out.

    Raises:
        InputError: it is too easy to guess.
    """
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise InputError(field="password", got=SECRET, needs=" ".join(error.messages).lower().rstrip(".")) from None
    user.set_password(password)


def add(shop: Shop, name: str, password: str, role: str) -> User:
    """A new person of a shop.

    Raises:
        InputError: the name or the password cannot be taken.
    """
    user = User(username=free_name(name), shop=shop, role=role)
    set_password(user, password)
    user.save()
    return user


def first(shop: str, name: str, password: str, code: str) -> User | None:
    """The shop and its owner, once, for whoever has the code that the launcher printed; none where there are accounts
    already.

    Raises:
        InputError: the code is another one, or a name or the password cannot be taken.
    """
    expected = settings.FIRST_CODE
    if not expected or not secrets.compare_digest(code.strip().upper().encode(), expected.encode()):
        raise InputError(
            field="code", got=SECRET, needs="the code that the start command printed in its window when it was ready"
        )
    with _alone(), transaction.atomic():
        if User.objects.exists():
            return None
        made = Shop.objects.create(name=taken_name(shop, field="shop"))
        return add(made, name, password, User.Role.OWNER)


@contextmanager
def _alone() -> Iterator[None]:
    """One at a time in all processes: there is no row yet that could be locked."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT GET_LOCK(%s, %s)", [LOCK, LOCK_S])
        if cursor.fetchone()[0] != 1:
            raise InputError(field="code", got="while somebody else makes the first account", needs="try again")
        try:
            yield
        finally:
            cursor.execute("SELECT RELEASE_LOCK(%s)", [LOCK])
