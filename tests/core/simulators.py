"""The bench, simulated apart from the core: what slides where, what a tool cuts, a builder who cannot know.

Nothing here uses the core's own geometry. A blank is any function of the station,
a bore an array on a fine grid; parts are pushed a little at a time and looked at.
"""

import math
from dataclasses import dataclass, field

import numpy as np
from scipy.spatial.transform import Rotation

from wise_spool.core.document.blank import Blank, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import DryFit, Handle, Part, PassMade, Reamer
from wise_spool.core.guides.photograph import CLICK_PX, PicturePoint
from wise_spool.core.guides.under_load import dress
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G, Load, bend
from wise_spool.core.plan import plan

PUSH_MM = 0.5
REACH_MM = 0.25


def slide(od, length_mm, u, bore, mark_mm, come_from, proud=()):
    """Push a part from one end, ``PUSH_MM`` at a time; signed mm it is short of its mark.

    ``od(x)`` is the blank, ``proud`` (from, to, od) what stands on it. Goes no
    further than the mark.
    """
    x = np.arange(0.0, length_mm + REACH_MM, REACH_MM)
    thick = np.asarray(od(x), float)
    for a, b, wide in proud:
        thick[(x >= a) & (x <= b)] = np.maximum(thick[(x >= a) & (x <= b)], wide)
    way = -1 if come_from == "tip" else 1
    at = length_mm + 1.0 if come_from == "tip" else -float(u[-1]) - 1.0
    # Nothing stops it while all that is under it is thinner than its narrowest bore: begin just there.
    stout = x[thick > bore.min()]
    if stout.size:
        clear = at - stout[-1] if come_from == "tip" else stout[0] - u[-1] - at
        at += way * PUSH_MM * max(int(min(clear, (mark_mm - at) * way) / PUSH_MM) - 1, 0)
    else:
        at = mark_mm
    while (mark_mm - at) * way > 1e-9:
        step = min(PUSH_MM, (mark_mm - at) * way)
        under = np.interp(at + way * step + u, x, thick, left=0.0, right=0.0)
        if (under > bore + 1e-9).any():
            break
        at += way * step
    return (at - mark_mm) * -way


def ream(u, bore, small, large, long, face, depth):
    """Push a tapered reamer in until its small end is ``depth`` past the face; the bore it leaves."""
    out = bore.copy()
    for i, at in enumerate(u):
        inward = at if face == "butt" else u[-1] - at
        along = depth - inward  # how far back from its small end the reamer is here
        if along > 0:
            out[i] = max(out[i], min(small + (large - small) * along / long, large))
    return out


@dataclass
class Bench:
    """One grip, one blank, their truth hidden; what the builder reads of them, and does."""

    rng: np.random.Generator
    reamers: tuple
    mark_mm: float = 0.0
    length_mm: float = 220.0
    material: str = "cork"
    bore_mm: float = 6.5
    wobble_mm: float = 0.1
    readings: int = 9
    measures: bool = True
    u: np.ndarray = field(init=False)
    bore: np.ndarray = field(init=False)

    def __post_init__(self):
        r = self.rng
        self.butt, self.tip = r.uniform(11, 15), r.uniform(1.6, 2.6)
        self.phase, self.waves = r.uniform(0, 2 * math.pi), r.uniform(3, 6)
        self.u = np.linspace(0.0, self.length_mm, 900)
        rough = 0.08 * np.sin(self.u / self.length_mm * r.uniform(2, 9) + r.uniform(0, 6))
        self.bore = np.full_like(self.u, self.bore_mm) + rough
        self.faces = self._calipers(self.bore[0]), self._calipers(self.bore[-1])

    def od(self, x):
        """The blank as it truly is."""
        cone = self.butt + (self.tip - self.butt) * np.asarray(x) / 2000.0
        return cone + self.wobble_mm * np.sin(
            np.asarray(x) / 2000.0 * 2 * math.pi * self.waves + self.phase
        )

    def _calipers(self, mm):
        return round(float(mm + self.rng.normal(0, 0.03)), 2)

    def blank(self):
        """The blank as read."""
        at = np.linspace(0, 2000, self.readings)
        return Blank(
            length_mm=2000,
            readings=tuple(Reading(station_mm=s, od_mm=self._calipers(self.od(s))) for s in at),
        )

    def part(self):
        """The grip as measured."""
        return Part(
            id="grip",
            kind="rear_grip",
            length_mm=self.length_mm,
            material=self.material,
            od_butt_mm=32,
            od_tip_mm=32,
            bore_butt_mm=self.faces[0],
            bore_tip_mm=self.faces[1],
            gap_before_mm=self.mark_mm,
        )

    def cut(self, p):
        """Ream as told, the hand half a millimetre out."""
        depth = p.depth_mm + self.rng.normal(0, 0.5)
        self.bore = ream(
            self.u,
            self.bore,
            p.tool.small_mm,
            p.tool.large_mm,
            p.tool.length_mm,
            p.from_face,
            depth,
        )

    def file(self, a, most, b, mm):
        """Sandpaper on a dowel, up to a third out either way: most at one place, blending out, or even."""
        inside = (self.u >= a) & (self.u <= b)
        share = 1.0
        if most is not None:
            share = np.interp(
                self.u,
                [a - 1e-3, most, b + 1e-3],
                [0.0 if most - a > 1 else 1.0, 1.0, 0.0 if b - most > 1 else 1.0],
            )
        self.bore = self.bore + inside * share * mm * self.rng.uniform(0.7, 1.3)

    def tried(self):
        """Push it on: where it stopped, read to a millimetre; nought when it came home."""
        short = slide(self.od, 2000.0, self.u, self.bore, self.mark_mm, "tip")
        return 0.0 if short < 1e-6 else max(1.1, round(short + self.rng.normal(0, 1.0), 0))

    def room(self):
        """How loose it truly is at the mark: at both faces and the middle."""
        at = [0, len(self.u) // 2, -1]
        return [float(self.bore[i] - self.od(self.mark_mm + self.u[i])) for i in at]

    def work(self, tries=5):
        """Follow the plan; how many tries it took to come home, None when it did not."""
        part, blank = self.part(), self.blank()
        made, fits = [], []
        for n in range(1, tries + 1):
            planned = self._planned(blank, part, made, fits)
            ream_plan = next((r for r in planned.handle.reaming if r.part_id == "grip"), None)
            if ream_plan is not None:
                self._do(ream_plan, planned, made)
            short = self.tried()
            if short == 0.0:
                return n
            fits.append(
                DryFit(
                    part_id="grip",
                    short_mm=short,
                    passes=len(made),
                    bore_butt_mm=part.bore_butt_mm,
                    bore_tip_mm=part.bore_tip_mm,
                    mark_mm=self.mark_mm,
                )
            )
        return None

    def _planned(self, blank, part, made, fits):
        handle = Handle(
            parts=(part,), reamers=self.reamers, passes_made=tuple(made), dry_fits=tuple(fits)
        )
        return plan(Build(name="simulated", blank=blank, handle=handle))

    def _do(self, ream_plan, planned, made):
        if ream_plan.drill_first_mm is not None and not made:
            self.bore = np.maximum(self.bore, ream_plan.drill_first_mm)
            made.append(
                PassMade(
                    part_id="grip",
                    tool="drill",
                    diameter_mm=ream_plan.drill_first_mm,
                    from_face="butt",
                    depth_mm=self.length_mm,
                )
            )
        for p in ream_plan.passes:
            self.cut(p)
            made.append(
                PassMade(part_id="grip", reamer=p.tool, from_face=p.from_face, depth_mm=p.depth_mm)
            )
        h = ream_plan.by_hand
        if h is not None:
            self.file(h.from_mm, h.most_at_mm, h.to_mm, h.take_mm)
            made.append(
                PassMade(
                    part_id="grip",
                    tool="sandpaper",
                    from_face="butt",
                    from_mm=h.from_mm,
                    most_at_mm=h.most_at_mm,
                    depth_mm=h.to_mm,
                    took_mm=h.take_mm if self.measures else None,
                )
            )


SHOP = (
    Reamer(id="r1", name="slim", small_mm=5.0, large_mm=9.0, length_mm=300),
    Reamer(id="r2", name="middle", small_mm=8.0, large_mm=13.0, length_mm=420),
    Reamer(id="r3", name="stout", small_mm=11.0, large_mm=17.0, length_mm=500),
)


def clickable(of, factor, load_g, along=5):
    """The handle's two ends, the bare tip and spots along the blank, mm, of a rod with EI times ``factor``."""
    handle = of[2]
    course = of[4]
    stiffer = (*of[:4], course.model_copy(update={"k_n_mm2": course.k_n_mm2 * factor}))
    bent = bend(dress(*stiffer).rod, Load(load_g * GRAVITY_N_PER_G, 90, own_weight=True), 200)
    curve = bent.x_mm + 1j * bent.y_mm
    spots = curve[(np.linspace(0.1, 0.95, along) * curve.size).astype(int)]
    return np.concatenate([[-handle.longer_by_mm, handle.front_mm], curve[-1:], spots])


def picture(of, factor, load_g, rng, click_px=CLICK_PX, along=5):
    """Clicks on the rod as a camera somewhere sees it square on, in a picture some 4000 px wide."""
    seen = clickable(of, factor, load_g, along)
    seen[3:] = rng.permutation(seen[3:])
    if rng.random() < 0.5:
        seen = -seen.conj()
    scale = rng.uniform(1800, 3200) / 2500 * np.exp(1j * math.radians(rng.uniform(-15, 15)))
    return clicked(scale * seen + complex(rng.uniform(0, 900), rng.uniform(0, 900)), rng, click_px)


def clicked(seen, rng, click_px=CLICK_PX):
    """Points of a picture as an unsteady hand clicks them."""
    seen = seen + rng.normal(0, click_px, seen.size) + 1j * rng.normal(0, click_px, seen.size)
    return [PicturePoint(x_px=float(z.real), y_px=float(z.imag)) for z in seen]


BOARD_MM = (700.0, 500.0)


def slanted(of, factor, load_g, rng, click_px=CLICK_PX, along=8, bowed=0.0, most_deg=30.0):
    """Clicks on the rod, and on the corners of a board in its plane, as a camera sees them that stands
    aslant and whose lens bows straight lines by that share at the picture's corners."""
    board = np.array([0, BOARD_MM[0], complex(*BOARD_MM), 1j * BOARD_MM[1]]) + complex(400, -600)
    flat = np.concatenate([board, clickable(of, factor, load_g, along)])
    flat = flat - complex(flat.real.mean(), flat.imag.mean())
    points = np.stack([flat.real, flat.imag, np.zeros(flat.size)])
    turn = Rotation.from_euler(
        "xyz", rng.uniform(-most_deg, most_deg, 3) * [1, 1, 0.5], degrees=True
    )
    x, y, z = turn.as_matrix() @ points
    away = 4500.0
    seen = 6000.0 * (x + 1j * y) / (z + away)
    seen = seen * (1 + bowed * (np.abs(seen) / 2500.0) ** 2) + complex(2000, 1500)
    points = clicked(seen, rng, click_px)
    return points[4:], tuple(points[:4])
