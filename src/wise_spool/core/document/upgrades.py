"""Bring a kept document of an earlier version up to the present one.

Versions 1 and 2 kept one document a rod; version 3 keeps a design, a piece and
a log. The steps work on plain data and know the names of their own time, so
that they go on meaning the same whatever the models become.
"""

from typing import Any

from wise_spool.core.document.records import Records

SCHEMA_VERSION = 3
OLDEST = 1
Document = dict[str, Any]

BLANK_MEASURED = ("label_power", "label_action", "label_line", "label_lure", "readings", "mass_g", "static")  # fmt: skip
SPINE_MEASURED = ("line", "own_line_deg", "trials", "drops", "weight_g", "clamp_mm", "flat", "label_deg")  # fmt: skip
HAND_BORED = ("rear_grip", "foregrip", "fighting_butt")


def to_2(document: Document) -> Document:
    """Version 2 added tools, glue and the order of work to the handle; nothing was taken away."""
    return {**document, "schema_version": 2}


def said_in_2(document: Document) -> Document:
    """What a version 2 document says was done, by subject: ``{"ream:m1": {...}, "step:scuff": ...}``."""
    handle, guides = document.get("handle") or {}, document.get("guides") or {}
    said: Document = {}
    for n, made in enumerate(handle.get("passes_made") or (), start=1):
        said[f"ream:m{n}"] = {"ream": {**made, "id": f"m{n}"}}
    for n, fit in enumerate(handle.get("dry_fits") or (), start=1):
        said[f"dry_fit:t{n}"] = {"dry_fit": {**fit, "id": f"t{n}"}}
    for step in handle.get("steps_done") or ():
        said[f"step:{step}"] = {"step": step}
    for n, coat in enumerate((document.get("finish") or {}).get("laid") or (), start=1):
        said[f"coat:c{n}"] = {"coat": {**coat, "id": f"c{n}"}}
    for guide in guides.get("train") or ():
        if guide.get("built"):
            said[f"built:{guide['id']}"] = {"built": {"id": guide["id"], "at": guide["built"]}}
    test = guides.get("static_test")
    if test:
        said["test_load_g:load"] = {"test_load_g": test.get("load_g", 500.0)}
        for row in test.get("rows") or ():
            rest = {k: v for k, v in row.items() if k != "guide_id"}
            said[f"test_row:{row['guide_id']}"] = {"test_row": {**rest, "id": row["guide_id"]}}
    for stage in document.get("done") or ():
        said[f"stage:{stage}"] = {"stage": stage}
    return said


def wished_in_2(document: Document) -> Document:
    """The design in a version 2 document."""
    out = {k: v for k, v in document.items() if k not in ("format", "schema_version", "done")}
    out["blank"] = _without(document.get("blank"), BLANK_MEASURED)
    out["spine"] = _without(document.get("spine"), SPINE_MEASURED)
    handle = _without(document.get("handle"), ("passes_made", "dry_fits", "steps_done"))
    if "parts" in handle:
        handle["parts"] = [_part_wished(p) for p in handle["parts"]]
    stock = handle.get("stock")
    if stock and "lengths_mm" in stock:
        lengths = [{"length_mm": mm} for mm in stock["lengths_mm"]]
        handle["stock"] = {**_without(stock, ("lengths_mm",)), "sticks": lengths}
    out["handle"] = handle
    guides = _without(document.get("guides"), ("static_test",))
    if "train" in guides:
        guides["train"] = [_without(g, ("built",)) for g in guides["train"]]
    out["guides"] = guides
    out["finish"] = _without(document.get("finish"), ("laid",))
    return out


def measured_in_2(document: Document) -> Document:
    """The piece in a version 2 document."""
    parts = []
    for part in (document.get("handle") or {}).get("parts") or ():
        keys: tuple[str, ...] = ("inside", "mass_g")
        if part.get("kind") in HAND_BORED:
            keys = (*keys, "bore_butt_mm", "bore_tip_mm")
        found = {k: part[k] for k in keys if part.get(k) not in (None, [], ())}
        if found:
            parts.append({"id": part["id"], **found})
    return {
        "blank": _only(document.get("blank"), BLANK_MEASURED),
        "spine": _only(document.get("spine"), SPINE_MEASURED),
        "parts": parts,
    }


def to_3(document: Document, at: str = "1970-01-01T00:00:00Z") -> Document:
    """A version 2 document as three records; what was done is dated ``at``: nobody noted when."""
    log = [
        {"id": f"up2.{n:04d}", "at": at, **said}
        for n, said in enumerate(said_in_2(document).values(), start=1)
    ]
    return {
        "format": "wise-spool-build",
        "schema_version": 3,
        "design": wished_in_2(document),
        "piece": measured_in_2(document),
        "log": log,
    }


def upgraded(document: Document) -> Document:
    """The document at the present version; unknown versions are left for the model to refuse."""
    if document.get("schema_version") == 1:
        document = to_2(document)
    if document.get("schema_version") == 2:
        document = to_3(document)
    return document


def read_records(document: Document) -> Records:
    """A kept document of any version as its three records. Raises ``pydantic.ValidationError``."""
    new = upgraded(document)
    return Records.model_validate(
        {k: v for k, v in new.items() if k not in ("format", "schema_version")}
    )


def _part_wished(part: Document) -> Document:
    gone: tuple[str, ...] = ("inside", "mass_g")
    if part.get("kind") in HAND_BORED:
        gone = (*gone, "bore_butt_mm", "bore_tip_mm")
    return _without(part, gone)


def _without(data: Document | None, names: tuple[str, ...]) -> Document:
    return {k: v for k, v in (data or {}).items() if k not in names}


def _only(data: Document | None, names: tuple[str, ...]) -> Document:
    return {k: v for k, v in (data or {}).items() if k in names}
