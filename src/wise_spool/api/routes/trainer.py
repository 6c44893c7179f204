"""Routes of the spine trainer. The hidden blank never leaves the server before the answer."""

import uuid
from datetime import datetime
from functools import lru_cache

import numpy as np
from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field

from wise_spool.api.deps import InShop
from wise_spool.core.document.spine import Drop, FlatReading, RollTrial
from wise_spool.core.spine.drops import DeflectionRead, FlatRead, read_drops, read_flat
from wise_spool.core.spine.resting import ZoneReading, read_zone
from wise_spool.core.spine.trainer import (
    LEVEL_WORDS,
    WEIGHT_G,
    Rolled,
    Truth,
    judge,
    let_rest,
    make_blank,
    noted_rest,
    on_the_flat,
    roll,
    weigh_round,
)

MOST_TURN_DEG = 90.0


class LevelWords(BaseModel):
    """One level of the trainer."""

    level: int
    words: str


class NewRound(BaseModel):
    """Which level to play; a seed gives the same blank again."""

    model_config = ConfigDict(extra="forbid")

    level: int = Field(default=1, ge=1, le=5)
    seed: int | None = Field(default=None, ge=0, le=2**31)


class Round(BaseModel):
    """A round begun: the blank lies in the hand."""

    id: uuid.UUID
    level: int
    words: str
    rolled: Rolled


class Turn(BaseModel):
    """A move of the hand from where the blank lies."""

    model_config = ConfigDict(extra="forbid")

    toward_deg: float = Field(ge=-720, le=720)
    hand_deg: float = Field(ge=-720, le=720)
    by_deg: float = Field(ge=-MOST_TURN_DEG, le=MOST_TURN_DEG)


class Rest(BaseModel):
    """Where it came to rest, and what is read off the tape on the outside of the bend."""

    toward_deg: float
    trial: RollTrial


class Opened(BaseModel):
    """The fingers opened at this angle."""

    model_config = ConfigDict(extra="forbid")

    toward_deg: float = Field(ge=-720, le=720)
    trial: int = Field(default=0, ge=0, le=1000)


class Evidence(BaseModel):
    """Trials taken so far, to be read by the instrument."""

    model_config = ConfigDict(extra="forbid")

    trials: list[RollTrial] = Field(max_length=200)


class BenchTest(BaseModel):
    """The other two tests: drops round the blank, and rolling on the flat."""

    drops: list[Drop]
    read: DeflectionRead
    flat: list[FlatReading]
    flat_read: FlatRead
    weight_g: float


class Answer(BaseModel):
    """The line found, as the tape reads it; null: no spine, that is bow."""

    model_config = ConfigDict(extra="forbid")

    line_deg: float | None = Field(default=None, ge=0, lt=360)


class ScoreLine(BaseModel):
    """One answered round."""

    level: int
    points: int
    error_deg: float | None
    answered_at: datetime


_blank = lru_cache(maxsize=256)(make_blank)


routes = APIRouter(prefix="/api/trainer")


@routes.get("/levels")
def levels() -> list[LevelWords]:
    return [LevelWords(level=n, words=w) for n, w in LEVEL_WORDS.items()]


@routes.get("/scores")
def scores(shop: InShop) -> list[ScoreLine]:
    return [ScoreLine(**vars(s)) for s in shop.trainer.scores()]


@routes.post("/rounds", status_code=201)
def start(new: NewRound, shop: InShop) -> Round:
    round_id, seed = shop.trainer.start(new.level, new.seed)
    at = float(np.random.default_rng(seed).uniform(0, 360))
    return Round(
        id=round_id, level=new.level, words=LEVEL_WORDS[new.level],
        rolled=roll(_blank(new.level, seed), at, at, 0.0),
    )  # fmt: skip


@routes.post("/rounds/{round_id}/roll")
def turn(round_id: uuid.UUID, move: Turn, shop: InShop) -> Rolled:
    blank = _blank(*shop.trainer.hidden(round_id))
    return roll(blank, move.toward_deg, move.hand_deg, move.by_deg)


@routes.post("/rounds/{round_id}/rest")
def rest(round_id: uuid.UUID, opened: Opened, shop: InShop) -> Rest:
    level, seed = shop.trainer.hidden(round_id)
    rng = np.random.default_rng([seed, opened.trial])
    at, read = let_rest(_blank(level, seed), opened.toward_deg, rng)
    return Rest(toward_deg=round(at, 2), trial=noted_rest(read, opened.toward_deg, at))


@routes.post("/rounds/{round_id}/reading")
def reading(round_id: uuid.UUID, evidence: Evidence, shop: InShop) -> ZoneReading | None:
    shop.trainer.hidden(round_id)
    return read_zone("whole", evidence.trials) if evidence.trials else None


@routes.post("/rounds/{round_id}/bench-test")
def bench_test(round_id: uuid.UUID, shop: InShop) -> BenchTest:
    level, seed = shop.trainer.hidden(round_id)
    blank, rng = _blank(level, seed), np.random.default_rng([seed, 7])
    round_the_clock = [22.5 * k for k in range(16)]
    drops = weigh_round(blank, round_the_clock, rng)
    flat = on_the_flat(blank, [45.0 * k for k in range(8)], rng)
    return BenchTest(
        drops=drops, read=read_drops(drops), flat=flat, flat_read=read_flat(flat), weight_g=WEIGHT_G
    )  # fmt: skip


@routes.post("/rounds/{round_id}/answer")
def answer(round_id: uuid.UUID, given: Answer, shop: InShop) -> Truth:
    truth = judge(_blank(*shop.trainer.hidden(round_id)), given.line_deg)
    shop.trainer.answered(round_id, truth.points, truth.error_deg)
    return truth
