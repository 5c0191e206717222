"""Job -> Assessment: everything that the screen, the command line and the tests know of a job. Pure."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any

import numpy as np

from isostat.assess.setup.as_found import as_stand, found_springs
from isostat.assess.setup.baseline import as_read, at_baseline, read_elsewhere
from isostat.assess.setup.clearances import all_met
from isostat.assess.setup.figures import AxleFigures, FitFigures, axle_figures, figure, fit_figures
from isostat.assess.setup.items import loads
from isostat.assess.setup.platform import HITCH_STIFF, NO_SPRINGS, SPRING, Hitch, Springs, stand
from isostat.assess.setup.rake import rake_points, raked
from isostat.assess.setup.settlement import settles_m
from isostat.assess.setup.springs.helper_springs import helpers_as_found, helpers_fitted
from isostat.assess.setup.springs.kind import FoundSpring, Ordered
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.tandem import Beams, beams_of, split_by_beams
from isostat.assess.setup.to_order import order
from isostat.assess.solve.memory import remembered
from isostat.assess.solve.standing import Events, Standing, stand_up, wheel_events
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import Pose, crossed_travel, fit_pose, planar_travel, spring_forces
from isostat.core.vehicle.statics import lever, weight_of
from isostat.job.schema import Job, Target
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class Loading:
    """What each case weighs and where; B = cases of the job."""

    whole_kg: Floats  # (B,) with the unsprung
    gravity_x_m: Floats  # (B,) forward of the front axle
    gravity_y_m: Floats  # (B,) left of the middle
    sprung: Floats  # (3, B) N and N·m
    weighed: Floats  # (3,) sprung weight as weighed, N and N·m
    items_kg: Floats  # (B, items) on board
    hitch: Hitch | None  # of a trailer
    unsprung_kg: Floats  # (A, 2, B) heavier wheels and the like, beyond what was weighed


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Assessment:
    """A job, solved. Arrays (A, 2, B) with A axles, left and right, B cases of the job.

    One is like no other but itself, so that what follows from it can be remembered by it.
    """

    job: Job
    axles: tuple[AxleFigures, ...]
    found_fits: tuple[FitFigures, ...]
    fits: tuple[FitFigures, ...]
    found_springs: tuple[tuple[FoundSpring, FoundSpring], ...]
    orders: tuple[Ordered, ...]
    loading: Loading
    baseline_m: Floats  # (A, 2) hub to arch
    proposed: Standing
    target_case: int
    pose: Pose  # the target as lifts and lean
    target_travel_m: Floats  # (A, 2) u*
    target_m: Floats  # (A, 2) hub to arch wanted
    fitted_target_m: Floats  # (A, 2) the same as fitted: higher, where the target is one of settled springs
    beams: Beams | None  # of an equalized tandem
    helper_lacks: tuple[dict[str, Saying], ...]  # of each axle, by the kind of a helper: why it cannot be
    warp_m: float  # of heights wanted by corner: what no plane gives, u_FL − u_FR − u_RL + u_RR
    memory: dict[Any, Any] = field(default_factory=dict, init=False, repr=False)  # what was worked out of it since

    @property
    def cases(self) -> int:
        """How many load cases there are."""
        return len(self.job.cases)

    @property
    def on_leaves(self) -> bool:
        """Whether some axle shall stand on leaf packs."""
        return any(KINDS[fit.kind].hangs_from_eyes for fit in self.job.proposal.axles)

    @property
    def found(self) -> Standing:
        """The set-up as found, solved when first asked for: most steps never show it."""
        return _stand_up(*_as_found(self))

    @property
    def heaviest_case(self) -> int:
        """The heaviest case in which the proposal stands."""
        return int(np.argmax(np.where(self.proposed.stands, self.loading.whole_kg, -np.inf)))

    @property
    def found_parts(self) -> tuple[Platform, Bank]:
        """The set-up as found, not solved."""
        return _stood(*_as_found(self)[:4])

    @property
    def found_unladen(self) -> tuple[Platform, Bank]:
        """Its parts alone, no load on them: the same again while only loads change."""
        empty = _Weight(np.zeros((3, 1)).tobytes(), np.zeros((len(self.axles), 2, 1)).tobytes(), None)
        return _stood(*_as_found(self)[:3], empty)

    @property
    def found_events(self) -> Events:
        """What happens on every wheel's way as found; nothing need be solved for it."""
        return _found_events(self)


@remembered
def _found_events(a: Assessment) -> Events:
    return wheel_events(*a.found_unladen, all_met(a.axles, a.found_fits))


def _loading(job: Job, axles: tuple[AxleFigures, ...]) -> Loading:
    """W_case = Σ h·(N_b − m_u·g) + g·Σ h·m over the case − the same over what was on board when weighed."""
    pads = np.array([[p.value for p in a.pad_kg] for a in axles])
    unsprung = np.array([[a.unsprung_kg.value] * 2 for a in axles])
    y = np.array([[a.half_track_m, -a.half_track_m] for a in axles])
    x = np.array([[a.x_m, a.x_m] for a in axles])
    h = lever(x, y)
    carried, hitch = loads(job), _hitch(job)
    weighed = GRAVITY * (h * (pads - unsprung)).sum(axis=(1, 2))
    if hitch is not None:
        weighed = weighed + weight_of(np.array([hitch.nose_kg.value]), np.array([hitch.x_m]), np.array([0.0]))
    sprung = weighed[:, None] + carried.body_weight()
    more = carried.unsprung_kg()
    whole = sprung + GRAVITY * np.einsum("kas,asb->kb", h, unsprung[..., None] + more)
    heavy = np.where(np.abs(whole[0]) > 1e-6, whole[0], 1e-6)
    return Loading(
        whole_kg=whole[0] / GRAVITY,
        gravity_x_m=-whole[1] / heavy,
        gravity_y_m=whole[2] / heavy,
        sprung=sprung,
        weighed=weighed,
        items_kg=carried.mass_kg * carried.share,
        hitch=hitch,
        unsprung_kg=more,
    )


def _hitch(job: Job) -> Hitch | None:
    """The coupling, where both its place and what it carried were read."""
    ahead, nose = job.vehicle.coupling_ahead_m, job.vehicle.nose_kg
    if ahead is None or nose is None:
        return None
    whole = nose.value + sum(c.pad_kg.value for axle in job.vehicle.axles for c in (axle.left, axle.right))
    return Hitch(ahead.value, figure(nose, 0.0), HITCH_STIFF * GRAVITY * max(whole, 1.0) / max(ahead.value, 0.1))


def _target_pose(target: Target, baseline: Floats, where: tuple[Floats, Floats, Floats]) -> tuple[Pose, float]:
    """The wanted pose and the warp that it leaves. where: axle x, half track, left-right difference, as in fit_pose."""
    if target.corners:
        heights = np.array([[pair.left_m.value, pair.right_m.value] for pair in target.corners])
        return fit_pose(heights - baseline, *where)
    return Pose(target.front_lift_m.value, target.rear_lift_m.value, target.lean_m.value if target.lean_m else None), 0.0


@dataclass(frozen=True, slots=True)
class _Weight:
    """What is carried, as a key that can be remembered: sprung weight (3, B) in N, unsprung beyond the weighing (A, 2, B) in kg."""

    sprung: bytes
    unsprung: bytes
    hitch: Hitch | None

    @classmethod
    def of(cls, loading: Loading) -> _Weight:
        return cls(loading.sprung.tobytes(), loading.unsprung_kg.tobytes(), loading.hitch)

    def arrays(self, axles: int) -> tuple[Floats, Floats, Hitch | None]:
        return np.frombuffer(self.sprung).reshape(3, -1), np.frombuffer(self.unsprung).reshape(axles, 2, -1), self.hitch


Frozen = tuple[tuple[AxleFigures, ...], tuple[FitFigures, ...], tuple[Springs, ...], _Weight, bytes]


def _as_found(a: Assessment) -> Frozen:
    springs = _on_beams(tuple(as_stand(pair) for pair in a.found_springs), a.beams)
    return a.axles, a.found_fits, springs, _Weight.of(a.loading), a.baseline_m.tobytes()


def _on_beams(springs: tuple[Springs, ...], beams: Beams | None) -> tuple[Springs, ...]:
    """The springs of all axles, those of the last but one on the beams that they share with the last."""
    return springs if beams is None else (*springs[:-2], replace(springs[-2], beams=beams), springs[-1])


@lru_cache(maxsize=16)
def _stood(
    axles: tuple[AxleFigures, ...], fits: tuple[FitFigures, ...], springs: tuple[Springs, ...], weight: _Weight
) -> tuple[Platform, Bank]:
    return stand(axles, fits, springs, *weight.arrays(len(axles)))


@lru_cache(maxsize=16)
def _stand_up(
    axles: tuple[AxleFigures, ...], fits: tuple[FitFigures, ...], springs: tuple[Springs, ...], weight: _Weight, baseline: bytes
) -> Standing:
    """Remembered on its frozen inputs: an edit of the proposal leaves the set-up as found as it was, and undo is at once."""
    return stand_up(*_stood(axles, fits, springs, weight), np.frombuffer(baseline).reshape(-1, 2), GRAVITY, all_met(axles, fits))


def _with_helpers(
    job: Job, axles: tuple[AxleFigures, ...], fits: tuple[FitFigures, ...], platform: Platform, wanted: Floats
) -> tuple[tuple[FitFigures, ...], tuple[dict[str, Saying], ...]]:
    """What is fitted with the helpers that are set at the target, and what each axle's lack."""
    out, lacks = [], []
    for i, (axle, fit, proposed) in enumerate(zip(axles, fits, job.proposal.axles, strict=True)):
        grown = np.asarray(axle.spring_motion.at(platform.row[i, list(SPRING), :, 0] @ wanted[i])[0])
        helpers, lacking = helpers_fitted(proposed, grown)
        out.append(replace(fit, helpers=helpers))
        lacks.append(lacking)
    return tuple(out), tuple(lacks)


def assess(job: Job) -> Assessment:
    """Solves a job: as found and as proposed, in every case, forwards and backwards.

    Every valid job is answered; what is wrong with it is a finding, not an exception.
    """
    if not read_elsewhere(job):
        return _assess(job, job)
    first = _assess(job, as_read(job))
    guessed = any(spring.rate.assumed for pair in first.found_springs for spring in pair)
    return _assess(job, at_baseline(job, first.axles, first.found.rest.travel_m, first.found.stands, guessed))


@lru_cache(maxsize=8)
def solved(job: Job) -> Assessment:
    """The same of a job that waits beside the one in hand, remembered by what it holds."""
    return assess(job)


def _assess(given: Job, job: Job) -> Assessment:
    """given: as it stands in the document. job: the same with all its readings at the baseline."""
    found_parts = job.as_found.axles
    axles = tuple(axle_figures(axle, fit) for axle, fit in zip(job.vehicle.axles, found_parts, strict=True))
    axles = split_by_beams(job.vehicle, axles)
    found_fits = tuple(replace(fit_figures(a, f, f), helpers=helpers_as_found(f)) for a, f in zip(axles, found_parts, strict=True))
    fits = tuple(fit_figures(a, f, p) for a, f, p in zip(axles, found_parts, job.proposal.axles, strict=True))
    loading = _loading(job, axles)
    bare = (NO_SPRINGS,) * len(axles)
    baseline = np.array([[h.value for h in a.hub_to_arch_m] for a in axles])

    platform, bank = stand(axles, found_fits, bare, loading.sprung, hitch=loading.hitch)
    pad_n = GRAVITY * np.array([[p.value for p in a.pad_kg] for a in axles])
    still = np.zeros_like(baseline)
    force = spring_forces(platform, bank, 0, pad_n - platform.unsprung_n[..., 0], still, SPRING)
    springs = tuple(found_springs(a, i, f, force[i]) for i, (a, f) in enumerate(zip(axles, found_parts, strict=True)))

    where = (np.array([a.x_m for a in axles]), np.array([f.half_track_m for f in fits]), baseline[:, 0] - baseline[:, 1])
    pose, warp = _target_pose(job.target, baseline, where)
    wanted = planar_travel(pose, *where)
    platform, bank = stand(axles, fits, bare, loading.sprung, loading.unsprung_kg, loading.hitch)
    if job.target.rake_m is not None and not job.target.corners:
        was = rake_points(job, axles)[2]
        pose = raked(pose, job.target.rake_m.value, was, platform, job.case_index(job.target.case), wanted)
        wanted = planar_travel(pose, *where)
    if job.target.cross_share is not None:
        wanted = crossed_travel(platform, job.case_index(job.target.case), wanted, job.target.cross_share.value)
    fits, lacks = _with_helpers(job, axles, fits, platform, wanted)
    if any(fit.helpers for fit in fits):
        platform, bank = stand(axles, fits, bare, loading.sprung, loading.unsprung_kg, loading.hitch)
    beams = beams_of(job.vehicle, force)
    orders, fitted_at = order(job, axles, springs, (platform, bank, beams), wanted), wanted
    if job.target.settled:  # as fitted they stand higher by what they settle
        fitted_at = wanted - settles_m(job, orders)
        orders = order(job, axles, springs, (platform, bank, beams), fitted_at)
    fitted = _on_beams(tuple(Springs(o.law, o.offset_m, o.couple) for o in orders), beams)
    proposed = _stand_up(axles, fits, fitted, _Weight.of(loading), baseline.tobytes())
    return Assessment(
        job=given,
        axles=axles,
        found_fits=found_fits,
        fits=fits,
        found_springs=springs,
        orders=orders,
        loading=loading,
        baseline_m=baseline,
        proposed=proposed,
        target_case=job.case_index(job.target.case),
        pose=pose,
        target_travel_m=wanted,
        target_m=baseline - wanted,
        fitted_target_m=baseline - fitted_at,
        warp_m=warp,
        beams=beams,
        helper_lacks=lacks,
    )
