"""A new job: a plausible vehicle of which nothing is known yet, every value assumed."""

from __future__ import annotations

from isostat.job.files import job_from
from isostat.job.schema import Job


def _guess(value: float) -> dict[str, object]:
    return {"value": value, "assumed": True}


def blank_job() -> Job:
    """A middling two-axle vehicle; every number is marked assumed and waits to be typed over."""

    def corner(kg: float, height: float) -> dict[str, object]:
        return {"pad_kg": _guess(kg), "hub_to_arch_m": _guess(height)}

    def axle(name: str, behind: float, kg: float, *, front: bool) -> dict[str, object]:
        place = 0.0 if front else _guess(behind)
        return {
            "name": name,
            "behind_front_m": place,
            "track_m": _guess(1.55),
            "steered": front,
            "layout": "independent" if front else "solid",
            "left": corner(kg, 0.48),
            "right": corner(kg, 0.48),
        }

    fits = [{"tyre_radius_m": _guess(0.37)}, {"tyre_radius_m": _guess(0.37)}]
    return job_from(
        {
            "title": "New job",
            "vehicle": {
                "name": "vehicle not described yet",
                "outline": "estate",
                "front_overhang_m": _guess(0.85),
                "rear_overhang_m": _guess(0.95),
                "axles": [axle("Front", 0.0, 520, front=True), axle("Rear", 2.8, 480, front=False)],
            },
            "as_found": {"name": "as found", "axles": fits},
            "proposal": {"name": "A", "axles": [{}, {}]},
            "items": [
                {
                    "name": "Driver",
                    "mass_kg": _guess(80),
                    "behind_front_m": _guess(1.4),
                    "left_m": _guess(-0.35),
                    "weighed_share": _guess(1.0),
                }
            ],
            "cases": [
                {"name": "Floor now", "kind": "floor", "carried": [{"item": "Driver"}]},
                {"name": "As weighed", "kind": "weighed"},
                {"name": "Light", "carried": [{"item": "Driver"}]},
            ],
            "target": {"case": "Light", "front_lift_m": _guess(0.0), "rear_lift_m": _guess(0.0)},
        }
    )
