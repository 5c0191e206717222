"""The items as arrays: what each adds to the body's weight and what rides unsprung on a wheel, and how much is on board when."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import GRAVITY, Floats
from isostat.core.vehicle.statics import lever, weight_of
from isostat.job.schema import Job


@dataclass(frozen=True, slots=True, kw_only=True)
class Loads:
    """n items, B cases of the job. As weighed is what the scales saw."""

    mass_kg: Floats  # (n,) all of it on board
    x_m: Floats  # (n,) forward of the front axle; of wheels: their axle's
    y_m: Floats  # (n,) left of the middle; of wheels: no further than the wheel
    on_wheel: Floats  # (A, 2, n) part of the mass that rides on each wheel, not on the body
    share: Floats  # (B, n) on board in each case
    weighed: Floats  # (n,) on board when weighed

    @property
    def aboard(self) -> Floats:
        """Share on board in each case beyond that of the weighing, (B, n)."""
        return self.share - self.weighed

    @property
    def body_kg(self) -> Floats:
        """Mass that each item adds to the body, (n,)."""
        return np.asarray(self.mass_kg * (1.0 - self.on_wheel.sum(axis=(0, 1))))

    def body_weight(self) -> Floats:
        """Weight that came upon the body in each case since the weighing, (3, B) in N and N·m."""
        return np.stack([weight_of(self.body_kg * share, self.x_m, self.y_m) for share in self.aboard], axis=1)

    def unsprung_kg(self) -> Floats:
        """Mass that came upon each wheel in each case since the weighing, (A, 2, B) in kg."""
        return np.asarray((self.on_wheel * self.mass_kg) @ self.aboard.T)

    def lever(self) -> Floats:
        """Weight in N and moments in N·m of a kilogram of each item, (3, n)."""
        return np.asarray(GRAVITY * lever(self.x_m, self.y_m))


def loads(job: Job) -> Loads:
    """The items of a job."""
    axle_x = np.array([-axle.behind_front_m.value for axle in job.vehicle.axles])
    half = np.array([axle.track_m.value / 2 for axle in job.vehicle.axles])
    x = np.array([-i.behind_front_m.value for i in job.items])
    y = np.array([i.left_m.value for i in job.items])
    on_wheel = np.zeros((len(axle_x), 2, len(job.items)))
    for n, item in enumerate(job.items):
        if item.kind == "wheels":
            axle = int(np.argmin(np.abs(axle_x - x[n])))
            x[n], y[n] = axle_x[axle], np.clip(y[n], -half[axle], half[axle])
            left = 0.5 + y[n] / (2 * half[axle])
            on_wheel[axle, :, n] = left, 1.0 - left
    weighed = np.array([i.weighed_share.value for i in job.items], dtype=float)
    rows = []
    for case in job.cases:
        carried = {c.item: c.share.value for c in case.carried}
        rows.append(weighed if case.kind == "weighed" else np.array([carried.get(i.name, 0.0) for i in job.items]))
    return Loads(
        mass_kg=np.array([i.whole_kg for i in job.items]),
        x_m=x,
        y_m=y,
        on_wheel=on_wheel,
        share=np.array(rows, dtype=float).reshape(len(job.cases), len(job.items)),
        weighed=weighed,
    )
