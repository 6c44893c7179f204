"""How the shop reckons, kept."""

from typing import Any

from sqlalchemy import Engine

from wise_spool.core.document.meanwhile import both_said
from wise_spool.core.shop.money import Terms
from wise_spool.store.settled import resettle, settle, settled

NAME = "terms"


def terms_of(engine: Engine) -> Terms:
    """The terms in force; those shipped while nothing was said."""
    said = settled(engine, NAME)
    return Terms() if said is None else Terms.model_validate(said)


def keep_terms(engine: Engine, terms: Terms) -> None:
    """Keep them; papers that were sent stay as they are."""
    settle(engine, NAME, terms.model_dump(mode="json"))


def keep_terms_over(engine: Engine, was: Terms, said: Terms) -> Terms:
    """Keep what was changed from ``was`` to ``said`` beside what others say meanwhile. Raises :class:`MeanwhileError`."""

    def over(kept: dict[str, Any]) -> dict[str, Any]:
        return both_said(was, said, Terms.model_validate(kept)).model_dump(mode="json")

    first = Terms().model_dump(mode="json")
    return Terms.model_validate(resettle(engine, NAME, over, first=first) or first)
