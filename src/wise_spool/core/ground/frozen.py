"""The base of every value in the core."""

from typing import Any

from pydantic import BaseModel, ConfigDict, GetCoreSchemaHandler
from pydantic_core import CoreSchema, core_schema

NO_NUMBERS = ("bool", "date", "datetime", "time", "timedelta")
NO_SCHEMA = ("config", "default", "metadata", "serialization")


def _taken_at_its_word(part: Any) -> Any:
    """A schema, or a part of one, in which no number is read as a moment or as yes."""
    if isinstance(part, list | tuple):
        return type(part)(_taken_at_its_word(p) for p in part)
    if not isinstance(part, dict):
        return part
    if part.get("type") in NO_NUMBERS:
        return core_schema.no_info_before_validator_function(_no_number, part)
    function = part.get("function")
    if isinstance(function, dict) and function.get("function") is _no_number:
        return part
    return {k: v if k in NO_SCHEMA else _taken_at_its_word(v) for k, v in part.items()}


def _no_number(said: Any) -> Any:
    if isinstance(said, int | float) and not isinstance(said, bool):
        raise ValueError("a number says no day, no time and no yes: write it out")
    return said


class Frozen(BaseModel):
    """A value that cannot change after it is made, and holds no unknown field. A number is no day and no yes: 0 for a date
    would be a day in 1970."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    @classmethod
    def __get_pydantic_core_schema__(
        cls, source: type[BaseModel], handler: GetCoreSchemaHandler
    ) -> CoreSchema:
        """As Pydantic has it, but for what it would read out of a number."""
        strict: CoreSchema = _taken_at_its_word(handler(source))
        return strict


ONE_VALUE = ConfigDict(json_schema_extra={"x-one-value": True})
"""For values whose fields mean nothing apart: an edit replaces the whole."""
