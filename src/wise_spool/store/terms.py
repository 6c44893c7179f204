"""How the shop reckons, kept."""

from sqlalchemy import Engine

from wise_spool.core.shop.money import Terms
from wise_spool.store.settled import settle, settled

NAME = "terms"


def terms_of(engine: Engine) -> Terms:
    """The terms in force; those shipped while nothing was said."""
    said = settled(engine, NAME)
    return Terms() if said is None else Terms.model_validate(said)


def keep_terms(engine: Engine, terms: Terms) -> None:
    """Keep them; papers that were sent stay as they are."""
    settle(engine, NAME, terms.model_dump(mode="json"))
