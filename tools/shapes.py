"""What the interface takes from the core word for word, written as web/src/words/shapes.ts.

Names of kinds and schools, which kinds a rule speaks of, what comes out of the
drawer, and the fields an edit replaces whole. ``./wise-spool describe`` runs it.
"""

import json
from collections.abc import Iterable, Mapping
from typing import Any, get_args

from pydantic import BaseModel

from wise_spool.core.brief.words import (
    HAND_WORDS,
    HANDS_WORDS,
    SKILL_WORDS,
    SORE_WORDS,
    STAND_WORDS,
    TIP_WORDS,
)
from wise_spool.core.document.design import RodType
from wise_spool.core.document.guides import USUAL_REEL_MM
from wise_spool.core.document.parts import PartMaterial
from wise_spool.core.finish.areas import COVERS_WORDS
from wise_spool.core.finish.defects import SYMPTOM_WORDS
from wise_spool.core.finish.kinds import COATS, FILM_MM
from wise_spool.core.finish.kinds import KIND_WORDS as FINISH_WORDS
from wise_spool.core.finish.kinds import USUAL as FRESH_FINISHES
from wise_spool.core.finish.watching import METHOD_WORDS
from wise_spool.core.finish.witness import SEEN_WORDS
from wise_spool.core.ground.units import G_PER_OZ, ML_PER_FL_OZ
from wise_spool.core.guides.datums import DATUM_WORDS, REEL_FRONT
from wise_spool.core.handle.arbors import SCHOOL_WORDS as ARBOR_WORDS
from wise_spool.core.handle.sizes import SIZED
from wise_spool.core.handle.stack import GLUED_TO_BLANK, PART_WORDS
from wise_spool.core.labels.fitting import LABEL_WORDS
from wise_spool.core.repairs.planning import REPAIR_WORDS
from wise_spool.core.shop.drawer import (
    FRESH_GUIDES,
    FRESH_LABEL,
    FRESH_PARTS,
    FRESH_PASS,
    FRESH_SHELVED,
    FRESH_STICK,
    FRESH_THREAD,
    FRESH_WRAP,
)
from wise_spool.core.shop.kits import KITS
from wise_spool.core.shop.words import TRADE_WORDS, Region
from wise_spool.core.spine.deciding import CLOCK_PLACES, ZERO_WORDS, guides_below
from wise_spool.core.spine.deciding import SCHOOL_WORDS as SPINE_WORDS
from wise_spool.core.work.glue_up import KIND_WORDS as ADHESIVE_WORDS
from wise_spool.core.work.glue_up import SQUEEZE_WORDS
from wise_spool.core.work.order import ASSEMBLY_WORDS
from wise_spool.core.wraps.thread import RACK

TYPES = "FinishProduct, Guide, Label, Part, PartKind, Pass, Shelved, ShelfKind, Stick, Thread, Wrap"


def shapes(schema: dict[str, Any]) -> str:
    """The file's text. ``schema`` is the build file's JSON schema."""
    return (
        "/** Generated from the models by `./wise-spool describe`; not edited by hand. */\n"
        "/* eslint-disable no-restricted-syntax -- colours of thread are goods, not of the theme */\n"
        f'// prettier-ignore\nimport type {{ {TYPES} }} from "../api/types";\n\n'
        f"export const ONE_VALUE = new Set([{_one_value(schema)}]);\n"
        + _table("PART_WORDS", PART_WORDS)
        + _table("DATUM_WORDS", {d: w.removeprefix("the ") for d, w in DATUM_WORDS.items()})
        + f'\nexport const REEL_FRONT = "{REEL_FRONT.removeprefix("the ")}";\n'
        + _table("SPINE_WORDS", SPINE_WORDS)
        + _table("ZERO_WORDS", ZERO_WORDS)
        + _numbers("CLOCK_PLACES", CLOCK_PLACES)
        + f"\nexport const G_PER_OZ = {G_PER_OZ};\nexport const ML_PER_FL_OZ = {ML_PER_FL_OZ};\n"
        + _table("ARBOR_WORDS", ARBOR_WORDS)
        + _table("ASSEMBLY_WORDS", ASSEMBLY_WORDS)
        + _table("ADHESIVE_WORDS", ADHESIVE_WORDS)
        + _table("SQUEEZE_WORDS", SQUEEZE_WORDS)
        + _table("FINISH_WORDS", FINISH_WORDS)
        + _listed("MATERIALS", get_args(PartMaterial))
        + _listed("BORED_KINDS", [k for k in PART_WORDS if k in GLUED_TO_BLANK])
        + _listed("SIZED_KINDS", SIZED)
        + _listed("BELOW_TYPES", [t for t in get_args(RodType) if guides_below(t)])
        + _fresh("FRESH_PARTS", "Record<PartKind, Part>", FRESH_PARTS)
        + _fresh("FRESH_SHELVED", "Record<ShelfKind, Shelved>", FRESH_SHELVED)
        + _fresh("FRESH_FINISHES", "Record<FinishProduct[\"kind\"], FinishProduct>", FRESH_FINISHES)
        + _numbers("USUAL_FILM_MM", FILM_MM)
        + _numbers("USUAL_COATS", COATS)
        + _kits()
        + _fresh("FRESH_ROWS", "{ stick: Stick; wrap: Wrap; thread: Thread; label: Label; pass: Pass }", {"stick": FRESH_STICK, "wrap": FRESH_WRAP, "thread": FRESH_THREAD, "label": FRESH_LABEL, "pass": FRESH_PASS})
        + f"\n// prettier-ignore\nexport const USUAL_REEL_MM: Record<string, number> = {json.dumps(USUAL_REEL_MM)};\n"
        + f"\n// prettier-ignore\nexport const THREAD_RACK: Record<string, string> = {json.dumps(dict(RACK))};\n"
        + _table("LABEL_WORDS", LABEL_WORDS)
        + _table("SYMPTOM_WORDS", SYMPTOM_WORDS)
        + _table("METHOD_WORDS", METHOD_WORDS)
        + _table("COVERS_WORDS", COVERS_WORDS)
        + _table("SEEN_WORDS", SEEN_WORDS)
        + _table("REPAIR_WORDS", REPAIR_WORDS)
        + _table("SKILL_WORDS", SKILL_WORDS)
        + _table("STAND_WORDS", STAND_WORDS)
        + _table("TIP_WORDS", TIP_WORDS)
        + _table("HANDS_WORDS", HANDS_WORDS)
        + _table("HAND_WORDS", HAND_WORDS)
        + _table("SORE_WORDS", SORE_WORDS)
        + _fresh("FRESH_GUIDES", "Record<string, Guide>", FRESH_GUIDES)
    )  # fmt: skip


def _kits() -> str:
    rows = json.dumps(
        {name: kit.model_dump(mode="json") for name, kit in KITS.items()}, ensure_ascii=False
    )
    shape = "Record<string, { name: string; says: string; suits: string[]; parts: Part[] }>"
    return f"\n// prettier-ignore\nexport const KITS: {shape} = {rows};\n"


def trade_words() -> str:
    """The file of the trade's words."""
    rows = [m.model_dump(mode="json") for m in TRADE_WORDS]
    regions = " | ".join(f'"{r}"' for r in get_args(Region))
    return (
        "/** Generated from the models by `./wise-spool describe`; not edited by hand. */\n"
        f"// prettier-ignore\nexport type Region = {regions};\n\n"
        "export interface Meaning {\n  word: string;\n  also: string[];\n  says: string;\n  shown: Region | null;\n}\n\n"
        f"// prettier-ignore\nexport const TRADE_WORDS: Meaning[] = {json.dumps(rows, indent=1, ensure_ascii=False)};\n"
    )


def _one_value(schema: dict[str, Any]) -> str:
    defs = schema["$defs"]
    whole = {name for name, model in defs.items() if model.get("x-one-value")}
    fields = {
        field
        for model in (*defs.values(), schema)
        for field, about in model.get("properties", {}).items()
        for option in (about, *about.get("anyOf", ()), *about.get("allOf", ()))
        if option.get("$ref", "").rpartition("/")[2] in whole
    }
    return ", ".join(f'"{f}"' for f in sorted(fields))


def _table(name: str, words: Mapping[Any, str]) -> str:
    rows = "".join(f'  {key}: "{word}",\n' for key, word in words.items())
    return f"\nexport const {name} = {{\n{rows}}};\n"


def _numbers(name: str, rows: Mapping[str, float]) -> str:
    return f"\n// prettier-ignore\nexport const {name}: Record<string, number> = {json.dumps(dict(rows))};\n"


def _listed(name: str, kinds: Iterable[str]) -> str:
    return f"\n// prettier-ignore\nexport const {name} = {json.dumps(list(kinds))} as const;\n"


def _fresh(name: str, shape: str, models: Mapping[Any, BaseModel]) -> str:
    """New things as the screen copies them; an id is given when one is copied."""
    rows = {kind: model.model_dump(mode="json") for kind, model in models.items()}
    text = json.dumps(rows, indent=2, ensure_ascii=False)
    return f"\n// prettier-ignore\nexport const {name}: {shape} = {text};\n"
