"""``docs/glossary.md``: trade word, the rule's file, its method page, its screen.

Made from the modules themselves: a module is a word, its first line says what
it is, its docstring names its method page, its room names its screens. Words
that are no module's name are listed here with the module they belong to.
"""

import ast
import re
from pathlib import Path

ROOT = Path(__file__).parents[1]
CORE = ROOT / "src" / "wise_spool" / "core"
SCREENS = {
    "brief": "stages/blank/", "blank": "stages/blank/", "spine": "stages/spine/", "handle": "stages/handle/", "guides": "stages/guides/",
    "wraps": "stages/wraps/", "labels": "stages/wraps/", "lineup": "stages/wraps/", "finish": "stages/finish/", "repairs": "stages/blank/", "work": "stages/handle/", "shop": "shop/, shelf/",
    "document": "rod/", "ground": "ui/", "mechanics": "stages/guides/", "schedule": "board/",
}  # fmt: skip
ALSO = {
    "action": "blank/stiffness", "adhesive": "work/glue_up", "balance point": "work/balance", "bench clocks": "finish/coats",
    "blank": "blank/working", "bore": "handle/fits", "bow": "spine/drops", "brief": "brief/requirement", "butt cap": "handle/sizes",
    "butt ferrule": "handle/arbors", "choke guide": "guides/reel_side", "clock angle": "ground/angles", "coat": "finish/coats",
    "copy of a rod": "shop/batch", "cut list": "handle/turning", "dew point": "finish/air", "dry fit": "handle/dry_fits",
    "first gap": "guides/placing", "foam grip": "handle/fits", "fractions": "ground/measures", "glue line": "work/glue_up",
    "grip": "handle/stack", "guide train": "guides/placing", "hook keeper": "spine/deciding", "keyed groove": "handle/arbors",
    "label": "labels/fitting", "misreading": "guides/gaps", "number from habit": "ground/habits", "one story stick for many": "shop/batch",
    "pilot drill": "handle/reaming", "pot life": "ground/warmth", "power": "blank/stiffness", "progression": "guides/closing",
    "readings": "document/blank", "reamer": "handle/reaming", "recoat window": "finish/coats", "reel seat": "handle/arbors",
    "resting line": "spine/resting", "share of bend": "guides/layouts", "squeeze-out": "work/glue_up", "static test": "guides/under_load",
    "step done": "document/log", "stiff axis": "spine/drops", "tape turns": "handle/arbors", "tenon": "handle/turning",
    "crossing": "wraps/crosswrap", "seat off the line": "lineup/telling", "trim band": "wraps/wraps", "underwrap": "wraps/wraps", "wet colour": "wraps/wet", "tip-top tube": "blank/working", "undo": "document/log", "vent": "work/order", "wall left": "handle/findings",
    "weight": "work/balance", "winding check": "handle/sizes",
}  # fmt: skip


def _about(path: Path) -> tuple[str, str]:
    """A module's first line, and its method page."""
    text = ast.get_docstring(ast.parse(path.read_text())) or ""
    page = re.search(r"``docs/methods/([\w-]+\.md)``", text)
    return text.partition("\n")[0].rstrip("."), page[1] if page else ""


def _page_of(room: str, name: str, stated: str) -> str:
    methods = ROOT / "docs" / "methods"
    for guess in (stated, f"{name.replace('_', '-')}.md", f"{room}.md"):
        if guess and (methods / guess).exists():
            return guess
    return "records.md" if room == "document" else "measures.md"


def glossary() -> str:
    """The whole page."""
    modules = {
        f"{p.parent.name}/{p.stem}": p
        for p in sorted(CORE.glob("*/*.py"))
        if not p.name.startswith("_")
    }
    words: dict[str, str] = {}
    for key in modules:
        room, _, name = key.partition("/")
        if name not in ("findings", "operations", "rows", "fields", "frozen"):
            words.setdefault(name.replace("_", " "), key)
        elif name in ("findings", "operations"):
            words[f"{room}: {name}"] = key
    words |= ALSO
    lines = [
        "# Glossary",
        "",
        "Made from the modules by `./wise-spool describe`; `check` refuses one that is out of date.",
        "",
        "| word | what | rule | method | screen |",
        "|---|---|---|---|---|",
    ]
    for word in sorted(words, key=str.lower):
        room, _, name = words[word].partition("/")
        what, stated = _about(modules[words[word]])
        page = _page_of(room, name, stated)
        lines.append(
            f"| {word} | {what} | `core/{room}/{name}.py` | [{page[:-3]}](methods/{page}) | `web/src/{SCREENS[room]}` |"
        )
    return "\n".join(lines) + "\n"
