"""Workings of a leaf pack: arch free and loaded, stress, and the bound of its rate."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf import Packed, packed
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.springs.leaf.half_pack import STEEL
from isostat.core.working import Given, Origin, Working
from isostat.language import decimal, tr


def _packed(a: Assessment, k: Shown) -> Packed:
    pack = packed(a, k.axle)
    if pack is None:
        raise KeyError("no pack")
    return pack


def free_arch(a: Assessment, k: Shown) -> Working:
    """Arch of the assembled pack without load."""
    made = _packed(a, k)
    return Working(
        name="free arch",
        symbol="h",
        quantity="coil size",
        expression="h_1 + n",
        inputs=(
            Given("h_1", "main leaf alone, from the clamp edge", "fine length", made.pack.main_arch_m, Origin.COMPUTED),
            Given("n", "added by nip of the leaves below", "fine length", made.nip_m, Origin.SOLVED),
        ),
        result=made.free_arch_m,
        approximate=False,
        rule="Eyes over the clamp; leaves in one-sided contact along their lengths.",
    )


def arch(a: Assessment, k: Shown) -> Working:
    """Arch at the target."""
    made = _packed(a, k)
    return Working(
        name="arch at target",
        symbol="a",
        quantity="coil size",
        expression="sqrt((h - x)**2)",
        inputs=(
            Given("h", "free arch", "fine length", made.free_arch_m, Origin.SOLVED),
            Given("x", "compression at target", "fine length", made.free_arch_m - made.arch_m, Origin.SOLVED),
        ),
        result=abs(made.arch_m),
        approximate=False,
        rule="Under the target load. New leaves, not settled.",
    )


def stress(a: Assessment, k: Shown) -> Working:
    """Nominal stress of the thickest leaf at full bump, of what is allowed."""
    made = _packed(a, k)
    worst = int(made.used.argmax())
    typed = a.job.proposal.axles[k.axle].pack.allowed_pa
    peaks = ", ".join(f"{s / 1e6:.0f}" for s in made.peak_pa)
    rule = tr("Nominal, worse side and half. Peaks by leaf: {peaks} MPa.", peaks=peaks)
    if made.times_found is not None:
        rule = f"{rule} {tr('At most {n} × as found.', n=decimal(made.times_found, 2))}"
    return Working(
        name=tr("stress of leaf {n} at full bump", n=worst + 1),
        symbol="q",
        quantity="share",
        expression="E * t / 2 * c / S",
        inputs=(
            Given("E", "modulus of spring steel", "modulus", STEEL, Origin.ASSUMED),
            Given("t", "its thickness", "fine length", made.pack.leaves[worst].thick_m, Origin.TYPED),
            Given("c", "change of curvature at the clamp, M / ΣEI", "per metre", made.turned(worst), Origin.SOLVED),
            Given("S", "allowable", "stress", made.allowed_pa, Origin.ASSUMED if typed is None or typed.assumed else Origin.TYPED),
        ),
        result=float(made.used[worst]),
        approximate=typed is None,
        rule=rule,
    )


def peaks(a: Assessment, k: Shown) -> Working:
    """The highest stress anywhere in a pack at full bump against that of the pack as found."""
    made = _packed(a, k)
    if made.found is None:
        raise KeyError("no pack was found")
    worst = int(made.peak_pa.argmax())
    moment, thick = made.bent[worst]
    return Working(
        name="peak stress at full bump, × as found",
        symbol="n",
        quantity="ratio",
        expression="6 * M / (b * t**2 * S)",
        inputs=(
            Given("M", tr("highest bending moment of leaf {n}", n=worst + 1), "torque", float(moment), Origin.SOLVED),
            Given("b", "its width", "fine length", made.pack.leaves[worst].width_m, Origin.TYPED),
            Given("t", "its thickness there", "fine length", float(thick), Origin.TYPED),
            Given("S", "peak stress of the as-found pack at its full bump", "stress", made.found.peak_pa, Origin.SOLVED),
        ),
        result=made.times_found or 0.0,
        approximate=False,
        rule="At a clamp's edge peaks are 1.3 to 1.5 times the nominal stress; the limit is one of nominal stress.",
    )


def bound(a: Assessment, k: Shown) -> Working:
    """Upper bound of the rate: all leaves bend as one."""
    made = _packed(a, k)
    (front, rear), (on_front, on_rear) = made.pack.half_bounds, made.pack.shares
    halves = (
        Given("k_f", "front half at its eye, EI of its leaves summed", "rate", front, Origin.COMPUTED),
        Given("k_r", "rear half at its eye", "rate", rear, Origin.COMPUTED),
    )
    shares = (
        Given("s_f", "share of load on the front eye", "fine ratio", on_front, Origin.COMPUTED),
        Given("s_r", "share of load on the rear eye", "fine ratio", on_rear, Origin.COMPUTED),
    )
    return Working(
        name="rate with all leaves acting as one",
        symbol="k",
        quantity="rate",
        expression="k_f + k_r" if made.pack.held else "1 / (s_f**2 / k_f + s_r**2 / k_r)",
        inputs=halves if made.pack.held else (*halves, *shares),
        result=made.pack.bound_rate,
        approximate=False,
        rule="Sum of EI along each half: an upper bound, 3 to 8 % too stiff and too low in stress.",
    )


def capacity(a: Assessment, k: Shown) -> Working:
    """What a pack carries more as high as the vehicle was weighed."""
    made = _packed(a, k)
    return Working(
        name="more at as-weighed height",
        symbol="m",
        quantity="mass",
        expression="(F - F_b) / g",
        inputs=(
            Given("F", "pack thickness, seat as weighed", "force", made.at_old_n, Origin.SOLVED),
            Given("F_b", "carried by the as-found spring", "force", made.found_n, Origin.MEASURED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED),
        ),
        result=(made.at_old_n - made.found_n) / GRAVITY,
        approximate=False,
        rule="Per side, block and shackle included. Springs do not raise a rating.",
    )


PACKS = (capacity, free_arch, arch, stress, peaks, bound)


def shown_packs(a: Assessment) -> list[Shown]:
    """Every such number."""
    packs = [(axle, packed(a, axle)) for axle in range(len(a.axles))]
    return [Shown(n, axle) for axle, pack in packs if pack is not None for n in PACKS if n is not peaks or pack.found is not None]
