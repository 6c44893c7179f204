"""The rod: its three records and everything that follows from them, each worked out once.

Sheets, plans, bends and layouts ask the same rod, so that no two of them can
disagree about it. Nothing is computed before it is asked for.
"""

from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from functools import cached_property
from typing import cast

from wise_spool.core.blank.stiffness import StiffnessPlan, measure
from wise_spool.core.blank.working import BlankPlan, WorkingBlank, plan_blank, working_blank
from wise_spool.core.brief.yardstick import BriefPlan, figures, lay_against
from wise_spool.core.document.bench import BenchDone
from wise_spool.core.document.build import Build, apart, together
from wise_spool.core.document.design import Design
from wise_spool.core.document.guides import MOST_HUNG_G, BendSetup, KeptLayout
from wise_spool.core.document.log import LogEntry, Record, fold
from wise_spool.core.document.parts import Part
from wise_spool.core.document.piece import Piece
from wise_spool.core.finish.coats import FinishPlan, plan_finish
from wise_spool.core.ground.habits import Habits, following, settled
from wise_spool.core.ground.once import WHOLE, Worked, derived, noting
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.core.ground.units import speaking
from wise_spool.core.guides.datums import Datums
from wise_spool.core.guides.layouts import (
    LayoutFigures,
    LayoutsPlan,
    OnePlace,
    blend_layouts,
    place_of_one,
    plan_layouts,
)
from wise_spool.core.guides.liveliness import TrainPlan, plan_train
from wise_spool.core.guides.moving import TestMoves, plan_moves
from wise_spool.core.guides.photograph import CLICK_PX, Board, PhotoMatched, PicturePoint, match
from wise_spool.core.guides.placing import GuidesPlan, datums_of, from_the_butt, plan_guides
from wise_spool.core.guides.reel_side import (
    REDUCTION_RINGS,
    ReelSidePlan,
    level_wind,
    place_on_path,
    plan_reel_side,
)
from wise_spool.core.guides.trial import Trial
from wise_spool.core.guides.twist import TwistPlan, plan_twist
from wise_spool.core.guides.under_load import LoadedPlan, plan_loads, three_loads_g
from wise_spool.core.handle.assembling import HandlePlan, assemble, felt, fit_parts, try_sizes
from wise_spool.core.handle.sizes import SizeChoice
from wise_spool.core.handle.stack import Fitted
from wise_spool.core.lineup.photograph import AlongPhoto, RingClicked, RingSpot, turns_in
from wise_spool.core.lineup.planning import LineUpPlan, plan_line_up
from wise_spool.core.mechanics.elastica import BendError
from wise_spool.core.repairs.planning import RepairPlan, plan_repairs
from wise_spool.core.spine.deciding import PencilPlace, SpinePlan, guides_below, plan_spine
from wise_spool.core.work.balance import BalancePlan, plan_balance
from wise_spool.core.work.cards import Card, cards_of
from wise_spool.core.work.planning import WorkPlan, plan_work
from wise_spool.core.work.road_map import MarkDrawn, road_map
from wise_spool.core.wraps.planning import WrapsPlan, plan_wraps

BENCH = "bench"
"""Noted under this name: what was said at the bench, which is not in the build."""
SEAT_OVER_MM = 9.0
"""How far over the blank's skin the middle of a reel foot stands in its seat. From memory."""


@dataclass(frozen=True)
class Rod(Worked):
    """One rod: design, piece and record, and what its shop does by habit; what the design says of
    habits goes before that."""

    design: Design
    piece: Piece = field(default_factory=Piece)
    record: Record = field(default_factory=Record)
    shop_habits: Mapping[str, float] = field(default_factory=dict)

    @classmethod
    def of(cls, build: Build, shop_habits: Mapping[str, float] | None = None) -> "Rod":
        """The rod a build stands for."""
        rod = cls(*apart(build), shop_habits or {})
        rod.__dict__["build"] = build
        return rod

    @classmethod
    def logged(
        cls,
        design: Design,
        piece: Piece,
        log: tuple[LogEntry, ...],
        shop_habits: Mapping[str, float] | None = None,
    ) -> "Rod":
        """The rod whose record is what its log comes to."""
        return cls(design, piece, fold(log), shop_habits or {})

    def _like(self, other: "Rod") -> bool:
        """Rooms go by habits, and write by units and rule."""
        mine, theirs = self.design, other.design
        return self.habits == other.habits and (mine.units, mine.rule) == (theirs.units, theirs.rule)  # fmt: skip

    def _read_off(self, name: str) -> object:
        if name == BENCH:
            return self.record.bench
        return self.build if name == WHOLE else getattr(self.build, name)

    @contextmanager
    def _working(self) -> Iterator[None]:
        with following(self.habits), speaking(self.design.units, self.design.rule):
            yield

    @property
    def bench(self) -> BenchDone:
        """What was said at the bench."""
        return cast(BenchDone, self.noted(BENCH))

    @cached_property
    def habits(self) -> Habits:
        """The numbers in force for this rod."""
        return settled(self.shop_habits, self.design.habits)

    @cached_property
    def build(self) -> Build:
        """The three records read together."""
        with noting(None):
            return together(self.design, self.piece, self.record)

    @derived
    def work_blank(self) -> WorkingBlank:
        """The blank as it is built on: trimmed, its taper fitted."""
        return working_blank(self.build.blank)

    @derived
    def blank(self) -> BlankPlan:
        """The taper drawn, its ends and the tube it asks for."""
        return plan_blank(self.build.blank, self.work_blank)

    @derived
    def stiffness(self) -> StiffnessPlan | None:
        """EI, power and action; None without a taper."""
        return measure(self.build.blank)

    @derived
    def fitted(self) -> tuple[Fitted, ...]:
        """Every part of the handle placed and judged."""
        return fit_parts(self.build, self.work_blank)

    @derived
    def handle_blank(self) -> WorkingBlank:
        """The blank as the parts tried on it have felt it."""
        return felt(self.work_blank, self.fitted)

    @derived
    def handle(self) -> HandlePlan:
        """The handle: marks, reaming, arbors, sizes, turning."""
        return assemble(self.build, self.handle_blank, self.fitted)

    def sizes_among(self, parts: Sequence[Part]) -> tuple[SizeChoice, ...]:
        """Those parts, such as a whole shelf, laid against this blank at every place of their kind."""
        with following(self.habits), speaking(self.design.units, self.design.rule):
            return try_sizes(self.build, parts, self.fitted, self.handle_blank)

    @derived
    def datums(self) -> Datums | None:
        """Where distances are stated from."""
        return datums_of(self.build, self.work_blank, self.handle)

    @derived
    def guides(self) -> GuidesPlan:
        """Every guide at its place."""
        return plan_guides(self.build, self.datums, self.handle, self.work_blank)

    def built_for_good(self, after: Build) -> Build:
        """That build, with guides whose built place was kept from the tip or the reel kept from the butt end
        instead: what is changed next must not move them."""
        datums = self.datums
        was = {g.id: g.built for g in self.build.guides.train if g.built and g.built.datum != "butt"}  # fmt: skip
        if datums is None or not was:
            return after
        train = tuple(
            g.model_copy(update={"built": from_the_butt(g.built, self.build, datums)})
            if g.built is not None and g.built == was.get(g.id) and g.built.datum in datums.known
            else g
            for g in after.guides.train
        )
        guides = after.guides.model_copy(update={"train": train})
        return after.model_copy(update={"guides": guides})

    @derived
    def spine(self) -> SpinePlan:
        """Rests, drops and the decision, with every place a line is drawn."""
        length = self.work_blank.length_mm
        front = self.handle.front_mm
        pencil = front if self.handle.parts and length and front < length else 0.0
        places = self._pencil_places() if length else []
        return plan_spine(self.build, self.work_blank, pencil if length else None, places)

    @derived
    def wraps(self) -> WrapsPlan:
        """Every stretch of thread, figures, labels."""
        power_g = None if self.stiffness is None else self.stiffness.power_g
        return plan_wraps(self.build, self.work_blank, self.handle, self.guides, power_g)

    @derived
    def line_up(self) -> LineUpPlan:
        """What the looks along the rod come to."""
        return plan_line_up(self.build, self.guides, self.work_blank, self.bench.sighted)

    @derived
    def finish(self) -> FinishPlan:
        """Coats, mixes, clocks and the air."""
        return plan_finish(self.build, self.wraps, self.work_blank, self.handle, self.bench)

    @derived
    def repairs(self) -> tuple[RepairPlan, ...]:
        """What is to be mended, and what the rod is afterwards."""
        return plan_repairs(
            self.build, self.work_blank, self.stiffness, self.handle, self.guides, self._place_of
        )

    def _place_of(self, guide_id: str) -> OnePlace | None:
        """Where a guide that comes off shares the bend best; None where nothing can be said."""
        if self.datums is None or self.stiffness is None:
            return None
        try:
            return place_of_one(self._trial(self.datums), guide_id)
        except BendError:
            return None

    @derived
    def work(self) -> WorkPlan:
        """Operations in order, the order of assembly, the glue-up."""
        return plan_work(
            self.build, self.handle_blank, self.fitted, self.handle, self.wraps, self.line_up, self.finish, self.bench,
            self.repairs,
        )  # fmt: skip

    @derived
    def cards(self) -> tuple[Card, ...]:
        """What is worked from at the bench, one card an operation."""
        return cards_of(
            self.build,
            self.handle,
            self.guides,
            self.wraps,
            self.line_up,
            self.finish,
            self.work,
            self.bench,
            self.marks,
            self.repairs,
        )

    @derived
    def marks(self) -> tuple[MarkDrawn, ...]:
        """Every line to draw on the blank."""
        return road_map(self.build, self.blank, self.handle, self.guides)

    @derived
    def balance(self) -> BalancePlan | None:
        """Weight and balance; None without a taper."""
        return plan_balance(
            self.build, self.work_blank, self.fitted, self.handle, self.guides, self.wraps, self.finish, self.work.glue_up
        )  # fmt: skip

    @derived
    def brief(self) -> BriefPlan:
        """What was asked for, and the rod laid against it."""
        has = figures(self.build, self.work_blank, self.stiffness, self.handle, self.balance)
        return lay_against(self.build, has)

    @derived
    def bendable(self) -> StiffnessPlan:
        """Its stiffness. Raises :class:`BendError` while there is none."""
        if self.stiffness is None:
            raise BendError("The bend waits for the blank's length and two diameters.")
        return self.stiffness

    def under_load(self, setup: BendSetup) -> LoadedPlan:
        """The rod bent by its line. Raises :class:`BendError`."""
        return self.under_loads([setup])[0]

    def under_loads(self, setups: Sequence[BendSetup]) -> tuple[LoadedPlan, ...]:
        """The rod bent by its line, under one load after another. Raises :class:`BendError`."""
        with following(self.habits), speaking(self.design.units, self.design.rule):
            return plan_loads(
                self.build, self.work_blank, self.handle, self.guides, self.bendable, setups
            )

    def ghosts(self, setup: BendSetup) -> list[BendSetup]:
        """The setup at a light load, at the rod's power and at a heavy load. Raises :class:`BendError`."""
        return [
            setup.model_copy(update={"load_g": min(round(g), MOST_HUNG_G)})
            for g in three_loads_g(self.bendable.power_g)
        ]

    @derived
    def under_power(self) -> LoadedPlan | None:
        """A rod with its guides on top at the load that drops its tip by a third: whether the line then
        lies on the blank. None for other rods, and while it cannot be bent."""
        if (
            self.stiffness is None
            or guides_below(self.build.brief.rod_type)
            or len(self.guides.placed) < 2
        ):
            return None
        try:
            return self.under_load(BendSetup(load_g=min(self.stiffness.power_g, MOST_HUNG_G)))
        except BendError:
            return None

    def twisted(self, setup: BendSetup) -> TwistPlan:
        """Guides on top, winding and below under the setup's load. Raises :class:`BendError`."""
        with following(self.habits), speaking(self.design.units, self.design.rule):
            return plan_twist(
                self.build, self.work_blank, self.handle, self.guides, self.bendable, setup.load_g
            )

    @derived
    def moves(self) -> TestMoves:
        """What to move after the static test. Raises :class:`BendError`."""
        test = self.build.guides.static_test
        if test is None or self.datums is None:
            raise BendError("No static test is recorded, or the blank has no length yet.")
        return plan_moves(self._trial(self.datums), test)

    def blended(
        self, one_mm: Sequence[float], other_mm: Sequence[float], toward: float
    ) -> LayoutFigures:
        """A layout between two others. Raises :class:`BendError`."""
        if self.datums is None:
            raise BendError("Layouts wait for the blank's length.")
        train = self._trial(self.datums)
        return blend_layouts(train, self.bendable.power_g, one_mm, other_mm, toward)

    def _trial(self, datums: Datums) -> Trial:
        return Trial(self.build, self.work_blank, self.handle, self.guides, datums, self.bendable)

    @derived
    def layouts(self) -> LayoutsPlan:
        """Layouts side by side. Raises :class:`BendError`."""
        kept = {k.id: self._laid_out(k) for k in self.build.guides.kept}
        return plan_layouts(
            self.build, self.work_blank, self.handle, self.guides, self.datums, self.bendable, kept
        )

    def _laid_out(self, kept: KeptLayout) -> GuidesPlan:
        """Every guide where a layout that was put by would have it."""
        train = tuple(g.model_copy(update={"at": kept.places.get(g.id)}) for g in self.build.guides.train)  # fmt: skip
        guides = self.build.guides.model_copy(update={"train": train})
        build = self.build.model_copy(update={"guides": guides})
        return plan_guides(build, self.datums, self.handle, self.work_blank)

    @derived
    def train(self) -> TrainPlan | None:
        """What the train weighs and costs. Raises :class:`BendError`."""
        return plan_train(self.build, self.work_blank, self.handle, self.guides, self.bendable)

    @derived
    def reel_side(self) -> ReelSidePlan:
        """The path from the spool."""
        train = self.build.guides.train
        if self.build.brief.rod_type != "spinning":
            return self._off_the_level_wind()
        path = plan_reel_side(self.build.guides.reel, list(reversed(train))[:REDUCTION_RINGS])
        placing = place_on_path(path, self.build, self.guides.placed, self.datums)
        return path.model_copy(update={"placing": placing})

    def _off_the_level_wind(self) -> ReelSidePlan:
        """Nothing comes off in coils: the line's angle into the first ring is what counts."""
        placed, lip = self.guides.placed, self.guides.spool_lip_mm
        found = None
        if placed and lip is not None and placed[-1].marked_mm is not None:
            first = self.build.guides.train[-1]
            found = level_wind(self.build.guides.reel, first, placed[-1].marked_mm - lip)
        words = (
            found.words
            if found
            else "The reel and the guide nearest it are not both on the rod yet."
        )
        return ReelSidePlan(spots=(), meets_blank_mm=None, words=words, level_wind=found)

    def photographed(
        self,
        setup: BendSetup,
        clicks: list[PicturePoint],
        click_px: float = CLICK_PX,
        board: Board | None = None,
    ) -> PhotoMatched:
        """A picture of the bend, matched and fitted. Raises :class:`BendError`."""
        with following(self.habits), speaking(self.design.units, self.design.rule):
            return match(
                self.build, self.work_blank, self.handle, self.guides, self.bendable, setup, clicks,
                click_px, board,
            )  # fmt: skip

    def seen_along(
        self, clicks: Sequence[RingClicked], behind_mm: float, click_px: float
    ) -> AlongPhoto:
        """Every guide's turn from a photograph along the rod. Raises :class:`RefusedError`."""
        reach, length = self.handle.reach_mm, self.work_blank.length_mm
        od = None if reach is None else self.work_blank.od_mm(reach)
        if reach is None or length is None or od is None:
            raise RefusedError(
                "The photograph wants a reel seat, the blank's length and its diameters first."
            )
        seat = RingSpot("seat", reach, od / 2 + SEAT_OVER_MM)
        rings = [
            RingSpot(
                g.id, g.marked_mm, g.height_mm + (self.work_blank.od_mm(g.marked_mm) or 0.0) / 2
            )
            for g in self.guides.placed
            if g.marked_mm is not None
        ]
        return turns_in(seat, (self.handle.front_mm, length), rings, clicks, behind_mm, click_px)

    def _pencil_places(self) -> list[PencilPlace]:
        """Every place round which the spine, reel or guide line is drawn, butt first."""
        length = self.work_blank.length_mm or 0.0
        parts, front = self.handle.parts, self.handle.front_mm
        places = [PencilPlace("butt", 0.0)]
        places += [
            PencilPlace(f"front of the {p.name}", p.end_mm)
            for p in parts
            if p.kind in ("rear_grip", "reel_seat") and p.end_mm < length
        ]
        if parts and front < length:
            places.append(PencilPlace("front of the handle", front))
        places += [
            PencilPlace(f"guide {n}", g.marked_mm)
            for n, g in enumerate(self.guides.placed, start=1)
            if g.marked_mm is not None and 0 < g.marked_mm < length
        ]
        places += [PencilPlace("joint", j) for j in self.blank.joints_mm]
        return sorted(places, key=lambda p: (p.station_mm, p.place))
