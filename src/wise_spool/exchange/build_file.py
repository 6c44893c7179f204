"""The build file: one build document as JSON, and its published schema."""

import json
from typing import Any

from pydantic import ValidationError

from wise_spool.core.build import SCHEMA_VERSION, Build
from wise_spool.core.upgrades import OLDEST, read_document

MEDIA_TYPE = "application/json"


class BuildFileError(ValueError):
    """The file is not a build this version can read; ``invalid`` has the fields, if it got that far."""

    def __init__(self, message: str, invalid: ValidationError | None = None) -> None:
        super().__init__(message)
        self.invalid = invalid


def write_build(build: Build) -> str:
    """The build as a file: every field written out, in the order of the model."""
    return build.model_dump_json(indent=2) + "\n"


def read_build(text: str | bytes) -> Build:
    """Read a build file. Raises :class:`BuildFileError` in the builder's words."""
    try:
        data = json.loads(text, parse_constant=_no_constant)
    except (ValueError, RecursionError) as error:
        raise BuildFileError(
            f"This is not a build file: it cannot be read as JSON ({error})."
        ) from error
    if not isinstance(data, dict) or data.get("format") != "wise-spool-build":
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
        return read_document(data)
    except ValidationError as error:
        raise BuildFileError("Some of what this build file says cannot be kept.", error) from error


def build_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of the build file."""
    schema = Build.model_json_schema()
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Wise Spool build file",
        **{k: v for k, v in schema.items() if k != "title"},
    }


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number a rod can have")
