"""RFC 9457 problem details, in the builder's words."""

import itertools
from collections.abc import Iterable
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import DataError, OperationalError
from starlette.exceptions import HTTPException

from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.ground.sentences import capital
from wise_spool.logs import say

WORDS = {
    "od_mm": "diameter", "station_mm": "station", "length_mm": "length", "uncertainty_mm": "uncertainty",
    "trim_butt_mm": "cut from the butt", "trim_tip_mm": "cut from the tip", "tip_tube_64ths": "tip-top tube size",
    "angle_deg": "clock angle", "own_line_deg": "clock angle of the line", "bore_butt_mm": "bore at the butt face",
    "bore_tip_mm": "bore at the tip face", "bore_mm": "seat bore", "od_butt_mm": "diameter at the butt end",
    "od_tip_mm": "diameter at the tip end", "gap_before_mm": "gap before it", "overlap_mm": "overlap",
    "closed_end_mm": "closed end", "usable_from_mm": "start of the usable bore", "usable_to_mm": "end of the usable bore",
    "foot_centre_mm": "reel foot centre", "tape_thickness_mm": "tape thickness", "band_width_mm": "band width",
    "glue_gap_mm": "glue gap", "front_recess_mm": "front recess", "clearance_mm": "bore clearance",
    "lip_ahead_mm": "spool lip ahead of the reel foot", "ring_mm": "ring", "ring_ahead_mm": "ring ahead of the tip",
    "height_mm": "ring height", "foot_butt_mm": "foot toward the butt", "foot_tip_mm": "foot toward the tip",
    "first_gap_mm": "first gap", "distance_mm": "distance", "parts_a": "parts of A", "parts_b": "parts of B",
    "at_c": "temperature on the tin", "temperature_c": "temperature", "humidity_percent": "humidity",
    "blank_c": "blank temperature", "pot_life_min": "pot life", "rotate_min": "rotation time", "set_min": "set time",
    "recoat_opens_min": "recoat from", "recoat_closes_min": "recoat until", "handle_min": "handling time",
    "full_cure_min": "full cure", "syringe_step_ml": "syringe step", "ratio_error_percent": "ratio error allowed",
    "film_first_mm": "first film", "loss_factor": "loss in brush and cup", "readings": "reading", "parts": "part",
    "train": "guide", "reamers": "reamer", "small_mm": "small end", "inside": "reading inside", "at_mm": "depth", "from_mm": "start", "to_mm": "end",
    "tenon_od_mm": "tenon diameter", "mass_g": "mass", "end_cap_mm": "end cap depth", "trigger_mm": "trigger",
    "open_from_mm": "start of the exposed blank", "open_to_mm": "end of the exposed blank", "steps": "lip or step",
    "before_mm": "diameter before winding", "after_mm": "diameter after winding", "turns": "turns",
    "bands_at_mm": "band", "sleeve_od_mm": "sleeve", "diameter_mm": "diameter", "depth_mm": "depth", "short_mm": "stopped short by",
    "dry_fits": "dry fit", "passes_made": "pass made", "drills": "drill", "adhesives": "adhesive", "candidates": "candidate",
    "density_g_ml": "density", "side_mm": "side of the stock", "kerf_mm": "kerf",
    "facing_mm": "facing allowance", "sanding_mm": "sanding allowance", "mandrel_mm": "mandrel",
    "glue_temperature_c": "temperature at glue-up", "start_mm": "start", "end_mm": "end", "reach_mm": "reach",
    "thickness_mm": "tape thickness", "width_mm": "tape width", "stock": "how many", "large_mm": "large end", "trials": "rest", "static": "static reading", "weight_g": "weight", "load_g": "load", "pull_deg": "pull", "friction": "ring friction", "tilt_deg": "tilt of the spool", "spool_mm": "spool", "rows": "row of the static test", "drop_mm": "drop", "drops": "drop", "gap_mm": "gap on the flat", "flat": "reading on the flat", "clamp_mm": "clamp", "label_deg": "clock angle of the label", "by_deg": "turn", "line_deg": "line", "joints": "joint", "sticks": "stick of stock", "measured_mm": "measured length", "coats": "number of coats", "laid": "coat laid",
    "threads": "thread", "wraps": "wrap", "decoration": "figure", "labels": "label", "spool_m": "metres on the spool", "over_mm": "length they cover", "counts": "count",
    "beyond_mm": "how far it shows beyond", "beyond_butt_mm": "butt end", "beyond_tip_mm": "tip end", "lock_turns": "locking turns", "crossings": "crossings", "passes": "run of thread",
    "clock_deg": "clock angle", "letter_mm": "height of the capitals", "art_mm": "length of the drawing", "copies": "copies", "tube_mm": "tube", "foot_wide_mm": "width of the foot", "foot_high_mm": "thickness of the foot",
}  # fmt: skip
ROWS = {
    name: WORDS[name]
    for name in (
        "readings", "static", "joints", "trials", "drops", "flat", "parts", "reamers", "drills", "adhesives", "candidates",
        "sticks", "passes_made", "dry_fits", "steps", "train", "rows", "laid", "inside",
        "threads", "decoration", "labels",
    )
}  # fmt: skip
"""Lists whose rows an error names."""
UNITS = {
    "_mm": " mm",
    "_deg": "°",
    "_min": " min",
    "_c": " °C",
    "_g": " g",
    "_ml": " mL",
    "_percent": " %",
    "_64ths": "/64 in",
}


class FieldProblem(BaseModel):
    """One field that cannot be kept. ``field`` is its path in the document."""

    field: str
    message: str
    value: str | None = None
    allowed: str | None = None


class Problem(BaseModel):
    """RFC 9457 problem details."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[FieldProblem] = []


class ProblemError(Exception):
    """Raise to answer with a problem."""

    def __init__(
        self,
        status: int,
        title: str,
        detail: str,
        errors: list[FieldProblem] | None = None,
        **more: Any,
    ) -> None:
        super().__init__(detail)
        self.problem = Problem(title=title, status=status, detail=detail, errors=errors or [])
        self.more = more


MOST_NAMED = 50
"""So many fields are named; nobody mends more at once."""


def field_problems(errors: Iterable[Any]) -> list[FieldProblem]:
    """Pydantic's errors in the builder's words, field by field; of very many, the first and how many more."""
    out = []
    rest = iter(errors)
    for error in itertools.islice(rest, MOST_NAMED):
        path = [p for p in error["loc"] if p not in ("body", "build")]
        name, words = _named(path)
        unit = next((u for end, u in UNITS.items() if name.endswith(end)), "")
        value = _short(error.get("input"))
        allowed = _allowed(error, unit)
        message = f"{words}: {_saying(error, value, allowed)}"
        out.append(
            FieldProblem(
                field=".".join(str(p) for p in path),
                message=capital(message),
                value=value,
                allowed=allowed,
            )
        )
    more = sum(1 for _ in rest)
    if more:
        out.append(FieldProblem(field="", message=f"And {more:,} more like these."))
    return out


def _named(path: list[Any]) -> tuple[str, str]:
    """The name of the field at the end of a place, and words for it with its row."""
    name = next((str(p) for p in reversed(path) if isinstance(p, str) and not _is_row(path, p)), "")
    words = WORDS.get(name, name.replace("_", " "))
    for before, at in itertools.pairwise(path):
        if before in ROWS:
            inner = "" if before == name else f", {words}"
            return name, f"{ROWS[before]} {_row_words(at)}{inner}"
    return name, words or "the document"


def _is_row(path: list[Any], part: str) -> bool:
    at = path.index(part)
    return at > 0 and path[at - 1] in ROWS


def _row_words(at: Any) -> str:
    return str(at + 1) if isinstance(at, int) else str(at)


def _allowed(error: Any, unit: str) -> str | None:
    context = error.get("ctx") or {}
    for key, text in (
        ("ge", "at least"),
        ("gt", "more than"),
        ("le", "at most"),
        ("lt", "less than"),
    ):
        if key in context:
            return f"{text} {context[key]:g}{unit}"
    if "max_length" in context:
        return f"at most {context['max_length']}"
    if "expected" in context:
        return str(context["expected"])
    return None


def _saying(error: Any, value: str | None, allowed: str | None) -> str:
    kind = error["type"]
    said = f"“{value}” " if value is not None else ""
    if kind == "finite_number":
        return "that is not a number a rod can have."
    if kind in ("float_parsing", "float_type", "int_parsing", "int_type"):
        return f"{said}is not a number."
    if kind == "missing":
        return "is missing."
    if kind == "extra_forbidden":
        return "is not something a build file holds."
    if kind == "too_long":
        return f"there are too many; {allowed} are kept."
    if kind == "value_error":
        return f"{error['ctx']['error']}."
    if allowed is not None:
        return f"{said}must be {allowed}."
    return f"{said}cannot be kept ({error['msg'].lower()})."


def _short(value: object) -> str | None:
    if value is None or isinstance(value, (dict, list, tuple)):
        return None
    return str(value)[:60].encode("utf-8", "replace").decode()


def answer(problem: Problem, **more: Any) -> JSONResponse:
    """The response that carries a problem; ``more`` are its extension members."""
    return JSONResponse(
        {**problem.model_dump(), **more},
        status_code=problem.status,
        media_type="application/problem+json",
    )


def database_away(error: OperationalError) -> JSONResponse:
    """What is answered while the database does not."""
    say.error("the database does not answer", why=str(error)[:300])
    detail = "The shop's database does not answer. Nothing was lost; try again in a moment."
    return answer(Problem(title="Database away", status=503, detail=detail))


def install(app: FastAPI) -> None:
    """Answer every refusal with a problem."""

    @app.exception_handler(ProblemError)
    async def _problem(_: Request, error: ProblemError) -> JSONResponse:
        return answer(error.problem, **error.more)

    @app.exception_handler(RequestValidationError)
    async def _invalid(_: Request, error: RequestValidationError) -> JSONResponse:
        errors = error.errors()
        if any(e["type"] == "json_invalid" for e in errors):
            return answer(
                Problem(
                    title="Not JSON", status=422, detail="What was sent cannot be read as JSON."
                )
            )
        problems = field_problems(errors)
        detail = problems[0].message if problems else "Something in the request cannot be kept."
        return answer(
            Problem(title="Cannot be kept as it is", status=422, detail=detail, errors=problems)
        )

    @app.exception_handler(HTTPException)
    async def _http(_: Request, error: HTTPException) -> JSONResponse:
        refused = answer(
            Problem(title="Not done", status=error.status_code, detail=str(error.detail))
        )
        refused.headers.update(error.headers or {})  # such as what may be done there instead
        return refused

    @app.exception_handler(RefusedError)
    async def _refused(_: Request, error: RefusedError) -> JSONResponse:
        field = FieldProblem(
            field=error.field or "text", message=str(error), allowed=error.suggestion
        )
        errors = [field] if error.status == 422 or error.field else []
        return answer(
            Problem(title=error.title, status=error.status, detail=str(error), errors=errors)
        )

    @app.exception_handler(OperationalError)
    async def _away(_: Request, error: OperationalError) -> JSONResponse:
        return database_away(error)

    @app.exception_handler(DataError)
    async def _beyond(_: Request, error: DataError) -> JSONResponse:
        say.warning("beyond what the database keeps", why=str(error.orig)[:300])
        detail = "A number or a character in it is beyond what can be kept. Nothing was changed."
        return answer(Problem(title="Cannot be kept as it is", status=422, detail=detail))

    @app.exception_handler(Exception)
    async def _fault(request: Request, error: Exception) -> JSONResponse:
        fault = request.state.number
        say.error(
            "a fault of ours", fault=fault, request=fault, path=request.url.path, exc_info=error
        )
        detail = f"That is a fault of ours, noted in the log as {fault}. Nothing was changed."
        return answer(Problem(title="A fault", status=500, detail=detail), fault=fault)
