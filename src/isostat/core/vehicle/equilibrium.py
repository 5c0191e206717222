"""Where a vehicle comes to rest: Newton on heave, pitch, roll and every wheel, for one case or ten thousand.

The energy is convex where every wheel curve rises. Each pass evaluates all cases still moving; a case whose last
step ran past the minimum of the energy along that step goes back on the same step, the others step on. The wheels
are eliminated axle by axle (a Schur complement of 2x2 blocks), so each step solves one symmetric 3x3 in closed form.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.elements.bank import Bank
from isostat.core.limits import Bools, Floats, Ints
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.wheel_forces import ExactForces, Stiffness, TableForces, WheelForces

STEP_LIMIT = 0.030  # m of travel or wheel displacement in one step
OVERSHOOT = 0.5  # a step is taken back when the energy rises along its end by more than this share of its first fall
HELD = 10.0  # N/m, keeps the tangent of a wheel in the air solvable; changes no answer
FEW, THINNED = 64, 0.5  # more cases than this are thinned out when such a share of them rests
FIRST_PASSES = 6  # of a block, before its stubborn cases are set aside
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
    converged: Bools  # (B,): a False row holds the best point found, never NaN
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

    platform: vehicles and loads, B cases. bank: its laws. exact: by the laws' own formulas in place of tables.
    start: begin here instead of at the baseline. tolerance_n: N, and N·m for the moments.
    most_passes: give up after this many evaluations. Returns Equilibrium, shapes as there.
    Source: Newton with an analytic tangent, step limit and energy line search; own derivation.
    """
    q = np.zeros((3, platform.cases)) if start is None else start.pose.copy()
    w = np.zeros((platform.axles, 2, platform.cases)) if start is None else start.wheel_m.copy()
    if platform.cases <= BLOCK:
        return _solve(platform, _forces(platform, bank, exact), q, w, tolerance_n, most_passes)
    blocks = []
    for first in range(0, platform.cases, BLOCK):
        part = slice(first, first + BLOCK)
        sub = platform.take(part)
        blocks.append(_solve(sub, _forces(sub, bank, exact), q[:, part], w[..., part], tolerance_n, FIRST_PASSES))
    found = {n: np.concatenate([getattr(b, n) for b in blocks], axis=-1) for n in Equilibrium.__dataclass_fields__}
    late = np.nonzero(~found["converged"])[0]
    if late.size:  # the few stubborn cases of all blocks go on together
        sub = platform.take(late)
        rest = _solve(sub, _forces(sub, bank, exact), found["pose"][:, late], found["wheel_m"][..., late], tolerance_n, most_passes)
        for name, values in found.items():
            values[..., late] = getattr(rest, name) + (FIRST_PASSES if name == "passes" else 0)
    return Equilibrium(**found)


def _forces(platform: Platform, bank: Bank, exact: bool) -> WheelForces:
    return ExactForces(platform, bank) if exact else TableForces(platform, bank)


def travel(platform: Platform, pose: Floats, wheel_m: Floats) -> Floats:
    """Wheel centre relative to chassis, (A, 2, B) in m, for a pose (3, B) and wheel rises (A, 2, B)."""
    middle = pose[0] - platform.axle_x_m * pose[1]
    lean = platform.half_track_m * pose[2]
    u = wheel_m.copy()
    u[:, 0] -= middle + lean
    u[:, 1] -= middle - lean
    return u


def _solve(platform: Platform, forces: WheelForces, q: Floats, w: Floats, tolerance: float, most: int) -> Equilibrium:
    cases = platform.cases
    out_q, out_w = q.copy(), w.copy()
    out_residual, passes = np.full(cases, np.inf), np.full(cases, most, dtype=np.int64)
    moving = np.arange(cases)
    p, share = platform, np.ones(cases)
    dq, dw, fall = np.zeros_like(q), np.zeros_like(w), np.zeros(cases)
    for n in range(1, most + 1):
        u = travel(p, q, w)
        f, k = forces(u)
        pad, contact = _tyres(p, w)
        gq, gw = _out_of_balance(p, f, pad)
        residual = np.maximum(np.abs(gq).max(axis=0), np.abs(gw).max(axis=(0, 1)))
        better = residual < out_residual[moving]
        keep = moving[better]
        out_q[:, keep], out_w[..., keep], out_residual[keep] = q[:, better], w[..., better], residual[better]
        resting = residual <= tolerance
        passes[moving[resting]] = np.minimum(passes[moving[resting]], n)
        if resting.all():
            break
        if moving.size > FEW and resting.mean() > THINNED:
            on = np.nonzero(~resting)[0]
            moving = moving[on]
            p, forces = p.take(on), forces.take(on)
            q, w, dq, dw, fall, share = q[:, on], w[..., on], dq[:, on], dw[..., on], fall[on], share[on]
            gq, gw, contact = gq[:, on], gw[..., on], contact[..., on]
            k = (k[0][:, on], k[1][:, on], k[2][:, on])
        slope = (gq * dq).sum(axis=0) + (gw * dw).sum(axis=(0, 1))  # of the energy, along the last step
        back = slope > -OVERSHOOT * fall  # fall is negative; zero before the first step
        back &= fall < 0.0
        new_dq, new_dw = _newton(p, k, contact, gq, gw)
        new_fall = (gq * new_dq).sum(axis=0) + (gw * new_dw).sum(axis=(0, 1))
        uphill = new_fall > 0.0  # only where a wheel curve falls and the energy is not convex
        new_dq[:, uphill] *= -1.0
        new_dw[..., uphill] *= -1.0
        new_fall = -np.abs(new_fall)
        reach = np.maximum(np.abs(travel(p, new_dq, new_dw)).max(axis=(0, 1)), np.abs(new_dw).max(axis=(0, 1)))
        limited = np.minimum(1.0, STEP_LIMIT / np.maximum(reach, 1e-300))
        if back.any():  # regula falsi on the slope of the energy: where between the two ends is it level?
            shorter = np.clip(-fall / np.maximum(slope - fall, 1e-300), 0.1, 0.9) * share
            move = np.where(back, shorter - share, limited)
            dq, dw = np.where(back, dq, new_dq), np.where(back, dw, new_dw)
            fall, share = np.where(back, fall, new_fall), np.where(back, shorter, limited)
        else:
            move = share = limited
            dq, dw, fall = new_dq, new_dw, new_fall
        q, w = q + move * dq, w + move * dw
    u = travel(platform, out_q, out_w)
    pad, _ = _tyres(platform, out_w)
    # a resting wheel's force follows from its own balance: pad load less its weight
    return Equilibrium(
        pose=out_q,
        wheel_m=out_w,
        travel_m=u,
        pad_n=pad,
        force_n=pad - platform.unsprung_n,
        residual_n=out_residual,
        converged=out_residual <= tolerance,
        passes=passes,
    )


def _tyres(p: Platform, w: Floats) -> tuple[Floats, Floats]:
    """Pad force, and the tyre's tangent: a tyre cannot pull."""
    squash = p.tyre_squash_m - w + p.ground_m
    return p.tyre_rate * np.maximum(squash, 0.0), np.where(squash > 0.0, p.tyre_rate, HELD)


def _out_of_balance(p: Platform, f: Floats, pad: Floats) -> tuple[Floats, Floats]:
    """Gradient of the energy: on the chassis (3, B) and on every wheel (A, 2, B)."""
    both = f[:, 0] + f[:, 1]
    gq = p.weight.copy()
    gq[0] -= both.sum(axis=0)
    gq[1] += (p.axle_x_m * both).sum(axis=0)
    gq[2] -= (p.half_track_m * (f[:, 0] - f[:, 1])).sum(axis=0)
    return gq, f - pad + p.unsprung_n


def _newton(p: Platform, k: Stiffness, t: Floats, gq: Floats, gw: Floats) -> tuple[Floats, Floats]:
    """The full Newton step. k: suspension tangent; t: tyre tangent (A, 2, B)."""
    ll, lr, rr = k
    tl, tr = t[:, 0], t[:, 1]
    al, ar = ll + tl, rr + tr
    det = al * ar - lr * lr
    inv = 1.0 / np.where(np.abs(det) > 1e-3, det, 1e-3)
    # m = k (k + t)^-1, a 2x2 a wheel pair; e = m t is suspension and tyre in series
    m_ll, m_lr = (ll * ar - lr * lr) * inv, lr * tl * inv
    m_rl, m_rr = lr * tr * inv, (rr * al - lr * lr) * inv
    e_ll, e_lr, e_rr = m_ll * tl, m_lr * tr, m_rr * tr
    x, half = p.axle_x_m, p.half_track_m
    both, diff = e_ll + 2.0 * e_lr + e_rr, half * (e_ll - e_rr)
    s11 = both.sum(axis=0) + 1e-3
    s12 = -(x * both).sum(axis=0)
    s22 = (x * x * both).sum(axis=0) + 1e-3
    s13 = diff.sum(axis=0)
    s23 = -(x * diff).sum(axis=0)
    s33 = (half * half * (e_ll - 2.0 * e_lr + e_rr)).sum(axis=0) + 1e-3
    gl, gr = gw[:, 0], gw[:, 1]
    hl, hr = m_ll * gl + m_lr * gr, m_rl * gl + m_rr * gr
    b1 = -gq[0] - (hl + hr).sum(axis=0)
    b2 = -gq[1] + (x * (hl + hr)).sum(axis=0)
    b3 = -gq[2] - (half * (hl - hr)).sum(axis=0)
    dq = _solve3(s11, s12, s13, s22, s23, s33, b1, b2, b3)
    middle, lean = dq[0] - x * dq[1], half * dq[2]
    dl, dr = middle + lean, middle - lean
    rl, rt = ll * dl + lr * dr - gl, lr * dl + rr * dr - gr
    return dq, np.stack([(ar * rl - lr * rt) * inv, (al * rt - lr * rl) * inv], axis=1)


def _solve3(a: Floats, b: Floats, c: Floats, d: Floats, e: Floats, f: Floats, r1: Floats, r2: Floats, r3: Floats) -> Floats:
    """Symmetric [[a b c], [b d e], [c e f]] x = r by cofactors, (3, B)."""
    c11, c12, c13 = d * f - e * e, c * e - b * f, b * e - c * d
    c22, c23, c33 = a * f - c * c, b * c - a * e, a * d - b * b
    det = a * c11 + b * c12 + c * c13
    inv = 1.0 / np.where(np.abs(det) > 1e-9, det, 1e-9)
    return np.stack(
        [(c11 * r1 + c12 * r2 + c13 * r3) * inv, (c12 * r1 + c22 * r2 + c23 * r3) * inv, (c13 * r1 + c23 * r2 + c33 * r3) * inv]
    )
