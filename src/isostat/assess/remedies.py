"""What each remedy does to a job."""

from __future__ import annotations

from isostat.assess.judgement import Remedy
from isostat.assess.spring.air_pressures import with_pressures
from isostat.assess.stance.level_by_spacer import with_spacer
from isostat.job.edits.items import set_share
from isostat.job.edits.paths import put, put_number
from isostat.job.edits.target import aim_by_axle
from isostat.job.files import JobFault
from isostat.job.points import CORNER_POINTS, SIDES
from isostat.job.schema import Job
from isostat.job.springs import leaf_edits
from isostat.job.springs.parts import put_ring


def apply_remedy(job: Job, remedy: Remedy) -> Job:
    """The job with a remedy carried out. Raises JobFault when the job will not have it."""
    axle = remedy.place.axle
    match remedy.quantity:
        case "stop spacer":
            return put(job, ("proposal", "axles", int(axle or 0), "stop", "spacer_m"), remedy.value)
        case "arch":
            return leaf_edits.rearch(job, int(axle or 0), remedy.value)
        case "leaf less":
            return leaf_edits.remove_leaf(job, int(axle or 0), len(job.proposal.axles[int(axle or 0)].pack.leaves) - 1)
        case "thinner leaves":
            return leaf_edits.thinner(job, int(axle or 0))
        case "pressures":
            return with_pressures(job, int(axle or 0))
        case "stop fitted":
            return put(job, ("proposal", "axles", int(axle or 0), "stop", "left_out"), False)
        case "ring":
            return put_ring(job, int(axle or 0), remedy.value)
        case "ring by share":
            return put(job, ("proposal", "axles", int(axle or 0), "stack", "placed"), "by share")
        case "shock length":
            return put(job, ("proposal", "axles", int(axle or 0), "shock_longer_m"), remedy.value)
        case "hose length":
            return put(job, ("proposal", "axles", int(axle or 0), "hose_longer_m"), remedy.value)
        case "strap":
            return put(job, ("proposal", "axles", int(axle or 0), "strap_m"), remedy.value)
        case "spacer allowed":
            return put(job, ("proposal", "axles", int(axle or 0), "sides"), "spacer")
        case "reading":
            side, name = SIDES[int(remedy.place.side or 0)], CORNER_POINTS[int(remedy.item or 0)].field
            return put_number(job, ("vehicle", "axles", int(axle or 0), side, name), remedy.value)
        case "swap sides":
            name = CORNER_POINTS[int(remedy.item or 0)].field
            here = job.vehicle.axles[int(axle or 0)]
            for side, reading in zip(SIDES, (getattr(here.right, name), getattr(here.left, name)), strict=True):
                job = put(job, ("vehicle", "axles", int(axle or 0), side, name), reading)
            return job
        case "take rate":
            for side in SIDES if remedy.place.side is None else SIDES[remedy.place.side : remedy.place.side + 1]:
                job = put(job, ("as_found", "axles", int(axle or 0), side, "rate_n_per_m"), remedy.value)
            return job
        case "spring spacer":
            return with_spacer(job, remedy.place)
        case "level":
            return aim_by_axle(job, {"lean_m": {"value": 0.0}})
        case "solve springs":
            for side in SIDES:
                for field in ("free_length_m", "spacer_m", "collar_m", "slack_rad"):
                    job = put(job, ("proposal", "axles", int(axle or 0), side, field), None)
            return job
        case "rate":
            for side in SIDES:
                job = put(job, ("proposal", "axles", int(axle or 0), side, "rate_n_per_m"), remedy.value)
                job = put(job, ("proposal", "axles", int(axle or 0), side, "free_length_m"), None)
            return job
        case "main spring":
            return put(job, ("proposal", "axles", int(axle or 0), "stack", "main", "free_m"), remedy.value)
        case "ring share":
            job = put(job, ("proposal", "axles", int(axle or 0), "stack", "placed"), "by share")
            return put(job, ("proposal", "axles", int(axle or 0), "stack", "share"), remedy.value)
        case "lift":
            end = "front_lift_m" if axle == 0 else "rear_lift_m"
            return aim_by_axle(job, {end: {"value": remedy.value}})
        case "move":
            return put_number(job, ("items", int(remedy.item or 0), "behind_front_m"), remedy.value)
        case "carry less":
            case_name = job.cases[int(remedy.place.case or 0)].name
            return set_share(job, case_name, job.items[int(remedy.item or 0)].name, remedy.value)
        case unknown:
            raise JobFault("remedy", [f"remedy “{unknown}” is not known."])
