"""The door of the shop: accounts, what lets a window, phone or client in, failed tries, and the trail of who did what.

Of a password only its hash by argon2id is kept (RFC 9106, the library's own parameters), of a token only its SHA-256:
a token has 256 bits of chance in it and needs no slow hash. What is taken away is gone at the very next request.
"""

import hashlib
import math
import secrets
import uuid
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timedelta
from threading import Lock
from time import monotonic
from typing import Literal

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from sqlalchemy import delete
from sqlalchemy import func as sql
from sqlmodel import Session, col, select

from wise_spool.core.ground.refusals import NotNowError, NotThereError, RefusedError
from wise_spool.store.builds import BuildStore
from wise_spool.store.tables import AccountRow, InvitationRow, PassRow, TrailRow, TryRow, now

Role = Literal["owner", "builder", "viewer", "client"]
Kind = Literal["window", "phone", "client"]
LASTS: dict[Kind, timedelta] = {"window": timedelta(days=30), "phone": timedelta(days=365), "client": timedelta(days=90)}  # fmt: skip
INVITED = timedelta(minutes=10)
SEEN_AGAIN = timedelta(minutes=1)
LEAST_LETTERS = 10
MOST_LETTERS = 200
TRIED_WITHIN = timedelta(minutes=15)
MOST_TRIES, MOST_FROM_ONE_PLACE = 5, 20
TRAIL_SHOWN = 200
LATELY_S = 2.0


class NotLetInError(RefusedError):
    """The name, password or link does not open the door."""

    status = 401
    title = "Not let in"


class TooOftenError(RefusedError):
    """Too many tries that failed."""

    status = 429
    title = "Too often"


@dataclass(frozen=True)
class Who:
    """Somebody at the door: what they are called in the trail, what they may, and the one rod a client sees."""

    name: str
    role: Role
    pass_id: uuid.UUID | None = None
    account_id: uuid.UUID | None = None
    build_id: uuid.UUID | None = None


HERE = Who("at this machine", "owner")
"""Whoever sits at the machine itself: it asks nobody to sign in."""


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def _known_as(name: str) -> str:
    return " ".join(name.split()).casefold()


class Door:
    """The door of one shop, kept in its database. ``clock`` says what time it is."""

    def __init__(self, builds: BuildStore, clock: Callable[[], datetime] = now) -> None:
        self.engine, self.clock = builds.engine, clock
        self._hasher, self._one_at_a_time = PasswordHasher(), Lock()
        self._nobody = self._hasher.hash(secrets.token_urlsafe())
        self._several, self._asked_at = False, -math.inf

    # accounts
    def accounts(self) -> list[AccountRow]:
        """Everybody who may sign in, by name."""
        with Session(self.engine) as session:
            return list(session.exec(select(AccountRow).order_by(col(AccountRow.known_as))))

    def several(self) -> bool:
        """Whether anybody has an account, so that more than one could have done what was done. While nobody has, the database is asked every
        few seconds at most; an account that is made here counts at once."""
        if not self._several and monotonic() - self._asked_at > LATELY_S:
            self._several, self._asked_at = bool(self.accounts()), monotonic()
        return self._several

    def make_account(self, name: str, role: Role, password: str) -> AccountRow:
        """Somebody who may sign in. Raises :class:`RefusedError` for a name that is taken or a password that is none."""
        tidy, known_as = " ".join(name.split()), _known_as(name)
        if not known_as:
            raise RefusedError("An account has a name.", "name")
        secret = self._secret(password)
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            if session.exec(select(AccountRow).where(AccountRow.known_as == known_as)).first():
                raise RefusedError(f"{tidy} has an account already.", "name")
            first = session.exec(select(sql.count()).select_from(AccountRow)).one() == 0
            if first and role != "owner":
                raise RefusedError("The first account is the owner's.", "role")
            row = AccountRow(name=tidy, known_as=known_as, role=role, secret=secret)
            session.add(row)
        self._several = True
        return row

    def set_password(self, account_id: uuid.UUID, password: str) -> None:
        """Another password; every window and phone signed in by the old one is signed out."""
        secret = self._secret(password)
        with Session(self.engine) as session, session.begin():
            row = self._account(session, account_id)
            row.secret = secret
            session.exec(delete(PassRow).where(col(PassRow.account_id) == account_id))

    def set_own_password(self, who: Who, old: str, password: str, place: str) -> None:
        """Somebody's own other password, for the old one; all their windows are signed out. Raises :class:`NotNowError` for who came in by a
        link, :class:`RefusedError` at ``old`` for a wrong one, which counts as a try at the door."""
        if who.account_id is None:
            raise NotNowError("Whoever came in by a link has no password.")
        keys = {f"password {who.account_id}": MOST_TRIES, f"place {place}": MOST_FROM_ONE_PLACE}
        self._not_too_often(keys)
        with Session(self.engine) as session:
            secret = self._account(session, who.account_id).secret
        if not self._matches(secret, old):
            self._failed(keys)
            raise RefusedError("That is not the password as it is.", "old")
        self.set_password(who.account_id, password)

    def close_account(self, account_id: uuid.UUID) -> None:
        """Let an account go with all its passes. Raises :class:`NotNowError` for the last owner."""
        with Session(self.engine) as session, session.begin():
            row = self._account(session, account_id)
            owners = session.exec(select(AccountRow).where(AccountRow.role == "owner")).all()
            if row.role == "owner" and len(owners) == 1:
                raise NotNowError("This is the only owner: make another one first.")
            session.delete(row)

    def _account(self, session: Session, account_id: uuid.UUID) -> AccountRow:
        row = session.get(AccountRow, account_id)
        if row is None:
            raise NotThereError("There is no such account any more.")
        return row

    def _secret(self, password: str) -> str:
        if not LEAST_LETTERS <= len(password) <= MOST_LETTERS:
            raise RefusedError(f"A password has {LEAST_LETTERS} letters or more, up to {MOST_LETTERS}: four words that go together for nobody else are good.", "password")  # fmt: skip
        with self._one_at_a_time:
            return self._hasher.hash(password)

    # coming in
    def sign_in(self, name: str, password: str, place: str) -> tuple[str, Who]:
        """A token for a window. Raises :class:`NotLetInError`, or :class:`TooOftenError` before anything is tried."""
        known_as = _known_as(name)[:200]
        keys = {f"name {known_as}": MOST_TRIES, f"place {place}": MOST_FROM_ONE_PLACE}
        self._not_too_often(keys)
        with Session(self.engine) as session:
            row = session.exec(select(AccountRow).where(AccountRow.known_as == known_as)).first()
        secret = self._nobody if row is None else row.secret
        if not self._matches(secret, password) or row is None:
            self._failed(keys)
            raise NotLetInError("That name and password do not go together.", "password")
        with Session(self.engine) as session, session.begin():
            session.exec(delete(TryRow).where(col(TryRow.key) == f"name {known_as}"))
        return self._pass("window", row.name, row.role, account_id=row.id)  # type: ignore[arg-type]

    def _matches(self, secret: str, password: str) -> bool:
        with self._one_at_a_time:  # each takes tens of megabytes: a crowd at the door must not
            try:
                return self._hasher.verify(secret, password[: MOST_LETTERS + 1])
            except (VerificationError, InvalidHashError):
                return False

    def invite(self, kind: Kind, name: str, role: Role, build_id: uuid.UUID | None = None) -> tuple[str, InvitationRow]:  # fmt: skip
        """A link's token: a phone's, or a window's on a locked machine, holds once and ten minutes, a client's as often as it is
        opened, until it is taken away or its ninety days are over."""
        token = secrets.token_urlsafe(32)
        ends = self.clock() + (LASTS[kind] if kind == "client" else INVITED)
        row = InvitationRow(token_hash=_hash(token), build_id=build_id, kind=kind, name=name, role=role, made_at=self.clock(), ends_at=ends)  # fmt: skip
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            session.add(row)
        return token, row

    def come_in(self, token: str, place: str) -> tuple[str, Who]:
        """A pass for whoever brings a link's token. Raises :class:`NotLetInError` for one that was used, has run out or
        never was."""
        keys = {f"link {place}": MOST_FROM_ONE_PLACE}
        self._not_too_often(keys)
        moment = self.clock()
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            row = session.exec(select(InvitationRow).where(InvitationRow.token_hash == _hash(token)).with_for_update()).first()  # fmt: skip
            spent = row is not None and row.kind != "client" and row.used_at is not None
            over = row is not None and row.ends_at <= moment
            if row is not None and not spent and not over:
                row.used_at = moment
        if row is None:
            self._failed(keys)
            raise NotLetInError("This link opens nothing here. Ask for another one at the shop's machine.")  # fmt: skip
        if spent:
            self._failed(keys)
            raise NotLetInError("This link was used already, and it holds once. If that was not you, take what it let in off the list at the shop's machine, and make another link.")  # fmt: skip
        if over:
            raise NotLetInError("This link has run out. Make another one at the shop's machine.")
        return self._pass(row.kind, row.name, row.role, build_id=row.build_id)  # type: ignore[arg-type]

    def _pass(self, kind: Kind, name: str, role: Role, account_id: uuid.UUID | None = None, build_id: uuid.UUID | None = None) -> tuple[str, Who]:  # fmt: skip
        token, moment = secrets.token_urlsafe(32), self.clock()
        row = PassRow(token_hash=_hash(token), account_id=account_id, build_id=build_id, kind=kind, name=name, role=role, made_at=moment, seen_at=moment, ends_at=moment + LASTS[kind])  # fmt: skip
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            session.add(row)
        return token, _who(row)

    def who(self, token: str) -> Who | None:
        """Whose pass this is; None when nobody's, or not any more."""
        if not token:
            return None
        moment = self.clock()
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            row = session.exec(select(PassRow).where(PassRow.token_hash == _hash(token))).first()
            if row is None or row.ends_at <= moment:
                return None
            if moment - row.seen_at > SEEN_AGAIN:
                row.seen_at = moment
        return _who(row)

    # what was let in
    def passes(self) -> list[PassRow]:
        """Everything that is let in, last seen first."""
        with Session(self.engine) as session:
            wanted = select(PassRow).where(col(PassRow.ends_at) > self.clock()).order_by(col(PassRow.seen_at).desc())  # fmt: skip
            return list(session.exec(wanted))

    def links(self) -> list[InvitationRow]:
        """Links that still hold: clients', and phones' that nobody used yet."""
        with Session(self.engine) as session:
            wanted = select(InvitationRow).where(col(InvitationRow.ends_at) > self.clock()).order_by(col(InvitationRow.made_at).desc())  # fmt: skip
            return [r for r in session.exec(wanted) if r.kind == "client" or r.used_at is None]

    def take_away(self, id: uuid.UUID) -> None:
        """A pass, or a link with all it has let in. Raises :class:`NotThereError`."""
        with Session(self.engine) as session, session.begin():
            gone = session.exec(delete(PassRow).where(col(PassRow.id) == id)).rowcount
            link = session.get(InvitationRow, id)
            if link is not None:
                gone += 1
                if link.kind == "client":
                    session.exec(delete(PassRow).where(col(PassRow.kind) == "client", col(PassRow.build_id) == link.build_id, col(PassRow.name) == link.name))  # fmt: skip
                session.delete(link)
        if not gone:
            raise NotThereError("That is not on the list any more.")

    def sign_out(self, who: Who, *, everywhere: bool = False) -> None:
        """End a pass, or every one of its account."""
        with Session(self.engine) as session, session.begin():
            session.exec(delete(PassRow).where(col(PassRow.id) == who.pass_id))
            if everywhere and who.account_id is not None:
                session.exec(delete(PassRow).where(col(PassRow.account_id) == who.account_id))

    # tries that failed
    def _not_too_often(self, keys: dict[str, int]) -> None:
        since = self.clock() - TRIED_WITHIN
        with Session(self.engine) as session:
            for key, most in keys.items():
                wanted = select(sql.count(), sql.min(TryRow.at)).where(TryRow.key == key, col(TryRow.at) > since)  # fmt: skip
                tries, first = session.exec(wanted).one()
                if tries >= most:
                    wait = max(int((first + TRIED_WITHIN - self.clock()).total_seconds() / 60) + 1, 1)  # fmt: skip
                    raise TooOftenError(f"That went wrong too often. Wait {wait} minutes, or ask at the shop's machine.")  # fmt: skip

    def _failed(self, keys: dict[str, int]) -> None:
        with Session(self.engine) as session, session.begin():
            session.exec(delete(TryRow).where(col(TryRow.at) < self.clock() - TRIED_WITHIN))
            session.add_all(TryRow(key=key, at=self.clock()) for key in keys)

    # the trail
    def note(self, who: str, did: str, build_id: uuid.UUID | None) -> None:
        """Add to the trail."""
        with Session(self.engine) as session, session.begin():
            session.add(TrailRow(at=self.clock(), who=who, did=did[:400], build_id=build_id))

    def trail(self, build_id: uuid.UUID | None = None, before: int | None = None) -> list[TrailRow]:
        """Who did what, the last first, a page at a time."""
        wanted = select(TrailRow).order_by(col(TrailRow.id).desc()).limit(TRAIL_SHOWN)
        if build_id is not None:
            wanted = wanted.where(TrailRow.build_id == build_id)
        if before is not None:
            wanted = wanted.where(col(TrailRow.id) < before)
        with Session(self.engine) as session:
            return list(session.exec(wanted))


def _who(row: PassRow) -> Who:
    return Who(row.name, row.role, row.id, row.account_id, row.build_id)  # type: ignore[arg-type]
