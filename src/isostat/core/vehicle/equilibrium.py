"""Where a vehicle comes to rest: Newton on heave, pitch, roll and every wheel, for one case or ten thousand.

The energy is convex where every wheel curve rises. Each pass evaluates all cases still moving; a case whose last
step ran past the minimum of the energy along that step goes back on the same step, to where the tangent at its far end
puts that minimum: a stop beyond a gap is found in one move. The wheels
are eliminated axle by axle (a Schur complement of 2x2 blocks), so each step solves one symmetric 3x3 in closed form.
"""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Any

import numpy as np

from isostat.core.limits import Bools, Floats, Ints
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.wheel_forces import ExactForces, Stiffness, TableForces, WheelForces

STEP_LIMIT = 0.080  # m of travel or wheel displacement in one step
NEAR_LIMIT = 0.030  # m, where a curved motion or a falling law lets a wheel's curve fall: the nearest rest is wanted
OVERSHOOT = 0.5  # a step is taken back when the energy rises along its end by more than this share of its first fall
HELD = 10.0  # N/m, keeps the tangent of a wheel in the air solvable; changes no answer
NEAR = 0.01  # N, how far the tables are followed
FEW, THINNED = 64, 0.3  # more cases than this are thinned out when such a share of them rests
FIRST_PASSES = 5  # of a block, before its stubborn cases are set aside
BLOCK = 2048  # cases solved together, so that the work stays in the processor's cache


@dataclass(frozen=True, slots=True, kw_only=True)
class Equilibrium:
    """Where each case comes to rest."""

    pose: Floats  # (3, B): heave in m, up; pitch in rad, nose down; roll in rad, right side down
    wheel_m: Floats  # (A, 2, B): rise of each wheel centre
    travel_m: Floats  # (A, 2, B): wheel relative to chassis, bump positive
    pad_n: Floats  # (A, 2, B): force on the ground under each wheel
    force_n: Floats  # (A, 2, B): force that pushes wheel and chassis apart
    residual_n: Floats  # (B,): largest force (or moment per metre) still out of balance
    converged: Bools  # (B,): a False row holds the last point reached, never NaN
    passes: Ints  # (B,): evaluations used


def solve_equilibrium(
    platform: Platform,
    bank: Bank,
    *,
    exact: bool = False,
    start: Equilibrium | None = None,
    tolerance_n: float = 0.01,
    most_passes: int = 120,
) -> Equilibrium:
    """Rest position of every case of a platform.

    platform: vehicles and loads, B cases. bank: its laws. exact: ends on the laws' own formulas, not on their tables.
    start: begin here instead of at the baseline. tolerance_n: N, and N·m for the moments.
    most_passes: give up after this many evaluations. Returns Equilibrium, shapes as there.
    Source: Newton with an analytic tangent, step limit and energy line search; own derivation.
    """
    if exact and start is None:  # the tables lead within a few newtons; a last step or two on the formulas is all that is left
        start = solve_equilibrium(platform, bank, tolerance_n=max(tolerance_n, NEAR), most_passes=most_passes)
    rows = 3 + 2 * platform.axles
    z = np.zeros((rows, platform.cases))
    if start is not None:
        z[:3], z[3:] = start.pose, start.wheel_m.reshape(rows - 3, -1)
    residual = np.full(platform.cases, np.inf)
    passes = np.zeros(platform.cases, dtype=np.int64)
    every = np.arange(platform.cases)
    step_limit = STEP_LIMIT if platform.motion is None and not bank.tables.falls else NEAR_LIMIT

    def settle(which: Ints | slice, most: int) -> None:
        sub = platform if which is every else platform.take(which)
        forces = ExactForces(sub, bank) if exact else TableForces(sub, bank)
        z[:, which], residual[which], used = _settle(_Frame.of(sub), forces, z[:, which], tolerance_n, limits=(step_limit, most))
        passes[which] += used

    if platform.cases <= BLOCK:
        settle(every, most_passes)
    else:
        for first in range(0, platform.cases, BLOCK):
            settle(slice(first, first + BLOCK), FIRST_PASSES)
        late = np.nonzero(residual > tolerance_n)[0]
        if late.size:  # the few stubborn cases of all blocks go on together
            settle(late, most_passes)
    pose, wheel = z[:3], z[3:].reshape(platform.axles, 2, -1)
    frame = _Frame.of(platform)
    pad = frame.tyre_rate * np.maximum(frame.squash_m - wheel, 0.0)
    # a resting wheel's force follows from its own balance: pad load less its weight
    return Equilibrium(
        pose=pose,
        wheel_m=wheel,
        travel_m=travel(platform, pose, wheel),
        pad_n=pad,
        force_n=pad - platform.unsprung_n,
        residual_n=residual,
        converged=residual <= tolerance_n,
        passes=passes,
    )


def travel(platform: Platform, pose: Floats, wheel_m: Floats) -> Floats:
    """Wheel centre relative to chassis, (A, 2, B) in m, for a pose (3, B) and wheel rises (A, 2, B)."""
    return _travel(platform.axle_x_m, platform.half_track_m, pose, wheel_m)


def _travel(x: Floats, half: Floats, pose: Floats, wheel: Floats) -> Floats:
    middle, lean = pose[0] - x * pose[1], half * pose[2]
    u = np.empty_like(wheel)
    np.subtract(wheel[:, 0], middle + lean, out=u[:, 0])
    np.subtract(wheel[:, 1], middle - lean, out=u[:, 1])
    return u


@dataclass(frozen=True, slots=True)
class _Frame:
    """What the balance needs of a platform beside its parts; shapes as there."""

    x: Floats
    half: Floats
    tyre_rate: Floats
    squash_m: Floats  # of the tyre, with the ground under it
    unsprung_n: Floats
    weight: Floats
    hitch: Floats | None

    @classmethod
    def of(cls, p: Platform) -> _Frame:
        return cls(p.axle_x_m, p.half_track_m, p.tyre_rate, p.tyre_squash_m + p.ground_m, p.unsprung_n, p.weight, p.hitch)

    def take(self, which: Ints) -> _Frame:
        arrays: list[Any] = [getattr(self, f.name) for f in fields(self)]
        taken: list[Any] = [None if a is None else a.take(which, axis=-1) for a in arrays]
        return _Frame(*taken)

    def travel(self, z: Floats) -> Floats:
        return _travel(self.x, self.half, z, z[3:].reshape(len(self.x), 2, -1))

    def out_of_balance(self, z: Floats, force: Floats) -> tuple[Floats, Floats]:
        """Gradient of the energy (3 + 2A, B) and the tyres' tangent (A, 2, B): a tyre cannot pull."""
        squash = self.squash_m - z[3:].reshape(force.shape)
        contact = np.maximum(self.tyre_rate * (squash > 0.0), HELD)
        pad = self.tyre_rate * np.maximum(squash, 0.0)
        g = np.empty_like(z)
        both = force[:, 0] + force[:, 1]
        np.subtract(self.weight[0], both.sum(axis=0), out=g[0])
        np.add(self.weight[1], np.einsum("ab,ab->b", self.x, both), out=g[1])
        np.subtract(self.weight[2], np.einsum("ab,ab->b", self.half, force[:, 0] - force[:, 1]), out=g[2])
        if self.hitch is not None:
            x, rate, held = self.hitch
            nose = held - rate * (z[0] - x * z[1])
            g[0] -= nose
            g[1] += x * nose
        wheels = g[3:].reshape(force.shape)
        np.subtract(force, pad, out=wheels)
        wheels += self.unsprung_n
        return g, contact


def _settle(
    frame: _Frame, forces: WheelForces, z: Floats, tolerance: float, limits: tuple[float, int]
) -> tuple[Floats, Floats, Ints]:
    """Steps all cases until they rest: points, residuals, evaluations. limits: m in one step, most evaluations."""
    cases, (step_limit, most) = z.shape[1], limits
    points, left, used = z.copy(), np.full(cases, np.inf), np.full(cases, most, dtype=np.int64)
    moving, d, fall, share = np.arange(cases), np.zeros_like(z), np.zeros(cases), np.ones(cases)
    for n in range(1, most + 1):
        force, k = forces(frame.travel(z))
        g, contact = frame.out_of_balance(z, force)
        residual = np.abs(g).max(axis=0)
        resting = residual <= tolerance
        count = np.count_nonzero(resting)
        if count == moving.size or n == most:
            points[:, moving], left[moving], used[moving] = z, residual, n
            break
        if moving.size > FEW and count > THINNED * moving.size:
            done, on = np.nonzero(resting)[0], np.nonzero(~resting)[0]
            at = moving[done]
            points[:, at], left[at], used[at] = z[:, done], residual[done], n
            moving, frame, forces = moving[on], frame.take(on), forces.take(on)
            z, d, g = z.take(on, axis=1), d.take(on, axis=1), g.take(on, axis=1)
            fall, share, contact, resting = fall[on], share[on], contact.take(on, axis=2), resting[on]
            k = k.take(on)
        slope = np.einsum("ib,ib->b", g, d)  # of the energy, along the last step
        back = np.nonzero((slope > -OVERSHOOT * fall) & (fall < 0.0))[0]  # fall is zero before the first step
        new = (_newton if k.along is None else _newton_whole)(frame, k, contact, g)
        new_fall = np.einsum("ib,ib->b", g, new)
        uphill = np.nonzero(new_fall > 0.0)[0]  # only where a wheel curve falls and the energy is not convex
        if uphill.size:
            new[:, uphill] *= -1.0
            new_fall[uphill] *= -1.0
        reach = np.maximum(np.abs(frame.travel(new)).max(axis=(0, 1)), np.abs(new[3:]).max(axis=0))
        limited = np.minimum(1.0, step_limit / np.maximum(reach, 1e-300))
        move = limited.copy()
        if back.size:  # where between the two ends is the energy level? Between chord and tangent of a slope that steepens
            fell, rise = fall[back], slope[back]
            bend = _bend_along(frame.take(back), k.take(back), contact.take(back, axis=2), d.take(back, axis=1))
            span = rise - fell  # above zero: the slope has come up by half its first fall at least
            chord, tangent = -fell / span, 1.0 - rise / np.maximum(bend * share[back], 1e-6 * span)
            shorter = np.clip(np.maximum(chord, tangent), 0.1, 0.95) * share[back]
            new[:, back], new_fall[back] = d[:, back], fell
            move[back], limited[back] = shorter - share[back], shorter
        move[resting] = 0.0
        d, fall, share = new, new_fall, limited
        z = z + move * d
    return points, left, used


def _bend_along(f: _Frame, k: Stiffness, t: Floats, d: Floats) -> Floats:
    """Second derivative of the energy along a direction d (3 + 2A, B), (B,); k and t as in _newton."""
    u = f.travel(d)
    left, right = u[:, 0], u[:, 1]
    bend = (k.ll * left * left + 2.0 * k.lr * left * right + k.rr * right * right).sum(axis=0)
    if k.along is not None:
        bend += 2.0 * np.einsum("aib,aijb,ajb->b", u[:-1], k.along[:-1], u[1:])
    if f.hitch is not None:
        bend += f.hitch[1] * (d[0] - f.hitch[0] * d[1]) ** 2
    return np.asarray(bend + (t * d[3:].reshape(t.shape) ** 2).sum(axis=(0, 1)))


def _newton(f: _Frame, k: Stiffness, t: Floats, g: Floats) -> Floats:
    """The full Newton step (3 + 2A, B). k: suspension tangent; t: tyre tangent (A, 2, B)."""
    ll, lr, rr, _ = k
    tl, tr = t[:, 0], t[:, 1]
    al, ar, cross = ll + tl, rr + tr, lr * lr
    det = al * ar
    det -= cross
    det[np.abs(det) < 1e-3] = 1e-3
    inv = np.reciprocal(det, out=det)
    # m = k (k + t)^-1, a 2x2 a wheel pair; e = m t is suspension and tyre in series
    m_ll, m_rr = (ll * ar - cross) * inv, (rr * al - cross) * inv
    spread = lr * inv
    m_lr, m_rl = spread * tl, spread * tr
    e_ll, e_lr, e_rr = m_ll * tl, m_lr * tr, m_rr * tr
    x, half = f.x, f.half
    sides, twice = e_ll + e_rr, 2.0 * e_lr
    both, diff, roll = sides + twice, half * (e_ll - e_rr), sides - twice
    by_x, by_half = x * both, half * half
    s11, s12, s22 = both.sum(axis=0) + 1e-3, -by_x.sum(axis=0), np.einsum("ab,ab->b", x, by_x) + 1e-3
    s13, s23, s33 = diff.sum(axis=0), -np.einsum("ab,ab->b", x, diff), np.einsum("ab,ab->b", by_half, roll) + 1e-3
    if f.hitch is not None:
        at, rate, _ = f.hitch
        s11, s12, s22 = s11 + rate, s12 - at * rate, s22 + at * at * rate
    wheels = g[3:].reshape(t.shape)
    gl, gr = wheels[:, 0], wheels[:, 1]
    hl, hr = m_ll * gl + m_lr * gr, m_rl * gl + m_rr * gr
    pair = hl + hr
    step = np.empty_like(g)
    b1 = -g[0] - pair.sum(axis=0)
    b2 = np.einsum("ab,ab->b", x, pair) - g[1]
    b3 = -g[2] - np.einsum("ab,ab->b", half, hl - hr)
    _solve3((s11, s12, s13, s22, s23, s33), (b1, b2, b3), step)
    middle, lean = step[0] - x * step[1], half * step[2]
    dl, dr = middle + lean, middle - lean
    rl, rt = ll * dl + lr * dr - gl, lr * dl + rr * dr - gr
    out = step[3:].reshape(t.shape)
    np.multiply(ar * rl - lr * rt, inv, out=out[:, 0])
    np.multiply(al * rt - lr * rl, inv, out=out[:, 1])
    return step


def _newton_whole(f: _Frame, k: Stiffness, t: Floats, g: Floats) -> Floats:
    """The same where axles are coupled along the vehicle, so that they cannot be eliminated one by one: TᵀKT + tyres, u = T·z."""
    axles, cases = f.x.shape
    wheels, every = 2 * axles, np.arange(2 * axles)
    inner = np.zeros((cases, wheels, wheels))
    for a in range(axles):
        here = slice(2 * a, 2 * a + 2)
        inner[:, here, here] = np.array([[k.ll[a], k.lr[a]], [k.lr[a], k.rr[a]]]).transpose(2, 0, 1)
        if a + 1 < axles and k.along is not None:
            then, block = slice(2 * a + 2, 2 * a + 4), k.along[a].transpose(2, 0, 1)
            inner[:, here, then], inner[:, then, here] = block, block.transpose(0, 2, 1)
    by_pose = np.empty((cases, wheels, 3))
    by_pose[:, :, 0], by_pose[:, :, 1] = -1.0, np.repeat(f.x, 2, axis=0).T
    by_pose[:, 0::2, 2], by_pose[:, 1::2, 2] = -f.half.T, f.half.T
    turned = inner @ by_pose
    whole = np.empty((cases, 3 + wheels, 3 + wheels))
    whole[:, :3, :3], whole[:, 3:, 3:] = by_pose.transpose(0, 2, 1) @ turned, inner
    whole[:, 3:, :3], whole[:, :3, 3:] = turned, turned.transpose(0, 2, 1)
    whole[:, 3 + every, 3 + every] += t.reshape(wheels, cases).T
    if f.hitch is not None:
        x, rate, _ = f.hitch
        at = np.stack([np.ones_like(x), -x, np.zeros_like(x)])
        whole[:, :3, :3] += np.einsum("b,ib,jb->bij", rate, at, at)
    whole[:, [0, 1, 2], [0, 1, 2]] += 1e-3
    return np.asarray(-np.linalg.solve(whole, g.T[..., None])[..., 0].T)


def _solve3(s: tuple[Floats, ...], r: tuple[Floats, Floats, Floats], out: Floats) -> None:
    """Symmetric [[a b c], [b d e], [c e f]] x = r by cofactors, into the first three rows of `out`."""
    a, b, c, d, e, f = s
    c11, c12, c13 = d * f - e * e, c * e - b * f, b * e - c * d
    c22, c23, c33 = a * f - c * c, b * c - a * e, a * d - b * b
    det = a * c11 + b * c12 + c * c13
    det[np.abs(det) < 1e-9] = 1e-9
    inv = np.reciprocal(det, out=det)
    for n, row in enumerate(((c11, c12, c13), (c12, c22, c23), (c13, c23, c33))):
        np.multiply(row[0] * r[0] + row[1] * r[1] + row[2] * r[2], inv, out=out[n])
