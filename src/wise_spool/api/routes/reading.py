"""Routes that read what a builder typed or pasted."""

from fastapi import APIRouter

from wise_spool.api import models as m
from wise_spool.core.ground.angles import parse_clock_deg
from wise_spool.core.ground.measures import parse_measure_mm
from wise_spool.exchange.charts import PRINTED_OFF_MM, read_chart, read_taper

routes = APIRouter(prefix="/api")


@routes.post("/measures")
def measure(typed: m.MeasureText) -> m.Measure:
    """A length or diameter in mm."""
    return m.Measure(mm=parse_measure_mm(typed.text, typed.unit, typed.kind))


@routes.post("/clock-angles")
def clock_angle(typed: m.ClockText) -> m.ClockAngle:
    """A clock angle in degrees."""
    return m.ClockAngle(deg=round(parse_clock_deg(typed.text), 2) % 360)


@routes.post("/charts")
def chart(pasted: m.ChartText) -> m.Chart:
    """A guide chart's distances and rings in mm."""
    rows = read_chart(pasted.text, pasted.unit)
    return m.Chart(
        guides=[m.ChartGuide(distance_mm=r.distance_mm, ring_mm=r.ring_mm) for r in rows]
    )


@routes.post("/tapers")
def taper(pasted: m.ChartText) -> m.PastedTaper:
    """A pasted taper's stations and diameters in mm."""
    points = read_taper(pasted.text, pasted.unit)
    return m.PastedTaper(
        readings=[
            m.PastedReading(station_mm=s, od_mm=d, uncertainty_mm=PRINTED_OFF_MM) for s, d in points
        ]
    )
