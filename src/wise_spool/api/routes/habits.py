"""Routes of the habits: every number from habit, what the shop says of it, resetting."""

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict

from wise_spool.api.deps import InShop
from wise_spool.core.ground.habits import NAMES, about_habit

routes = APIRouter(prefix="/api/habits")


class Habit(BaseModel):
    """One number from habit: as shipped, its range, where it is from, the findings it moves, and what
    the shop says instead."""

    name: str
    words: str
    unit: str
    value: float
    low: float
    high: float
    source: str
    moves: list[str]
    shop: float | None


class HabitSaid(BaseModel):
    """The shop's own value; null gives it back its shipped one."""

    model_config = ConfigDict(extra="forbid")

    value: float | None


@routes.get("")
def all_habits(shop: InShop) -> list[Habit]:
    """Every habit, in the order of the trade."""
    return _listed(shop.habits.said())


@routes.put("/{name}")
def say(name: str, said: HabitSaid, shop: InShop) -> list[Habit]:
    """Set one for the shop."""
    return _listed(shop.habits.say(name, said.value))


@routes.delete("")
def reset(shop: InShop) -> list[Habit]:
    """Give all of them back their shipped values."""
    return _listed(shop.habits.reset())


def _listed(said: dict[str, float]) -> list[Habit]:
    return [Habit(**about_habit(name), shop=said.get(name)) for name in NAMES]
