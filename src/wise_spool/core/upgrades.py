"""Bring a build document of an earlier version up to the present one.

Each step takes the plain data of one version to the next; what a version
added is filled in by the model's own defaults.
"""

from collections.abc import Callable
from typing import Any

from wise_spool.core.build import SCHEMA_VERSION, Build

Document = dict[str, Any]


def _to_2(document: Document) -> Document:
    """Version 2 added tools, glue and the order of work to the handle; nothing was taken away."""
    return {**document, "schema_version": 2}


UPGRADES: dict[int, Callable[[Document], Document]] = {1: _to_2}
OLDEST = min(UPGRADES, default=SCHEMA_VERSION)


def upgraded(document: Document) -> Document:
    """The document at the present version; unknown versions are left for the model to refuse."""
    version = document.get("schema_version")
    while isinstance(version, int) and version in UPGRADES:
        document = UPGRADES[version](document)
        version = document["schema_version"]
    return document


def read_document(document: Document) -> Build:
    """A kept document, of any version, as a build. Raises ``pydantic.ValidationError``."""
    return Build.model_validate(upgraded(document))
