"""Refuse what no page of this shop sends: huge bodies, and requests from elsewhere."""

from collections.abc import Mapping
from urllib.parse import urlsplit

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from wise_spool.api.problems import Problem, answer


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

        async def replay() -> Message:
            return body.pop(0) if body else await receive()

        await self.app(scope, replay, send)

    async def _refuse(
        self, most: int, usual: str, scope: Scope, receive: Receive, send: Send
    ) -> None:
        detail = f"That is larger than {most / 1e6:g} MB; {usual}. Nothing was changed."
        problem = Problem(title="Too large", status=413, detail=detail)
        await answer(problem)(scope, receive, send)


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
