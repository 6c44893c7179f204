"""Refuse what no page of this shop sends: huge bodies, unreadable text, requests from elsewhere; and say what a browser may do with
an answer."""

import json
import re
import secrets
import time
from collections.abc import Iterable, Mapping
from urllib.parse import unquote, urlsplit

from starlette.types import ASGIApp, Message, Receive, Scope, Send
from structlog.contextvars import bound_contextvars

from wise_spool.api.problems import FieldProblem, Problem, answer
from wise_spool.core.ground.sentences import capital
from wise_spool.logs import say


def again(messages: list[Message], receive: Receive) -> Receive:
    """What was read of a request already, given once more, then what still comes."""

    async def replay() -> Message:
        return messages.pop(0) if messages else await receive()

    return replay


class LargestBody:
    """ASGI middleware: answer 413 to a body over ``most`` bytes, or more where a path ends so that ``larger``
    names it, whatever its header claims; each with the word for what is usual."""

    def __init__(self, app: ASGIApp, most: int, larger: Mapping[str, tuple[int, str]]) -> None:
        self.app, self.larger = app, larger
        self.usual = (most, "a build file is well under one")

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http" or scope["method"] in ("GET", "HEAD"):
            await self.app(scope, receive, send)
            return
        ends = (of for end, of in self.larger.items() if scope["path"].endswith(end))
        most, usual = next(ends, self.usual)
        claimed = dict(scope["headers"]).get(b"content-length", b"0")
        if claimed.isdigit() and int(claimed) > most:
            await self._refuse(most, usual, scope, receive, send)
            return
        body: list[Message] = []
        size, more = 0, True
        while more:
            message = await receive()
            size += len(message.get("body", b""))
            more = message["type"] == "http.request" and message.get("more_body", False)
            if size > most:
                await self._refuse(most, usual, scope, receive, send)
                return
            body.append(message)

        await self.app(scope, again(body, receive), send)

    async def _refuse(
        self, most: int, usual: str, scope: Scope, receive: Receive, send: Send
    ) -> None:
        detail = f"That is larger than {most / 1e6:g} MB; {usual}. Nothing was changed."
        problem = Problem(title="Too large", status=413, detail=detail)
        await answer(problem)(scope, receive, send)


class Readable:
    """ASGI middleware: a body of JSON with more in it than anything of a shop has is answered 422 before it is gone through;
    text with characters that no keyboard of a builder makes, and no database keeps, is answered 422 and named:
    control characters but for tab and line's end, and halves of pairs. In a body of JSON the field is named, too. Paths of ``long`` may have more in
    a body."""

    def __init__(self, app: ASGIApp, long: frozenset[str] = frozenset()) -> None:
        self.app, self.long = app, long

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        if UNKEPT.search(unquote(scope["query_string"].decode("latin-1"), errors="replace")) or UNKEPT.search(scope["path"]):  # fmt: skip
            await answer(_unkept("address", "The address"))(scope, receive, send)
            return
        if scope["method"] in ("GET", "HEAD"):
            await self.app(scope, receive, send)
            return
        messages: list[Message] = []
        more = True
        while more:
            message = await receive()
            messages.append(message)
            more = message["type"] == "http.request" and message.get("more_body", False)
        body = b"".join(m.get("body", b"") for m in messages)
        if (
            body[:1] in (b"{", b"[")
            and scope["path"] not in self.long
            and body.count(b'":') > MOST_NAMED
        ):
            await answer(TOO_MANY)(scope, receive, send)
            return
        found = _unkept_in(body)
        if found is not None:
            field = ".".join(found[4:] if found[:1] == ["changes"] else found)
            name = capital(found[-1].replace("_", " ")) if found else "What was sent"
            await answer(_unkept(field, name))(scope, receive, send)
            return

        await self.app(scope, again(messages, receive), send)


MOST_NAMED = 60_000
"""So many named values a body of JSON may hold; a rod has some thousands."""
TOO_MANY = Problem(
    title="Cannot be kept as it is", status=422, detail=f"That holds too many values, over {MOST_NAMED:,}: more than any rod does. Nothing was changed.",
    errors=[FieldProblem(field="body", message="There are too many values in it.")],
)  # fmt: skip
UNKEPT = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\ud800-\udfff]")
_ESCAPED = re.compile(rb"\\u(?:00[01][0-9a-f]|007f|d[89a-f][0-9a-f]{2})", re.IGNORECASE)


def _unkept(field: str, name: str) -> Problem:
    words = f"{name} holds a character that cannot be kept, such as one a scanner or a broken paste leaves. Type it anew."
    return Problem(
        title="Cannot be kept as it is", status=422, detail=words, errors=[FieldProblem(field=field, message=words)]
    )  # fmt: skip


def _unkept_in(body: bytes) -> list[str] | None:
    """The place in a JSON body of the first text with such a character; None where there is none, or no JSON."""
    if body[:1] not in (b"{", b"[") or not (_ESCAPED.search(body) or b"\x7f" in body):
        return None
    try:
        return _place(json.loads(body))
    except (ValueError, RecursionError):
        return None


def _place(said: object) -> list[str] | None:
    if isinstance(said, str):
        return [] if UNKEPT.search(said) else None
    rows: Iterable[tuple[object, object]] = ()
    if isinstance(said, dict):
        rows = said.items()
    elif isinstance(said, list):
        rows = enumerate(said)
    for key, value in rows:
        if isinstance(key, str) and UNKEPT.search(key):
            return []
        inner = _place(value)
        if inner is not None:
            return [*_where(said, key), *inner]
    return None


def _where(said: object, key: object) -> list[str]:
    """A step of the way to a text: what an edit is to set is at the edit's own place in the rod."""
    if key == "to" and isinstance(said, dict) and isinstance(said.get("at"), list):
        return [str(p) for p in said["at"]]
    return [str(key)]


HEADERS = {
    b"content-security-policy": b"default-src 'self'; img-src 'self' data: blob:; media-src 'self' blob:; style-src 'self' 'unsafe-inline'; worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
    b"x-frame-options": b"DENY",
    b"x-content-type-options": b"nosniff",
    b"referrer-policy": b"no-referrer",
    b"cross-origin-opener-policy": b"same-origin",
    b"cross-origin-resource-policy": b"same-origin",
    b"permissions-policy": b"camera=(), geolocation=(), microphone=(self), payment=(), usb=()",
}
"""What every answer says to a browser: run and load only what is ours, and show it in nobody's frame."""


class Numbered:
    """ASGI middleware: every request has a number, which everything the log says on its way bears and its answer says; what took long or failed
    is logged, with the place in the program and not who or what."""

    def __init__(self, app: ASGIApp, slow_s: float = 2.0) -> None:
        self.app, self.slow_s = app, slow_s

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        number = secrets.token_hex(4)
        scope.setdefault("state", {})["number"] = number
        began, status = time.perf_counter(), 0

        async def numbered(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                message["headers"] = [*message["headers"], (b"x-request-id", number.encode())]
                took_s = time.perf_counter() - began
                if took_s > self.slow_s or status >= 500:
                    say.warning("slow" if status < 500 else "failed", method=scope["method"], route=_route(scope), status=status, ms=round(1000 * took_s))  # fmt: skip
            await send(message)

        with bound_contextvars(request=number):
            await self.app(scope, receive, numbered)


def _route(scope: Scope) -> str:
    """The route's own path, without what was in it."""
    return str(getattr(scope.get("route"), "path", "none"))


class Guarded:
    """ASGI middleware: every answer carries :data:`HEADERS`."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        async def with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                there = {name for name, _ in message["headers"]}
                message["headers"] = [*message["headers"], *((n, v) for n, v in HEADERS.items() if n not in there)]  # fmt: skip
            await send(message)

        await self.app(scope, receive, with_headers if scope["type"] == "http" else send)


class SameOrigin:
    """ASGI middleware: only pages this server itself served may change anything.

    A browser names the page a request comes from; another site's page, or this
    server reached under a foreign name, is answered 403.
    """

    def __init__(self, app: ASGIApp, hosts: tuple[str, ...]) -> None:
        self.app, self.hosts = app, hosts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "http":
            headers = dict(scope["headers"])
            host = headers.get(b"host", b"").decode("latin-1")
            origin = headers.get(b"origin", b"").decode("latin-1")
            foreign = origin and origin.partition("://")[2] != host
            if urlsplit(f"//{host}").hostname not in self.hosts or foreign:
                detail = "This shop answers only its own pages, at its own address."
                problem = Problem(title="Not from here", status=403, detail=detail)
                await answer(problem)(scope, receive, send)
                return
        await self.app(scope, receive, send)
