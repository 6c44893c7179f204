"""The commands behind ``./wise-spool``."""

import importlib.util
import ipaddress
import json
import os
import signal
import socket
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated, Any

import typer
from pydantic import ValidationError

from wise_spool.api.app import create_app
from wise_spool.api.deps import Network
from wise_spool.api.problems import field_problems
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.plan import plan as plan_build
from wise_spool.core.rod import Rod
from wise_spool.demo.blanks import demo_blanks
from wise_spool.demo.board import demo_board
from wise_spool.demo.counter import asked_this_week, bought_for, people, splinted, terms, with_cards
from wise_spool.demo.past import past_records
from wise_spool.demo.shelf import demo_shelf
from wise_spool.demo.shop import demo_builds, demo_records
from wise_spool.exchange.build_file import BuildFileError, build_schema, read_build
from wise_spool.run.authority import Certificates, certificates, own_addresses
from wise_spool.run.doctor import examine
from wise_spool.run.running import Running, last, noted, running
from wise_spool.run.serving import serve
from wise_spool.run.site import Site
from wise_spool.run.tests import here, run_part, run_side_by_side
from wise_spool.settings import ROOT, Settings, local_zone, shops_elsewhere
from wise_spool.store.backups import WHOSE, back_up, counted, looked_at, put_aside, put_back
from wise_spool.store.backups import bring_back as put_again
from wise_spool.store.builds import DEMO, DEMO_PAST, BuildStore
from wise_spool.store.cluster import Cluster, free_port, running_cluster
from wise_spool.store.door import Door
from wise_spool.store.migrations import upgrade
from wise_spool.store.people import People
from wise_spool.store.shelf import Shelf
from wise_spool.store.terms import keep_terms
from wise_spool.store.timetable import TimetableStore

DATABASES = {"demo": "wise_spool_demo", "shop": "wise_spool_shop"}
app = typer.Typer(add_completion=False, no_args_is_help=True, pretty_exceptions_enable=False)


class SaidError(RefusedError):
    """Something went wrong in a way the message explains; no traceback."""


def _settings() -> Settings:
    """The settings of this run. Raises :class:`SaidError` for one that cannot be, by the name it was given under."""
    try:
        return Settings()
    except ValidationError as error:
        wrong = "; ".join(f"WISE_SPOOL_{str(e['loc'][0]).upper()} is {e['input']!r}: {e['msg'][0].lower()}{e['msg'][1:]}" for e in error.errors())  # fmt: skip
        raise SaidError(f"A setting cannot be used. {wrong}.") from None


@contextmanager
def _database(shop: str, settings: Settings) -> Iterator[tuple[Cluster, str, bool]]:
    """A migrated database of the running cluster: cluster, address, and whether it is new."""
    with running_cluster(settings.data_dir, settings.database_port) as cluster:
        fresh = cluster.create_database(DATABASES[shop])
        url = cluster.url(DATABASES[shop])
        upgrade(url)
        yield cluster, url, fresh


def _is_this_machine(host: str) -> bool:
    if host == "localhost":
        return True
    try:
        return ipaddress.ip_address(host).is_loopback
    except ValueError:
        return False


def _choose_port(settings: Settings, shop: str) -> int:
    """The port this shop was served at last, or the first that is free."""
    before = last(settings.data_dir, shop)
    usual = before.port if before else settings.port
    port = free_port(settings.host, usual)
    if port != usual:
        print(
            f"Port {usual} is in use by another program; taking {port}. Edits that wait in a browser at the "
            "old address are sent when this shop is served there again."
        )
    return port


def _open_to_network(
    settings: Settings,
) -> tuple[tuple[socket.socket, Certificates], tuple[str, ...], Network]:
    """A socket to the shop's own network, the certificates for it, the names it goes by, and how it is found."""
    names = (settings.lan_address,) if settings.lan_address else own_addresses()
    made = certificates(settings.data_dir, names)
    port = free_port("0.0.0.0", settings.lan_port)
    held = _tcp(socket.AF_INET)
    try:
        held.bind(("0.0.0.0", port))
    except OSError as error:
        raise SaidError(f"Port {port} cannot be opened to the network ({error.strerror}): name another with WISE_SPOOL_LAN_PORT.") from error  # fmt: skip
    host = f"[{names[0]}]" if ":" in names[0] else names[0]
    return (held, made), names, Network(f"https://{host}:{port}", made.authority_pem, made.fingerprint)  # fmt: skip


def _listening(settings: Settings, shop: str, asked: int | None) -> socket.socket:
    """A socket that is held from the moment its port was chosen, so that nobody takes it before it is served."""
    family = socket.AF_INET6 if ":" in settings.host else socket.AF_INET
    for _ in range(MOST_PORTS):
        port = _choose_port(settings, shop) if asked is None else asked
        held = _tcp(family)
        try:
            held.bind((settings.host, port))
        except (OSError, OverflowError) as error:
            held.close()
            if asked is not None:
                why = getattr(error, "strerror", None) or error
                raise SaidError(
                    f"Port {asked} on {settings.host} cannot be used ({why}). Name another with --port, or leave it out."
                ) from error
            # taken in this very moment: the next one
        else:
            return held
    raise SaidError("Every port that was free was taken the moment after. Try again.")


def _tcp(family: int) -> socket.socket:
    """A socket to listen at. It has to say that it is TCP: of one that does not, the event loop does not know that an answer
    is to go out at once, and every answer waits 40 ms for the one before to be acknowledged."""
    held = socket.socket(family, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    held.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    return held


MOST_PORTS = 5


def _serve(shop: str, port: int | None, *, lan: bool = False, locked: bool = False) -> None:
    settings = _settings()
    there = running(settings.data_dir, shop)
    if there is not None:
        print(f"Wise Spool ({shop}) is running already: {there.address}", flush=True)
        return
    if not _is_this_machine(settings.host):
        raise SaidError(f"WISE_SPOOL_HOST is {settings.host!r}: what it serves there asks nobody to sign in, so everybody on that network could read and change the shop. Leave the setting out; --lan opens the shop to its network, with accounts and encrypted.")  # fmt: skip
    held = _listening(settings, shop, port)
    chosen = held.getsockname()[1]
    with _database(shop, settings) as (cluster, url, _fresh):
        store = BuildStore(url)
        if shop == "demo":
            _fill_demo(store)
        lan_socket = made = found_at = None
        if lan:
            (lan_socket, made), names, found_at = _open_to_network(settings)
            settings = settings.model_copy(update={"names": (*settings.names, *names)})
        site = Site(
            shop, DATABASES[shop], settings, cluster, held.fileno(), None if lan_socket is None else lan_socket.fileno(), made, found_at, locked,
        )  # fmt: skip
        me = Running(os.getpid(), settings.host, chosen, shop, locked)
        print(f"Wise Spool ({shop}): {me.address}   Ctrl-C stops it.", flush=True)
        if locked:
            _print_way_in(store, me)
        print(f"Its data is kept in {settings.data_dir}.", flush=True)
        if found_at is not None:
            print(f"Open to the shop's network, for those with an account or a link: {found_at.address}/", flush=True)  # fmt: skip
            print(f"Its authority's SHA-256: {found_at.fingerprint}", flush=True)
            if not Door(store).accounts():
                print(f"Nobody can come in yet: make the owner's account at {me.address}door on this machine.", flush=True)  # fmt: skip
        for other in shops_elsewhere(settings.data_dir):
            print(f"Another account keeps a shop of this checkout in {other}; this is not it.")
        with noted(settings.data_dir, me), suppress(KeyboardInterrupt):
            serve(site, store)
        store.engine.dispose()
    print("Stopped; everything is kept.", flush=True)


def _print_way_in(store: BuildStore, server: Running) -> None:
    token, _row = Door(store).invite("window", "at this machine", "owner")
    print("It is locked. This address opens it, once and within ten minutes; ./wise-spool let-in prints another one:")  # fmt: skip
    print(f"{server.address}come-in#{token}", flush=True)


def _fill_demo(store: BuildStore) -> None:
    """The demo shop, made anew when it is of another day and nobody has touched it."""
    today = datetime.now().astimezone().replace(hour=0, minute=0, second=0, microsecond=0)
    store.clear_if_untouched(before=today)
    if not store.count() and not store.count(put_away=True):
        rods = [
            *demo_records(datetime.now(UTC)),
            splinted(datetime.now(UTC)),
            asked_this_week(datetime.now(UTC)),
        ]
        hung = {r.design.name: str(store.add(r, DEMO).id) for r in rods}
        TimetableStore(store).say(demo_board(today.date(), local_zone(), hung))
        for records in past_records(datetime.now(UTC)):
            store.put_away(store.add(records, DEMO_PAST).id, away=True)
    if not Shelf(store).all():
        Shelf(store).add(
            [
                *with_cards(demo_shelf(), today.date()),
                *demo_blanks(),
                *bought_for(demo_builds(datetime.now(UTC)), today.date()),
            ]
        )
        keep_terms(store.engine, terms())
    book = People(store)
    if not book.all():
        for person in people(datetime.now(UTC)):
            book.add(person)


Port = Annotated[int | None, typer.Option(help="Port to listen on; the usual one if left out.")]


Lan = Annotated[bool, typer.Option("--lan", help="Open it to the shop's own network too, with accounts and encrypted.")]  # fmt: skip


Locked = Annotated[bool, typer.Option("--locked", help="Ask on this machine too: it opens by an address that is printed. For a machine that several people share.")]  # fmt: skip


@app.command()
def demo(port: Port = None, lan: Lan = False, locked: Locked = False) -> None:
    """Start with the demo shop."""
    _serve("demo", port, lan=lan, locked=locked)


@app.command()
def start(port: Port = None, lan: Lan = False, locked: Locked = False) -> None:
    """Start with your own shop, empty the first time."""
    _serve("shop", port, lan=lan, locked=locked)


@app.command()
def let_in(shop: str = "shop") -> None:
    """Print an address that opens a shop that is locked, once."""
    settings = _settings()
    there = running(settings.data_dir, _known(shop))
    if there is None or not there.locked:
        raise SaidError("It is not running." if there is None else f"It is not locked: {there.address}")  # fmt: skip
    with _database(shop, settings) as (_cluster, url, _fresh):
        store = BuildStore(url)
        _print_way_in(store, there)
        store.engine.dispose()


@app.command()
def plan(file: Path) -> None:
    """Print the plan of a build file as JSON; needs neither server nor database."""
    file = here(file)
    try:
        kept = read_build(file.read_bytes())
    except OSError as error:
        raise SaidError(f"Cannot read {file}: {error.strerror}.") from error
    except BuildFileError as error:
        fields = field_problems(error.invalid.errors()) if error.invalid else []
        raise SaidError(
            "\n".join([str(error), *(f"  {f.field}: {f.message}" for f in fields)])
        ) from error
    rod = Rod.logged(kept.design, kept.piece, kept.log)
    print(plan_build(rod).model_dump_json(indent=2))


@app.command()
def backup(file: Path, shop: str = "shop") -> None:
    """Write a whole shop to FILE, for its owner alone, with a note of what is in it beside it."""
    file = here(file)
    with _database(_known(shop), _settings()) as (cluster, _, _fresh):
        note = back_up(cluster, shop, DATABASES[shop], file)
    print(f"Backed up {WHOSE[shop]} to {file}: {note.rods} rods, {note.things} things on the shelf, {note.size} bytes, read back.")  # fmt: skip
    if not note.rods:
        other = "demo" if shop == "shop" else "shop"
        print(f"There is no rod in it. The other shop is backed up with --shop {other}.")


@app.command()
def restore(
    file: Path,
    shop: str = "shop",
    yes: Annotated[bool, typer.Option(help="Without asking.")] = False,
) -> None:
    """Put a backup back. What was there is put aside, and can be brought back."""
    file, settings = here(file), _settings()
    database = DATABASES[_known(shop)]
    note = looked_at(file, shop)
    _nobody_works(settings, shop)
    with _database(shop, settings) as (cluster, url, _fresh):
        rods, things = counted(url)
        comes = f"{note.rods} rods and {note.things} things, of {note.made_at[:16].replace('T', ' ')} UTC" if note else "a backup without its note"  # fmt: skip
        _ask(yes, f"There are {rods} rods and {things} things on the shelf in {WHOSE[shop]}. In their place comes {comes}; they are put aside", rods + things)  # fmt: skip
        aside = put_back(cluster, database, file, even_empty=yes)
    print(f"Restored from {file}; what was there is kept as {aside}. To have it again: ./wise-spool bring-back {aside}")  # fmt: skip


@app.command()
def kept(shop: str = "shop") -> None:
    """What restores have put aside."""
    with _database(_known(shop), _settings()) as (cluster, _, _fresh):
        rows = put_aside(cluster, DATABASES[shop])
    for row in rows:
        print(f"{row.name}   put aside {row.at}, {row.rods} rods")
    if not rows:
        print("Nothing is put aside.")


@app.command()
def bring_back(
    name: str,
    shop: str = "shop",
    yes: Annotated[bool, typer.Option(help="Without asking.")] = False,
) -> None:
    """Put what a restore put aside in its place again."""
    settings = _settings()
    _nobody_works(settings, _known(shop))
    with _database(shop, settings) as (cluster, url, _fresh):
        rods, things = counted(url)
        _ask(yes, f"There are {rods} rods and {things} things on the shelf now; they are put aside in turn", rods + things)  # fmt: skip
        aside = put_again(cluster, DATABASES[shop], name)
    print(f"{name} is the shop again; what was there is kept as {aside}.")


def _nobody_works(settings: Settings, shop: str) -> None:
    there = running(settings.data_dir, shop)
    if there is not None:
        raise SaidError(f"Wise Spool ({shop}) is running at {there.address}: stop it first, or what is done there meanwhile is lost.")  # fmt: skip


def _ask(yes: bool, words: str, holds: int) -> None:
    """Go on only when it is wanted; a shop that holds nothing is asked nothing about."""
    if yes or not holds:
        return
    if not sys.stdin.isatty():
        raise SaidError(f"{words}. Say --yes if that is wanted; nothing was changed.")
    if not typer.confirm(f"{words}. Go on?"):
        raise SaidError("Left as it was.")


def _known(shop: str) -> str:
    if shop not in DATABASES:
        raise SaidError(f"There is no shop called {shop}: it is demo or shop.")
    return shop


@app.command()
def doctor(shop: str = "shop") -> None:
    """Look at versions, disk, database, backups, clock, ports and certificate, and say what to do."""
    database = DATABASES[_known(shop)]
    found = examine(_settings(), shop, database, datetime.now(UTC))
    for one in found:
        print(f"{one.state:<5} {one.what}: {one.says}")
        if one.do:
            print(f"      {one.do}")
    stops = sum(one.state == "stop" for one in found)
    if stops:
        raise SaidError(f"{stops} of {len(found)} want doing before anything else." if stops > 1 else "One thing wants doing before anything else.")  # fmt: skip


@app.command()
def describe(
    check: Annotated[bool, typer.Option(help="Only say whether they are up to date.")] = False,
) -> None:
    """Write the API description and the build file's schema to docs/."""
    api = create_app(
        BuildStore("postgresql+psycopg://unused"), Settings(web_dir=Path("/nonexistent"))
    )
    wanted = {
        ROOT / "docs" / "openapi.json": json.dumps(api.openapi(), indent=2) + "\n",
        ROOT / "docs" / "build-file.schema.json": json.dumps(build_schema(), indent=2) + "\n",
        ROOT / "docs" / "glossary.md": _tool("glossary").glossary(),
        ROOT / "web" / "src" / "words" / "shapes.ts": _tool("shapes").shapes(build_schema()),
        ROOT / "web" / "src" / "words" / "trade.ts": _tool("shapes").trade_words(),
    }
    stale = [path for path, text in wanted.items() if not path.exists() or path.read_text() != text]
    if check and stale:
        raise SaidError(
            "Out of date, run ./wise-spool describe: " + ", ".join(p.name for p in stale)
        )
    for path in stale:
        path.write_text(wanted[path])


def _tool(name: str) -> Any:
    """One of the project's own tools, which are no part of the package."""
    spec = importlib.util.spec_from_file_location(name, ROOT / "tools" / f"{name}.py")
    assert spec is not None and spec.loader is not None
    module = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(module)
    return module


@app.command()
def test(
    pattern: str = "test_*.py",
    part: Annotated[str, typer.Option(help="core, api, exchange, web or e2e.")] = "",
    shard: str = "1/1",
    quick: Annotated[bool, typer.Option(help="Only what is done within two minutes.")] = False,
) -> None:
    """Run the tests, all parts side by side, or one PART."""
    os.environ.setdefault("PYTHONWARNINGS", "default")
    sys.exit(run_part(part, pattern, shard) if part else run_side_by_side(pattern, quick=quick))


CHECKS: tuple[tuple[str, tuple[str, ...], str], ...] = (
    ("Ruff", ("ruff", "check", "."), "."),
    ("Ruff format", ("ruff", "format", "--check", "."), "."),
    ("mypy", ("mypy",), "."),
    ("import-linter", ("lint-imports",), "."),
    ("API types", ("npm", "run", "-s", "types"), "web"),
    ("ESLint", ("npm", "run", "-s", "lint"), "web"),
    ("Prettier", ("npm", "run", "-s", "format"), "web"),
    ("tsc", ("npx", "tsc", "-b"), "web"),
)


@app.command()
def check() -> None:
    """Run the linters, the type checkers and the drift checks."""
    failed = []
    describe(check=True)
    for name, command, where in CHECKS:
        done = subprocess.run(command, cwd=ROOT / where)
        print(f"{'ok  ' if done.returncode == 0 else 'FAIL'} {name}", flush=True)
        if done.returncode:
            failed.append(name)
    if failed:
        raise SaidError("Not clean: " + ", ".join(failed))


def main() -> None:
    """Run a command; say what went wrong without a traceback when it is explained."""
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(143))
    try:
        app()
    except RefusedError as error:
        print(f"wise-spool: {error}", file=sys.stderr)
        sys.exit(1)


if __name__ == "__main__":
    main()
