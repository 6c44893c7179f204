"""The base of every value in the core."""

from pydantic import BaseModel, ConfigDict


class Frozen(BaseModel):
    """A value that cannot change after it is made, and holds no unknown field."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


ONE_VALUE = ConfigDict(json_schema_extra={"x-one-value": True})
"""For values whose fields mean nothing apart: an edit replaces the whole."""
