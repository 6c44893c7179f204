"""Who may come in: whoever sits at the machine, unasked, unless it is locked; from the shop's own network only with a pass, and only to what
the pass is for.

The interface itself is let through, it holds nothing of the shop; everything under ``/api`` asks for a pass but for the
door's own three: signing in, coming in by a link, and the authority's certificate. A calendar's feed has its secret in
its address.
"""

import ipaddress
import re
import uuid
from collections.abc import MutableMapping
from http.cookies import CookieError, SimpleCookie
from typing import Any, Literal

from sqlalchemy.exc import OperationalError
from starlette.concurrency import run_in_threadpool
from starlette.requests import Request
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from wise_spool.api.problems import Problem, answer, database_away
from wise_spool.store.door import HERE, Door, Role, Who

COOKIE, COOKIE_HERE = "__Host-wise-spool", "wise-spool-here"
"""The pass: as it goes over TLS, and as it goes on a machine that is locked, where there is none."""
CLOSED = "wise_spool.closed"
"""In the scope of a request that nothing lets in but a pass: "network" for one from there, "machine" on a locked one."""
Line = Literal["network", "machine"]
ASKS = ("/api/", "/openapi.json")
AT_THE_DOOR = {("POST", "/api/door/sign-in"), ("POST", "/api/door/come-in"), ("GET", "/api/door/authority.crt")}  # fmt: skip
ANYBODYS = {("GET", "/api/door"), ("POST", "/api/door/sign-out"), ("PUT", "/api/door/password")}
OWNERS = ("/api/door", "/api/keeping", "/api/people")
WORKED_OUT = re.compile(
    r"/api/(plan(/schools)?|labels/drawn|line-up/photo|measures|clock-angles|charts|tapers|bends(/\w+)?|trainer/rounds(/.*)?|shelf/\w+/csv/look)"
)
"""POST that only works something out: nothing of the shop is changed."""
HEALTH = "/api/health"
"""How the commands find a shop that is served: it says the version and which shop, no more."""
LOCKED = "This shop is locked on this machine. It opens by the address its start printed; ./wise-spool let-in prints another one."
OF_A_ROD = re.compile(r"/api/builds/([0-9a-f-]{36})(/|$)")


def closed(app: ASGIApp, line: Line = "network") -> ASGIApp:
    """The application as it is served to the network, or to a machine that several people share: closed but for those
    with a pass."""

    async def to_those_with_a_pass(scope: Scope, receive: Receive, send: Send) -> None:
        scope[CLOSED] = line
        await app(scope, receive, send)

    return to_those_with_a_pass


def may(who: Who, method: str, path: str) -> bool:
    """Whether somebody may do this.

    >>> may(Who("Bo", "viewer"), "GET", "/api/builds"), may(Who("Bo", "viewer"), "POST", "/api/shelf")
    (True, False)
    """
    if (method, path) in ANYBODYS:
        return True
    if who.role == "client":
        return method in ("GET", "HEAD") and (path == "/api/shown" or path.startswith("/api/shown/"))  # fmt: skip
    if who.role == "owner":
        return True
    if path.startswith(OWNERS):
        return path.startswith("/api/people") and who.role == "builder" and method != "DELETE"
    if method in ("GET", "HEAD"):
        return True
    return who.role == "builder" or WORKED_OUT.fullmatch(path) is not None


def shop_network(address: str) -> bool:
    """Whether an address is of the shop's own network, not of the wide one.

    >>> shop_network("192.168.1.20"), shop_network("8.8.8.8")
    (True, False)
    """
    try:
        found = ipaddress.ip_address(address.partition("%")[0])
    except ValueError:
        return False
    mapped = getattr(found, "ipv4_mapped", None)
    return (mapped or found).is_private


def token_in(scope: Scope) -> str:
    """The pass a browser brings; empty where it brings none."""
    wanted = cookie_of(scope)
    for name, value in scope["headers"]:
        if name == b"cookie":
            try:
                jar = SimpleCookie(value.decode("latin-1"))
            except CookieError:
                return ""
            return jar[wanted].value if wanted in jar else ""
    return ""


def cookie_of(scope: Scope) -> str:
    """What the pass is called on this line."""
    return COOKIE if scope["scheme"] == "https" else COOKIE_HERE


class DoorKeeper:
    """ASGI middleware: says who is there, turns away whom nothing lets in, and keeps the trail."""

    def __init__(self, app: ASGIApp, door: Door) -> None:
        self.app, self.door = app, door

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        method, path = scope["method"], scope["path"]
        state: MutableMapping[str, Any] = scope.setdefault("state", {})
        who: Who | None = HERE
        if scope.get(CLOSED):
            try:
                refusal, who = await self._asked(scope, method, path)
            except OperationalError as error:
                await database_away(error)(scope, receive, send)
                return
            if refusal is not None:
                await answer(refusal)(scope, receive, send)
                return
        state["who"] = who
        if who is None or method in ("GET", "HEAD", "OPTIONS") or WORKED_OUT.fullmatch(path):
            await self.app(scope, receive, send)
            return

        answered_instead = False

        async def noted_first(message: Message) -> None:
            nonlocal answered_instead
            done = message["type"] == "http.response.start" and 200 <= message["status"] < 400
            if done and path.startswith("/api/") and not state.get("noted"):
                did = state.get("did") or _said_of(scope.get("endpoint")) or f"{method} {path}"
                try:
                    await run_in_threadpool(self._note, scope, who.name, did)
                except OperationalError as error:
                    # It is done and not said to be: sent again, it is kept already, and noted then.
                    answered_instead = True
                    await database_away(error)(scope, receive, send)
            if not answered_instead:
                await send(message)

        await self.app(scope, receive, noted_first)

    async def _asked(self, scope: Scope, method: str, path: str) -> tuple[Problem | None, Who | None]:  # fmt: skip
        """Why a request from the network is turned away, or whose it is."""
        place = scope["client"][0] if scope.get("client") else ""
        if not shop_network(place):
            return Problem(
                status=403, title="Not from here", detail="This shop answers its own network only."
            ), None
        here = scope[CLOSED] == "machine"
        if not path.startswith(ASKS) or (method, path) in AT_THE_DOOR or (here and path == HEALTH):
            return None, None
        who = await run_in_threadpool(self.door.who, token_in(scope))
        if who is None:
            return Problem(status=401, title="Sign in", detail=LOCKED if here else "Sign in to see this shop."), None  # fmt: skip
        if not may(who, method, path):
            words = {
                "viewer": "You may look at everything here and change nothing.",
                "builder": "That is the owner's to do.",
                "client": "Your link shows one rod.",
                "owner": "",
            }[who.role]
            return Problem(status=403, title="Not yours to do", detail=words), None
        return None, who

    def _note(self, scope: Scope, name: str, did: str) -> None:
        """Put it on the trail, where one is kept."""
        if trail_kept(scope, self.door):
            rod = OF_A_ROD.match(scope["path"])
            self.door.note(name, did, uuid.UUID(rod[1]) if rod else None)


def trail_kept(scope: Scope, door: Door) -> bool:
    """Whether a trail is kept: once there is more than one who could have done it."""
    return bool(scope.get(CLOSED)) or door.several()


def goes_on_trail(request: Request, door: Door) -> str | None:
    """The name that whoever answers puts on the trail in one act with what is changed, so that it is there once however often it is
    sent; None while no trail is kept. The keeper adds nothing then."""
    request.state.noted = True
    who: Who = request.state.who
    return who.name if trail_kept(request.scope, door) else None


def _said_of(endpoint: object) -> str:
    """What a route does, by its own first words."""
    words = (getattr(endpoint, "__doc__", "") or "").partition("\n")[0].strip().rstrip(".")
    return words[:1].lower() + words[1:]


ROLE_WORDS: dict[Role, str] = {
    "owner": "owner: everything, accounts and backups too",
    "builder": "builder: all work, no accounts, backups or deleting people",
    "viewer": "viewer: looks, changes nothing",
    "client": "client: sees one rod",
}
