"""The build file: one rod's design, piece and log as JSON, and its published schema."""

import json
from typing import Any

from pydantic import ValidationError

from wise_spool.core.document.records import Records
from wise_spool.core.document.upgrades import OLDEST, SCHEMA_VERSION, read_records, upgraded
from wise_spool.core.ground.refusals import RefusedError

MEDIA_TYPE = "application/json"
FORMAT = "wise-spool-build"


class BuildFileError(RefusedError):
    """The file is not a build this version can read; ``invalid`` has the fields, if it got that far,
    ``data`` what was read of it."""

    title = "Not imported"

    def __init__(
        self, message: str, invalid: ValidationError | None = None, data: Any = None
    ) -> None:
        super().__init__(message)
        self.invalid, self.data = invalid, data


def write_build(records: Records) -> str:
    """The build as a file: every field written out, in the order of the models."""
    head = {"format": FORMAT, "schema_version": SCHEMA_VERSION}
    body = records.model_dump(mode="json", exclude={"log"})
    log = [e.model_dump(mode="json", exclude_none=True) for e in records.log]
    return json.dumps({**head, **body, "log": log}, indent=2, ensure_ascii=False) + "\n"


def read_build(text: str | bytes) -> Records:
    """Read a build file. Raises :class:`BuildFileError` in the builder's words."""
    try:
        data = json.loads(text, parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        raise BuildFileError(
            f"This is not a build file: it cannot be read as JSON ({error})."
        ) from error
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise BuildFileError(
            "This is another program's file: it does not call itself a wise-spool-build."
        )
    version = data.get("schema_version")
    if not isinstance(version, int) or isinstance(version, bool):
        raise BuildFileError("This build file does not say which version it is.")
    if version > SCHEMA_VERSION:
        raise BuildFileError(
            f"This build file is version {version}, made by a newer Wise Spool; this one reads version {SCHEMA_VERSION}."
        )
    if version < OLDEST:
        raise BuildFileError(
            f"This build file is version {version}, older than the oldest that was ever released ({OLDEST})."
        )
    try:
        return read_records(data)
    except ValidationError as error:
        raise BuildFileError(
            "Some of what this build file says cannot be kept.", error, upgraded(data)
        ) from error
    except (KeyError, TypeError, AttributeError) as error:
        raise BuildFileError(
            "This build file is torn: parts of it are not where they belong."
        ) from error


def build_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of the build file."""
    schema = Records.model_json_schema()
    head = {
        "format": {"const": FORMAT, "type": "string"},
        "schema_version": {"const": SCHEMA_VERSION, "type": "integer"},
    }
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Wise Spool build file",
        **{k: v for k, v in schema.items() if k not in ("title", "properties", "required")},
        "properties": {**head, **schema["properties"]},
        "required": [*head, *schema.get("required", ())],
    }


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number a rod can have")
