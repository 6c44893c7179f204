"""The piece: what was measured on this very blank and these very parts. Never copied."""

from typing import Annotated

from pydantic import AfterValidator, Field

from wise_spool.core.document.blank import BlankMeasured
from wise_spool.core.document.parts import PartMeasured
from wise_spool.core.document.rows import RowId, numbered
from wise_spool.core.document.spine import SpineMeasured
from wise_spool.core.ground.frozen import Frozen


class Piece(Frozen):
    """One blank with its parts, as gauge, tape, scale and fingers found them."""

    id: RowId = ""
    blank: BlankMeasured = BlankMeasured()
    spine: SpineMeasured = SpineMeasured()
    parts: Annotated[
        tuple[PartMeasured, ...], Field(max_length=30), AfterValidator(numbered("p"))
    ] = ()
