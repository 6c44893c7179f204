"""Routes of the door: who is there, accounts, phones and clients let in by a link, who did what; and what a client is shown."""

import uuid
from datetime import UTC, datetime
from typing import Annotated, Any, Literal

import segno
from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import InShop, Shop
from wise_spool.api.doorkeeper import CLOSED, ROLE_WORDS, cookie_of
from wise_spool.api.routes.sheets import printed
from wise_spool.core.ground.fields import Name
from wise_spool.core.ground.refusals import NotNowError, NotThereError
from wise_spool.exchange.pages import page_png
from wise_spool.store.door import LASTS, Role, Who
from wise_spool.store.tables import AccountRow, InvitationRow, PassRow, TrailRow

routes = APIRouter(prefix="/api/door")
shown = APIRouter(prefix="/api/shown")
Staff = Literal["owner", "builder", "viewer"]


class Network(BaseModel):
    """Where the shop's own network finds it, and by what its authority is known."""

    address: str
    fingerprint: str


class AtTheDoor(BaseModel):
    """Who is asking, and whether the shop is open to its network. ``here`` is whoever sits at the machine itself, unasked;
    ``locked`` says that the machine asks too."""

    who: str
    role: Role
    here: bool
    locked: bool
    rod_id: uuid.UUID | None
    network: Network | None
    owner_made: bool
    has_password: bool


class Account(BaseModel):
    """Somebody who may sign in."""

    id: uuid.UUID
    name: str
    role: Role


class LetIn(BaseModel):
    """A window, phone or client that is let in, or a link that still holds."""

    id: uuid.UUID
    kind: str
    name: str
    role: Role
    rod_id: uuid.UUID | None
    made_at: datetime
    seen_at: datetime | None
    ends_at: datetime
    is_link: bool


class Everything(BaseModel):
    """All that the owner keeps of the door."""

    accounts: list[Account]
    let_in: list[LetIn]
    roles: dict[str, str]


class NewAccount(BaseModel):
    """Somebody who is to sign in."""

    model_config = ConfigDict(extra="forbid")

    name: Name
    role: Staff
    password: str = Field(max_length=400)


class NewPassword(BaseModel):
    """Another password."""

    model_config = ConfigDict(extra="forbid")

    password: str = Field(max_length=400)


class OwnPassword(NewPassword):
    """Another password of one's own."""

    old: str = Field(max_length=400)


class SignIn(BaseModel):
    """Somebody at the door."""

    model_config = ConfigDict(extra="forbid")

    name: str = Field(max_length=400)
    password: str = Field(max_length=400)


class NewLink(BaseModel):
    """Whom a link is for: a phone of the shop, or a client and their rod."""

    model_config = ConfigDict(extra="forbid")

    kind: Literal["phone", "client"]
    name: Name
    role: Literal["builder", "viewer"] = "builder"
    rod_id: uuid.UUID | None = None


class Link(BaseModel):
    """A link to open, as words and as a picture to point a phone at; the token in it is told this once."""

    id: uuid.UUID
    address: str
    picture: str
    ends_at: datetime


class Token(BaseModel):
    """What a link brings."""

    model_config = ConfigDict(extra="forbid")

    token: str = Field(min_length=20, max_length=100)


class Step(BaseModel):
    """One line of the trail."""

    id: int
    at: datetime
    who: str
    did: str
    rod_id: uuid.UUID | None


class Shown(BaseModel):
    """What a client is shown of their rod."""

    name: str
    number: str
    words: list[str]
    done: int
    steps: int


def at_the_door(request: Request) -> Who:
    """Whoever asks; the door keeper has let them in."""
    who: Who = request.state.who
    return who


@routes.get("")
def door(request: Request, shop: InShop) -> AtTheDoor:
    """Who is asking."""
    who = at_the_door(request)
    net = shop.network
    return AtTheDoor(
        who=who.name, role=who.role, here=not request.scope.get(CLOSED), locked=request.scope.get(CLOSED) == "machine", rod_id=who.build_id,
        network=None if net is None else Network(address=net.address, fingerprint=net.fingerprint), owner_made=bool(shop.door.accounts()), has_password=who.account_id is not None,
    )  # fmt: skip


@routes.get("/all")
def everything(shop: InShop) -> Everything:
    """Accounts, and what is let in."""
    return _everything(shop)


@routes.post("/accounts", status_code=201)
def make_account(new: NewAccount, request: Request, shop: InShop) -> Everything:
    """Somebody who may sign in."""
    request.state.did = f"made an account for {new.name}, {new.role}"
    shop.door.make_account(new.name, new.role, new.password)
    return _everything(shop)


@routes.put("/accounts/{account_id}/password")
def set_password(
    account_id: uuid.UUID, new: NewPassword, request: Request, shop: InShop
) -> Everything:
    """Another password; all its windows are signed out."""
    request.state.did = "set another password"
    shop.door.set_password(account_id, new.password)
    shop.bell.door()
    return _everything(shop)


@routes.put("/password", status_code=204)
def set_own_password(said: OwnPassword, request: Request, shop: InShop) -> None:
    """Another password of one's own; all one's windows are signed out."""
    request.state.did = "set another password of their own"
    shop.door.set_own_password(at_the_door(request), said.old, said.password, _place(request))
    shop.bell.door()


@routes.delete("/accounts/{account_id}")
def close_account(account_id: uuid.UUID, request: Request, shop: InShop) -> Everything:
    """Let an account go."""
    request.state.did = "closed an account"
    shop.door.close_account(account_id)
    shop.bell.door()
    return _everything(shop)


@routes.post("/sign-in", status_code=204)
def sign_in(said: SignIn, request: Request, shop: InShop) -> Response:
    """By name and password."""
    token, who = shop.door.sign_in(said.name, said.password, _place(request))
    shop.door.note(who.name, "signed in", None)
    return _with_pass(request, token, LASTS["window"].total_seconds())


@routes.post("/come-in", status_code=204)
def come_in(said: Token, request: Request, shop: InShop) -> Response:
    """By a link."""
    token, who = shop.door.come_in(said.token, _place(request))
    shop.door.note(who.name, "came in by a link", who.build_id)
    shop.bell.door()
    return _with_pass(request, token, LASTS["phone"].total_seconds())


@routes.post("/sign-out", status_code=204)
def sign_out(request: Request, shop: InShop, everywhere: bool = False) -> Response:
    """This window, or every window and phone of this account."""
    shop.door.sign_out(at_the_door(request), everywhere=everywhere)
    shop.bell.door()
    answer = Response(status_code=204)
    answer.delete_cookie(**_cookie(request))
    return answer


@routes.post("/links", status_code=201)
def make_link(new: NewLink, request: Request, shop: InShop) -> Link:
    """A link for a phone, or for a client."""
    request.state.did = f"made a {new.kind}'s link for {new.name}"
    if shop.network is None:
        raise NotNowError(
            "The shop is not open to its network: start it with ./wise-spool start --lan"
        )
    if not shop.door.accounts():
        raise NotNowError("Make the owner's account first: what is let in is somebody's to answer for.")  # fmt: skip
    if new.kind == "client":
        if new.rod_id is None:
            raise NotNowError("A client's link shows one rod: say which.")
        shop.builds.get(new.rod_id)
    role: Role = "client" if new.kind == "client" else new.role
    token, row = shop.door.invite(new.kind, new.name, role, new.rod_id)
    address = f"{shop.network.address}/come-in#{token}"
    picture = segno.make(address, micro=False, error="m").svg_data_uri(scale=5, border=3, light="white")  # fmt: skip
    return Link(id=row.id, address=address, picture=picture, ends_at=row.ends_at)


@routes.delete("/let-in/{pass_id}")
def take_away(pass_id: uuid.UUID, request: Request, shop: InShop) -> Everything:
    """Take a pass or a link away: the very next thing it asks is refused."""
    request.state.did = "took a pass or a link away"
    shop.door.take_away(pass_id)
    shop.bell.door()
    return _everything(shop)


@routes.get("/trail")
def trail(
    shop: InShop,
    rod_id: uuid.UUID | None = None,
    before: Annotated[int | None, Query(ge=0, le=2**62)] = None,
) -> list[Step]:
    """Who did what, the last first."""
    return [_step(r) for r in shop.door.trail(rod_id, before)]


@routes.get("/authority.crt", response_class=Response)
def authority(shop: InShop) -> Response:
    """The certificate of the shop's own authority, to be trusted on a phone."""
    if shop.network is None:
        raise NotThereError("The shop is not open to its network.")
    return Response(shop.network.authority_pem, media_type="application/x-x509-ca-cert", headers={"Content-Disposition": 'attachment; filename="wise-spool-authority.crt"'})  # fmt: skip


@shown.get("")
def what_a_client_sees(request: Request, shop: InShop) -> Shown:
    """How far their rod is."""
    kept = shop.builds.get(_theirs(request))
    plan = shop.planned(kept).plan
    build = kept.rod().build
    todo = [] if plan is None else [o for o in plan.work.operations if not o.skipped]
    done = sum(o.done for o in todo)
    following = next((o.words for o in todo if not o.done), "")
    words = [f"{done} of {len(todo)} steps are done."] if todo else []
    words += [f"Next: {following[:1].lower()}{following[1:]}."] if following else ["It is finished."] if todo else []  # fmt: skip
    return Shown(name=build.name, number=build.number, words=words, done=done, steps=len(todo))


@shown.get("/portrait.png", response_class=Response)
def their_portrait(request: Request, shop: InShop) -> Response:
    """Their rod, drawn."""
    _, pdf = printed(shop, _theirs(request), "portrait", "a4")
    return Response(shop.press.print(page_png, pdf, 1), media_type="image/png")


def _theirs(request: Request) -> uuid.UUID:
    rod_id = at_the_door(request).build_id
    if rod_id is None:
        raise NotThereError("This is what clients see of their rod; you see the whole of it.")
    return rod_id


def _place(request: Request) -> str:
    return request.client.host if request.client else ""


def _with_pass(request: Request, token: str, lasts_s: float) -> Response:
    answer = Response(status_code=204)
    answer.set_cookie(value=token, max_age=int(lasts_s), **_cookie(request))
    return answer


def _cookie(request: Request) -> dict[str, Any]:
    secure = request.scope["scheme"] == "https"
    return {"key": cookie_of(request.scope), "path": "/", "secure": secure, "httponly": True, "samesite": "strict"}  # fmt: skip


def _everything(shop: Shop) -> Everything:
    let_in = [_let_in(p, p.seen_at) for p in shop.door.passes()] + [_let_in(r, None) for r in shop.door.links()]  # fmt: skip
    return Everything(accounts=[_account(a) for a in shop.door.accounts()], let_in=let_in, roles=dict(ROLE_WORDS))  # fmt: skip


def _account(row: AccountRow) -> Account:
    return Account(id=row.id, name=row.name, role=row.role)


def _let_in(row: PassRow | InvitationRow, seen_at: datetime | None) -> LetIn:
    return LetIn(id=row.id, kind=row.kind, name=row.name, role=row.role, rod_id=row.build_id, made_at=row.made_at, seen_at=seen_at, ends_at=row.ends_at, is_link=isinstance(row, InvitationRow))  # fmt: skip


def _step(row: TrailRow) -> Step:
    return Step(id=row.id or 0, at=row.at.astimezone(UTC), who=row.who, did=row.did, rod_id=row.build_id)  # fmt: skip
