"""A train on its blank while a layout is tried: what stays, what is planned, how it bends at its power.

Method page: ``docs/methods/layouts.md``.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wise_spool.core.blank.stiffness import StiffnessPlan
from wise_spool.core.blank.working import WorkingBlank
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import StatedAt
from wise_spool.core.guides.datums import Datums
from wise_spool.core.guides.gaps import Source
from wise_spool.core.guides.placing import (
    GuidesPlan,
    keeping_its_datum,
    ring_station_mm,
    stated_for,
)
from wise_spool.core.guides.under_load import Dressed, dress, held_to_mm
from wise_spool.core.handle.assembling import HandlePlan
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, Bent, Load, bend

Floats = NDArray[np.float64]

ELEMENTS = 80


@dataclass(frozen=True)
class Trial:
    """What a layout works on: free and fixed guides by station, tip-top ring and datum."""

    build: Build
    work: WorkingBlank
    handle: HandlePlan
    guides: GuidesPlan
    datums: Datums
    stiffness: StiffnessPlan

    @property
    def clamp_mm(self) -> float:
        """Station the rod is held up to."""
        return held_to_mm(self.handle, self.datums.length_mm)

    @property
    def ring_mm(self) -> float:
        return self.datums.tip_top_ring_mm

    def dressed(self, stations: dict[str, float]) -> Dressed:
        return dress(self.build, self.work, self.handle, self.guides, self.stiffness, stations)

    def fixed(self) -> dict[str, float]:
        """Guides the builder stated or built: they stay."""
        return self._of("stated", "built")

    def built(self) -> dict[str, float]:
        """Guides that are on the blank."""
        return self._of("built")

    def _of(self, *sources: Source) -> dict[str, float]:
        placed = [g for g in self.guides.placed if g.source in sources]
        return {g.id: g.marked_mm for g in placed if g.marked_mm is not None}

    def stated(self, at: dict[str, float]) -> tuple[StatedAt | None, ...]:
        return tuple(
            None
            if g.built is not None
            else stated_for(g, at[g.id], keeping_its_datum(g), self.build, self.datums)
            for g in self.build.guides.train
            if g.id in at
        )

    def on_the_rule(self, guide_id: str, station_mm: float) -> float:
        """The station a guide comes to when its mark is drawn on the builder's rule."""
        guide = next(g for g in self.build.guides.train if g.id == guide_id)
        stated = stated_for(guide, station_mm, keeping_its_datum(guide), self.build, self.datums)
        return ring_station_mm(guide, stated, self.build.guides.mark_under, self.datums)

    def planned(self) -> dict[str, float]:
        return {g.id: g.marked_mm for g in self.guides.placed if g.marked_mm is not None}


def third_load(train: Trial, dressed: Dressed, start: Floats | None) -> Bent:
    load = Load(train.stiffness.power_g * GRAVITY_N_PER_G, train.build.guides.bend.pull_deg)
    return bend(dressed.rod, load, ELEMENTS, start)


def shares_done(station_mm: Floats, curvature: Floats, q: float) -> Floats:
    """The integral of |curvature|^q from the clamp up to each station."""
    curve = np.abs(curvature) ** q if q else np.ones_like(curvature)
    done = np.concatenate([[0.0], np.cumsum((curve[1:] + curve[:-1]) / 2 * np.diff(station_mm))])
    return np.asarray(done + 1e-9 * (station_mm - station_mm[0]), float)
